// This file keeps apps, scans and sites.

package store

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/site"
)

// App is one app as it is listed, with its newest scan.
type App struct {
	Name     string            `json:"name"`
	Commit   string            `json:"commit"`
	Dirty    bool              `json:"dirty"`
	Covers   []string          `json:"covers"`
	Packages []site.PackageUse `json:"packages"`
	Sites    int               `json:"sites"`
	Behind   int               `json:"behind"`
	Counts   []PackageCount    `json:"counts"` // of the packages that it has sites of
	AddedAt  time.Time         `json:"addedAt"`
	AddedBy  string            `json:"addedBy"`
	Found    *Found            `json:"found"` // nil where it was not inspected yet
}

// PackageCount is how many sites an app has of one package.
type PackageCount struct {
	Package string `json:"package"`
	Sites   int    `json:"sites"`
	Behind  int    `json:"behind"`
}

// Found counts what inspecting found.
type Found struct {
	Must   int `json:"must"`
	Should int `json:"should"`
	Note   int `json:"note"`
}

// AddScan keeps a scan as the app's current one. The same scan again changes
// nothing and gives added false.
func (s *Store) AddScan(ctx context.Context, actor string, scan *site.Scan) (added bool, err error) {
	head := *scan
	head.Sites = nil
	headJSON, err := json.Marshal(head)
	if err != nil {
		return false, err
	}
	sites, err := s.named(ctx, scan)
	if err != nil {
		return false, err
	}
	err = s.write(ctx, actor, "add app", scan.App.Name+" "+scan.App.Digest, func(tx pgx.Tx) error {
		var app, id int64
		if err := tx.QueryRow(ctx, `insert into apps (name) values ($1) on conflict (name) do update set name = excluded.name returning id`, scan.App.Name).Scan(&app); err != nil {
			return err
		}
		if err := queue(ctx, tx, InspectApp, scan.App.Name); err != nil {
			return err
		}
		// A scan that covers a package takes the place of the one before.
		if _, err := tx.Exec(ctx, `update scans set current = false where app_id = $1 and current`, app); err != nil {
			return err
		}
		err := tx.QueryRow(ctx, `insert into scans (app_id, digest, reader, covers, head, commit, dirty, unread, added_by) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
			on conflict do nothing returning id`, app, scan.App.Digest, scan.Reader, scan.Covers, headJSON, scan.App.Commit, scan.App.Dirty, len(scan.Unread), actor).Scan(&id)
		if errors.Is(err, pgx.ErrNoRows) {
			_, err := tx.Exec(ctx, `update scans set current = true where app_id = $1 and digest = $2 and reader = $3 and covers = $4`, app, scan.App.Digest, scan.Reader, scan.Covers)
			return err
		}
		if err != nil {
			return err
		}
		added = true
		for _, p := range scan.Packages {
			if _, err := tx.Exec(ctx, `insert into scan_packages (scan_id, package, declared, locked) values ($1, $2, $3, $4)`, id, p.Name, p.Range, p.Locked); err != nil {
				return err
			}
		}
		for _, d := range scan.Defaults {
			if d.Given == nil {
				continue
			}
			if _, err := tx.Exec(ctx, `insert into scan_defaults (scan_id, component, spelled) values ($1, $2, $3)`, id, d.Component, d.Given.Spelled); err != nil {
				return err
			}
		}
		return addSites(ctx, tx, id, scan.App.Framework, sites)
	})
	return added, err
}

// named gives the sites of a scan with the names of the components that their tags are:
// a scan knows no contract, and a custom element need not be called as its tag is.
func (s *Store) named(ctx context.Context, scan *site.Scan) ([]site.Site, error) {
	tags := map[string]map[string]string{} // by package: what a tag makes of itself → the component
	var sites []site.Site
	for i, x := range scan.Sites {
		if x.Found != "tag" {
			continue
		}
		if tags[x.Package] == nil {
			tags[x.Package] = map[string]string{}
			r, err := s.ReadingOf(ctx, x.Package, Latest)
			var none *NotFound
			if errors.As(err, &none) {
				continue // nothing is known of the package yet
			}
			if err != nil {
				return nil, err
			}
			for _, c := range r.Listing.Components {
				if tag := c.Root.First(); tag != "" {
					tags[x.Package][names.UpperFirst(names.Camel(tag))] = c.Component
				}
			}
		}
		if name := tags[x.Package][x.Component]; name != "" && name != x.Component {
			if sites == nil {
				sites = slices.Clone(scan.Sites)
			}
			sites[i].Component = name
		}
	}
	if sites == nil {
		return scan.Sites, nil
	}
	return sites, nil
}

// codes gives the number of each text of a dictionary table, adding those that
// are new.
func codes(ctx context.Context, tx pgx.Tx, table, column string, texts map[string]int32) error {
	list := make([]string, 0, len(texts))
	for text := range texts {
		list = append(list, text)
	}
	slices.Sort(list) // all writers lock rows in one order
	name := pgx.Identifier{table}.Sanitize()
	col := pgx.Identifier{column}.Sanitize()
	if _, err := tx.Exec(ctx, `insert into `+name+` (`+col+`) select unnest($1::text[]) on conflict do nothing`, list); err != nil {
		return err
	}
	rows, err := tx.Query(ctx, `select id, `+col+` from `+name+` where `+col+` = any($1)`, list)
	if err != nil {
		return err
	}
	var id int32
	var text string
	_, err = pgx.ForEachRow(rows, []any{&id, &text}, func() error {
		texts[text] = id
		return nil
	})
	return err
}

type siteComponent struct{ pkg, module, name string }

func (a siteComponent) compare(b siteComponent) int {
	return cmp.Or(strings.Compare(a.pkg, b.pkg), strings.Compare(a.module, b.module), strings.Compare(a.name, b.name))
}

// maxValue is the longest value that is coded by itself; a longer one counts as
// an expression.
const maxValue = 200

// unknownValue is the code of a value that is not known.
const unknownValue int32 = 0

// memberValue is one member that a site gives, with one value that it may have.
type memberValue struct{ name, value string }

// valuesOf lists what a site gives, for the narrow table. A value of "" is not known.
// Members are named as a framework tells them apart.
func valuesOf(s *site.Site, framework string) (list []memberValue, openSpread bool) {
	seen := map[memberValue]bool{}
	add := func(name, value string) {
		if len(value) > maxValue {
			value = ""
		}
		if m := (memberValue{name, value}); !seen[m] {
			seen[m] = true
			list = append(list, m)
		}
	}
	for _, kind := range []contract.MemberKind{contract.MemberProp, contract.MemberSlot, contract.MemberEvent} {
		given := map[contract.MemberKind][]site.Given{contract.MemberProp: s.Props, contract.MemberSlot: s.Slots, contract.MemberEvent: s.Events}[kind]
		for _, g := range given {
			name := memberName(framework, kind, g.Spelled)
			switch {
			case g.Spread != "":
				openSpread = openSpread || g.Open
				for _, key := range g.Keys {
					add(memberName(framework, kind, key), "")
				}
			case g.Literal != nil:
				add(name, g.Literal.String())
			default:
				for _, v := range g.MayBe {
					add(name, v.String())
				}
				if !g.All || len(g.MayBe) == 0 {
					add(name, "")
				}
			}
		}
	}
	return list, openSpread
}

// memberName is what a member is known by in the narrow table. A custom element's
// property and the attribute that usually shows it are one there.
func memberName(framework string, kind contract.MemberKind, spelled string) string {
	if framework == "web component" && kind == contract.MemberProp {
		spelled = names.Camel(spelled)
	}
	return change.Key(framework, kind, spelled)
}

// frameworkOf is the framework that a site uses a component of.
func frameworkOf(s *site.Site, app string) string {
	if s.Found == "tag" {
		return "web component"
	}
	return app
}

// addSites copies the sites of a scan in bulk.
func addSites(ctx context.Context, tx pgx.Tx, scan int64, app string, sites []site.Site) error {
	components := map[siteComponent]int32{}
	nameCodes, values := map[string]int32{}, map[string]int32{}
	given := make([][]memberValue, len(sites))
	open := make([]bool, len(sites))
	for i := range sites {
		s := &sites[i]
		components[siteComponent{s.Package, s.Module, s.Component}] = 0
		given[i], open[i] = valuesOf(s, frameworkOf(s, app))
		for _, m := range given[i] {
			nameCodes[m.name] = 0
			if m.value != "" {
				values[m.value] = 0
			}
		}
	}
	// All writers lock rows in one order.
	for _, c := range slices.SortedFunc(maps.Keys(components), siteComponent.compare) {
		var id int32
		if err := tx.QueryRow(ctx, `insert into site_components (package, module, name) values ($1, $2, $3)
			on conflict (package, module, name) do update set name = excluded.name returning id`, c.pkg, c.module, c.name).Scan(&id); err != nil {
			return err
		}
		components[c] = id
	}
	if err := codes(ctx, tx, "site_names", "name", nameCodes); err != nil {
		return err
	}
	if err := codes(ctx, tx, "site_values", "value", values); err != nil {
		return err
	}
	// Ids are drawn at once, so that both tables can be copied.
	ids := make([]int64, 0, len(sites))
	rows, err := tx.Query(ctx, `select nextval(pg_get_serial_sequence('sites', 'id')) from generate_series(1, $1)`, len(sites))
	if err != nil {
		return err
	}
	if ids, err = pgx.AppendRows(ids, rows, pgx.RowTo[int64]); err != nil {
		return err
	}
	_, err = tx.CopyFrom(ctx, pgx.Identifier{"sites"}, []string{"id", "scan_id", "component_id", "key", "file", "line", "behind", "open_spread", "checked", "doc"},
		pgx.CopyFromSlice(len(sites), func(i int) ([]any, error) {
			s := &sites[i]
			doc, err := json.Marshal(s)
			if err != nil {
				return nil, err
			}
			return []any{ids[i], scan, components[siteComponent{s.Package, s.Module, s.Component}], s.ID, s.At.File, s.At.Line, len(s.Via) > 0, open[i], s.Checked, doc}, nil
		}))
	if err != nil {
		return err
	}
	var members [][]any
	counts := map[int32]siteCount{}
	for i := range sites {
		s := &sites[i]
		component := components[siteComponent{s.Package, s.Module, s.Component}]
		c := counts[component]
		if len(s.Via) > 0 {
			c.behind++
			counts[component] = c
			continue
		}
		c.sites++
		if open[i] {
			c.open++
		}
		counts[component] = c
		seen := map[string]bool{}
		for _, m := range given[i] {
			value := unknownValue
			if m.value != "" {
				value = values[m.value]
			}
			members = append(members, []any{component, nameCodes[m.name], value, scan, ids[i], open[i], !seen[m.name]})
			seen[m.name] = true
		}
	}
	if _, err := tx.CopyFrom(ctx, pgx.Identifier{"site_members"}, []string{"component_id", "name_id", "value_id", "scan_id", "site_id", "open_spread", "first"}, pgx.CopyFromRows(members)); err != nil {
		return err
	}
	var rowsOfCounts [][]any
	for component, c := range counts {
		rowsOfCounts = append(rowsOfCounts, []any{scan, component, c.sites, c.open, c.behind})
	}
	_, err = tx.CopyFrom(ctx, pgx.Identifier{"site_counts"}, []string{"scan_id", "component_id", "sites", "open_spread", "behind"}, pgx.CopyFromRows(rowsOfCounts))
	return err
}

// siteCount counts the sites of one component in one scan.
type siteCount struct{ sites, open, behind int }

// Apps lists the apps with their current scans.
func (s *Store) Apps(ctx context.Context) ([]App, error) {
	rows, err := s.pool.Query(ctx, `select a.name, x.commit, x.dirty, x.covers, x.added_at, x.added_by, i.must, i.should, i.note, coalesce(n.sites, 0), coalesce(n.behind, 0),
		coalesce((select json_agg(json_build_object('name', p.package, 'range', p.declared, 'locked', p.locked) order by p.package) from scan_packages p where p.scan_id = x.id), '[]'),
		coalesce((select json_agg(json_build_object('package', u.package, 'sites', u.sites, 'behind', u.behind) order by u.package) from (
			select c.package, sum(n.sites) as sites, sum(n.behind) as behind from site_counts n join site_components c on c.id = n.component_id
			where n.scan_id = x.id group by c.package) u), '[]')
		from apps a join scans x on x.app_id = a.id and x.current left join inspections i on i.scan_id = x.id
		left join lateral (select sum(n.sites) as sites, sum(n.behind) as behind from site_counts n where n.scan_id = x.id) n on true order by a.name`)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, func(row pgx.CollectableRow) (App, error) {
		var a App
		var packages, counts []byte
		var must, should, note *int
		if err := row.Scan(&a.Name, &a.Commit, &a.Dirty, &a.Covers, &a.AddedAt, &a.AddedBy, &must, &should, &note, &a.Sites, &a.Behind, &packages, &counts); err != nil {
			return a, err
		}
		if must != nil {
			a.Found = &Found{*must, *should, *note}
		}
		if err := json.Unmarshal(counts, &a.Counts); err != nil {
			return a, err
		}
		return a, json.Unmarshal(packages, &a.Packages)
	})
}

// RemoveApp removes an app with all its scans; why stays in the list of writes.
func (s *Store) RemoveApp(ctx context.Context, actor, app, reason string) error {
	return s.write(ctx, actor, "remove app", app+": "+reason, func(tx pgx.Tx) error {
		if _, err := tx.Exec(ctx, `delete from scans x using apps a where a.id = x.app_id and a.name = $1`, app); err != nil {
			return err
		}
		tag, err := tx.Exec(ctx, `delete from apps where name = $1`, app)
		if err == nil && tag.RowsAffected() == 0 {
			err = &NotFound{"no app is called " + app, "steady list shows those that are kept"}
		}
		return err
	})
}

// ScanOf gives an app's current scan with the sites of the named components, or
// of all for nil.
func (s *Store) ScanOf(ctx context.Context, app string, pkg string, components []string) (*site.Scan, error) {
	var id int64
	var head []byte
	err := s.pool.QueryRow(ctx, `select x.id, x.head from scans x join apps a on a.id = x.app_id where a.name = $1 and x.current`, app).Scan(&id, &head)
	if errors.Is(err, pgx.ErrNoRows) {
		return nil, &NotFound{"no app is called " + app, "steady list shows those that are kept"}
	}
	if err != nil {
		return nil, err
	}
	var scan site.Scan
	if err := json.Unmarshal(head, &scan); err != nil {
		return nil, err
	}
	rows, err := s.pool.Query(ctx, `select s.doc from sites s join site_components c on c.id = s.component_id
		where s.scan_id = $1 and ($2 = '' or c.package = $2) and ($3::text[] is null or c.name = any($3)) order by s.id`, id, pkg, components)
	if err != nil {
		return nil, err
	}
	scan.Sites, err = pgx.CollectRows(rows, func(row pgx.CollectableRow) (site.Site, error) {
		var doc []byte
		var one site.Site
		if err := row.Scan(&doc); err != nil {
			return one, err
		}
		return one, json.Unmarshal(doc, &one)
	})
	return &scan, err
}

// SiteOf is one site of a component, with its app.
type SiteOf struct {
	App  string    `json:"app"`
	Site site.Site `json:"site"`
}

// SitesOf lists the sites of a component in all current scans, by app and place;
// after is the cursor, a number.
func (s *Store) SitesOf(ctx context.Context, pkg, component string, after int64, limit int) (list []SiteOf, next int64, err error) {
	rows, err := s.pool.Query(ctx, `select s.id, a.name, s.doc from sites s join site_components c on c.id = s.component_id join scans x on x.id = s.scan_id and x.current
		join apps a on a.id = x.app_id where c.package = $1 and c.name = $2 and s.id > $3 order by s.id limit $4`, pkg, component, after, limit+1)
	if err != nil {
		return nil, 0, err
	}
	var ids []int64
	var id int64
	var app string
	var doc []byte
	_, err = pgx.ForEachRow(rows, []any{&id, &app, &doc}, func() error {
		one := SiteOf{App: app}
		if err := json.Unmarshal(doc, &one.Site); err != nil {
			return fmt.Errorf("a site cannot be read back: %w", err)
		}
		list, ids = append(list, one), append(ids, id)
		return nil
	})
	if len(list) > limit {
		list = list[:limit]
		next = ids[limit-1]
	}
	return list, next, err
}

// CountSites counts the sites of a package in an app's current scan, those
// behind wrappers apart.
func (s *Store) CountSites(ctx context.Context, app, pkg string) (sites, behind int, err error) {
	err = s.pool.QueryRow(ctx, `select coalesce(sum(n.sites), 0), coalesce(sum(n.behind), 0) from site_counts n
		join site_components c on c.id = n.component_id join scans x on x.id = n.scan_id and x.current join apps a on a.id = x.app_id
		where a.name = $1 and c.package = $2`, app, pkg).Scan(&sites, &behind)
	return sites, behind, err
}
