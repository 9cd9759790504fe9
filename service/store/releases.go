// This file keeps releases, readings and contracts.

package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"sort"
	"strings"
	"time"

	"github.com/Masterminds/semver/v3"
	"github.com/jackc/pgx/v5"

	"steadysocket/core/contract"
	"steadysocket/core/place"
	"steadysocket/core/style"
)

// Release is one release as it is listed.
type Release struct {
	Library    string    `json:"library"`
	Package    string    `json:"package"`
	Framework  string    `json:"framework"`
	Version    string    `json:"version"`
	Digest     string    `json:"digest"`
	Withdrawn  *string   `json:"withdrawn"`
	Reader     string    `json:"reader"`
	Components int       `json:"components"`
	Findings   int       `json:"findings"`
	AddedAt    time.Time `json:"addedAt"`
	AddedBy    string    `json:"addedBy"`
}

// Reading is a release as one reader version read it.
type Reading struct {
	Release  Release
	Listing  *contract.Listing
	Settings *style.Settings
	Findings *style.Findings
}

// AddRelease keeps a reading of a release. The same reading again changes
// nothing and gives added false; the number with another source is a Conflict.
func (s *Store) AddRelease(ctx context.Context, actor string, l *contract.Listing, settings string, findings *style.Findings) (added bool, err error) {
	head := *l
	head.Components = nil
	headJSON, err := json.Marshal(&head)
	if err != nil {
		return false, err
	}
	kept := *findings
	if kept.Findings == nil {
		kept.Findings = []style.Finding{}
	}
	findingsJSON, err := json.Marshal(kept)
	if err != nil {
		return false, err
	}
	found := map[string]int{} // by component
	for _, f := range kept.Findings {
		found[f.Component]++
	}
	rows, err := contractRows(l)
	if err != nil {
		return false, err
	}
	name, version := l.Package.Name, l.Package.Version
	err = s.write(ctx, actor, "add release", name+"@"+version, func(tx pgx.Tx) error {
		var library, pkg, release, reading int64
		if err := tx.QueryRow(ctx, `insert into libraries (name, owner) values ($1, $2)
			on conflict (name) do update set owner = case when excluded.owner = '' then libraries.owner else excluded.owner end returning id`,
			l.Library.Name, l.Library.Owner).Scan(&library); err != nil {
			return err
		}
		if err := tx.QueryRow(ctx, `insert into packages (library_id, name, framework) values ($1, $2, $3)
			on conflict (name) do update set library_id = excluded.library_id returning id`, library, name, l.Package.Framework).Scan(&pkg); err != nil {
			return err
		}
		var digest string
		err := tx.QueryRow(ctx, `select id, digest from releases where package_id = $1 and version = $2`, pkg, version).Scan(&release, &digest)
		switch {
		case errors.Is(err, pgx.ErrNoRows):
			if err := tx.QueryRow(ctx, `insert into releases (package_id, version, digest, added_by) values ($1, $2, $3, $4) returning id`,
				pkg, version, l.Source.Digest, actor).Scan(&release); err != nil {
				return err
			}
		case err != nil:
			return err
		case digest != l.Source.Digest:
			return &Conflict{fmt.Sprintf("%s@%s was added with another source (%.19s…, now %.19s…); a release never changes: give it a new number", name, version, digest, l.Source.Digest)}
		}
		err = tx.QueryRow(ctx, `insert into readings (release_id, reader, head, settings, findings, finding_count, added_by) values ($1, $2, $3, $4, $5, $6, $7)
			on conflict (release_id, reader) do nothing returning id`, release, l.Reader, headJSON, settings, findingsJSON, len(kept.Findings), actor).Scan(&reading)
		if errors.Is(err, pgx.ErrNoRows) {
			return nil // this reading is kept already
		}
		if err != nil {
			return err
		}
		added = true
		return addContracts(ctx, tx, reading, rows, found)
	})
	return added, err
}

// contractRow is a contract as it is kept.
type contractRow struct {
	component, hash, interfaceHash string
	body, positions                []byte
	summary, owner, stage          string
	props, slots, events           int
}

// contractRows writes the contracts of a listing as they are kept, by their hashes: that
// is the order in which all writers lock them. A contract that could not be read back is
// refused with what is wrong in it.
func contractRows(l *contract.Listing) ([]contractRow, error) {
	rows := make([]contractRow, 0, len(l.Components))
	seen := map[string]bool{}
	for i := range l.Components {
		c := &l.Components[i]
		if seen[c.Component] {
			return nil, contract.Problems{{File: "listing", Message: fmt.Sprintf("the component %q is listed twice", c.Component)}}
		}
		seen[c.Component] = true
		positions, err := json.Marshal(c.Positions())
		if err != nil {
			return nil, err
		}
		bare := c.Canonical() // its written form has no positions
		bare.Hashes()
		body, err := bare.JSON()
		if err != nil {
			return nil, err
		}
		if _, err := contract.ParseKept(c.Component, body); err != nil {
			return nil, err
		}
		rows = append(rows, contractRow{c.Component, bare.ContentHash, bare.InterfaceHash, body, positions,
			storable(c.Summary), storable(c.Owner), string(c.Stage), len(c.Props), len(c.Slots), len(c.Events)})
	}
	slices.SortFunc(rows, func(a, b contractRow) int { return strings.Compare(a.hash, b.hash) })
	return rows, nil
}

// storable is a text as a column of the database can hold it: without U+0000.
func storable(s string) string { return strings.ReplaceAll(s, "\x00", "\uFFFD") }

// addContracts keeps each contract once, and the positions with the reading.
func addContracts(ctx context.Context, tx pgx.Tx, reading int64, rows []contractRow, found map[string]int) error {
	batch := &pgx.Batch{}
	for _, r := range rows {
		batch.Queue(`insert into contracts (hash, interface_hash, body, summary, owner, stage, props, slots, events) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
			on conflict do nothing`, r.hash, r.interfaceHash, r.body, r.summary, r.owner, r.stage, r.props, r.slots, r.events)
	}
	if err := tx.SendBatch(ctx, batch).Close(); err != nil {
		return err
	}
	_, err := tx.CopyFrom(ctx, pgx.Identifier{"reading_contracts"}, []string{"reading_id", "component", "hash", "positions", "findings"}, pgx.CopyFromSlice(len(rows), func(i int) ([]any, error) {
		r := rows[i]
		return []any{reading, r.component, r.hash, r.positions, found[r.component]}, nil
	}))
	return err
}

const releaseColumns = `select l.name, p.name, p.framework, r.version, r.digest, r.withdrawn, g.reader, r.added_at, r.added_by,
	(select count(*) from reading_contracts c where c.reading_id = g.id), g.finding_count
	from releases r join packages p on p.id = r.package_id join libraries l on l.id = p.library_id
	join lateral (select * from readings g where g.release_id = r.id order by length(g.reader) desc, g.reader desc limit 1) g on true`

func scanRelease(row pgx.CollectableRow) (Release, error) {
	var r Release
	err := row.Scan(&r.Library, &r.Package, &r.Framework, &r.Version, &r.Digest, &r.Withdrawn, &r.Reader, &r.AddedAt, &r.AddedBy, &r.Components, &r.Findings)
	return r, err
}

// Releases lists the releases of a package (or of all, for ""), newest number
// first within each package.
func (s *Store) Releases(ctx context.Context, pkg string) ([]Release, error) {
	rows, err := s.pool.Query(ctx, releaseColumns+` where $1 = '' or p.name = $1`, pkg)
	if err != nil {
		return nil, err
	}
	list, err := pgx.CollectRows(rows, scanRelease)
	if err != nil {
		return nil, err
	}
	sort.SliceStable(list, func(i, j int) bool {
		if list[i].Package != list[j].Package {
			return list[i].Package < list[j].Package
		}
		return newer(list[i].Version, list[j].Version)
	})
	return list, nil
}

// newer orders version numbers; what is no number comes last, by text.
func newer(a, b string) bool {
	x, errX := semver.NewVersion(a)
	y, errY := semver.NewVersion(b)
	switch {
	case errX != nil && errY != nil:
		return a > b
	case errX != nil || errY != nil:
		return errX == nil
	}
	return x.GreaterThan(y)
}

// PackageOf finds the package that a text names: a package, or a library that
// has only one.
func (s *Store) PackageOf(ctx context.Context, name string) (string, error) {
	rows, err := s.pool.Query(ctx, `select p.name from packages p join libraries l on l.id = p.library_id where p.name = $1 or l.name = $1 order by p.name`, name)
	if err != nil {
		return "", err
	}
	list, err := pgx.CollectRows(rows, pgx.RowTo[string])
	if err != nil {
		return "", err
	}
	switch len(list) {
	case 0:
		return "", &NotFound{"no package or library is called " + name, "steady list shows those that are kept"}
	case 1:
		return list[0], nil
	}
	for _, p := range list {
		if p == name {
			return p, nil
		}
	}
	return "", &Conflict{fmt.Sprintf("the library %s has %d packages; name one of them", name, len(list))}
}

// Latest is the text that stands for the newest release that is not withdrawn.
const Latest = "latest"

// ReadingOf gives a release in its newest reading.
func (s *Store) ReadingOf(ctx context.Context, pkg, version string) (*Reading, error) {
	r, err := s.releaseOf(ctx, pkg, version)
	if err != nil {
		return nil, err
	}
	return s.reading(ctx, *r, "")
}

// releaseOf finds a release by its number, or the newest that is not withdrawn.
func (s *Store) releaseOf(ctx context.Context, pkg, version string) (*Release, error) {
	name, err := s.PackageOf(ctx, pkg)
	if err != nil {
		return nil, err
	}
	releases, err := s.Releases(ctx, name)
	if err != nil {
		return nil, err
	}
	var known []string
	for _, r := range releases {
		if r.Version == version || version == Latest && r.Withdrawn == nil {
			return &r, nil
		}
		known = append(known, r.Version)
	}
	if len(known) > 8 {
		known = known[:8]
	}
	return nil, &NotFound{fmt.Sprintf("%s has no release %s", name, version), fmt.Sprintf("it has %v", known)}
}

// reading gives what is kept of a release, with all contracts or the one of a component.
func (s *Store) reading(ctx context.Context, r Release, component string) (*Reading, error) {
	var id int64
	var head, findings []byte
	var settings string
	err := s.pool.QueryRow(ctx, `select g.id, g.head, g.settings, g.findings from readings g join releases r on r.id = g.release_id join packages p on p.id = r.package_id
		where p.name = $1 and r.version = $2 and g.reader = $3`, r.Package, r.Version, r.Reader).Scan(&id, &head, &settings, &findings)
	if err != nil {
		return nil, err
	}
	out := &Reading{Release: r, Listing: &contract.Listing{}, Settings: &style.Settings{}, Findings: &style.Findings{}}
	if err := json.Unmarshal(head, out.Listing); err != nil {
		return nil, fmt.Errorf("the reading of %s@%s cannot be read back: %w", r.Package, r.Version, err)
	}
	if err := json.Unmarshal(findings, out.Findings); err != nil {
		return nil, err
	}
	if settings != "" {
		if out.Settings, err = style.ParseSettings(style.File, []byte(settings)); err != nil {
			return nil, err
		}
	}
	out.Listing.Components, err = s.contracts(ctx, out.Listing, id, component)
	return out, err
}

// contracts gives the contracts of a reading, or the one of a component. One that cannot
// be read back is listed under what is unread of the listing, and takes no other along.
func (s *Store) contracts(ctx context.Context, l *contract.Listing, reading int64, component string) ([]contract.Contract, error) {
	rows, err := s.pool.Query(ctx, `select rc.component, c.body, rc.positions from reading_contracts rc join contracts c on c.hash = rc.hash
		where rc.reading_id = $1 and ($2 = '' or rc.component = $2) order by rc.component`, reading, component)
	if err != nil {
		return nil, err
	}
	list := []contract.Contract{}
	var name string
	var body, positions []byte
	_, err = pgx.ForEachRow(rows, []any{&name, &body, &positions}, func() error {
		c, err := contract.ParseKept(name, body)
		var at map[string]contract.Position
		if err == nil {
			err = json.Unmarshal(positions, &at)
		}
		if err != nil {
			l.Unread = append(l.Unread, contract.Unread{At: &place.Place{File: name, Line: 1, Column: 1}, Component: name, Why: "the contract that is kept cannot be read back: " + err.Error()})
			return nil
		}
		c.SetPositions(at)
		c.Hashes()
		c.Derive()
		list = append(list, *c)
		return nil
	})
	return list, err
}

// ComponentOf gives a release in its newest reading with the contract of one component
// alone; its listing is empty where the release has no such component.
func (s *Store) ComponentOf(ctx context.Context, pkg, version, component string) (*Reading, error) {
	r, err := s.releaseOf(ctx, pkg, version)
	if err != nil {
		return nil, err
	}
	return s.reading(ctx, *r, component)
}

// Withdraw marks a release as withdrawn, with the reason; without one it is offered again.
func (s *Store) Withdraw(ctx context.Context, actor, pkg, version, reason string) error {
	what := "withdraw release"
	if reason == "" {
		what = "offer release again"
	}
	return s.write(ctx, actor, what, pkg+"@"+version+": "+reason, func(tx pgx.Tx) error {
		tag, err := tx.Exec(ctx, `update releases r set withdrawn = nullif($3, '') from packages p where p.id = r.package_id and p.name = $1 and r.version = $2`, pkg, version, reason)
		if err == nil && tag.RowsAffected() == 0 {
			err = &NotFound{fmt.Sprintf("%s has no release %s", pkg, version), ""}
		}
		return err
	})
}

// RemoveRelease removes a release that was added by mistake, with all readings of it; why
// stays in the list of writes. A package and a library go with their last release.
func (s *Store) RemoveRelease(ctx context.Context, actor, pkg, version, reason string) error {
	return s.write(ctx, actor, "remove release", pkg+"@"+version+": "+reason, func(tx pgx.Tx) error {
		var release, of, library int64
		err := tx.QueryRow(ctx, `select r.id, p.id, p.library_id from releases r join packages p on p.id = r.package_id
			where p.name = $1 and r.version = $2 for update of r`, pkg, version).Scan(&release, &of, &library)
		if errors.Is(err, pgx.ErrNoRows) {
			return &NotFound{fmt.Sprintf("%s has no release %s", pkg, version), "steady list shows those that are kept"}
		}
		if err != nil {
			return err
		}
		var hashes []string
		rows, err := tx.Query(ctx, `delete from reading_contracts c using readings g where g.id = c.reading_id and g.release_id = $1 returning c.hash`, release)
		if err != nil {
			return err
		}
		if hashes, err = pgx.CollectRows(rows, pgx.RowTo[string]); err != nil {
			return err
		}
		for _, one := range []struct {
			statement string
			id        any
		}{
			{`delete from contracts c using (select hash from contracts where hash = any($1) order by hash for update) gone
				where c.hash = gone.hash and not exists (select from reading_contracts rc where rc.hash = c.hash)`, hashes},
			{`delete from readings where release_id = $1`, release},
			{`delete from releases where id = $1`, release},
			{`delete from packages p where p.id = $1 and not exists (select from releases r where r.package_id = p.id)`, of},
			{`delete from libraries l where l.id = $1 and not exists (select from packages p where p.library_id = l.id)`, library},
		} {
			if _, err := tx.Exec(ctx, one.statement, one.id); err != nil {
				return err
			}
		}
		return nil
	})
}

// Component is one component as it is listed, in the newest release of its package.
type Component struct {
	Library   string `json:"library"`
	Package   string `json:"package"`
	Framework string `json:"framework"`
	Version   string `json:"version"`
	Name      string `json:"name"`
	Summary   string `json:"summary"`
	Owner     string `json:"owner"`
	Stage     string `json:"stage"`
	Props     int    `json:"props"`
	Slots     int    `json:"slots"`
	Events    int    `json:"events"`
	Findings  int    `json:"findings"`
	Sites     *int   `json:"sites"` // nil where no scan covers the package
	Apps      int    `json:"apps"`
}

// Components lists the components of the newest releases whose name or summary
// holds the text, by name; after is the cursor.
func (s *Store) Components(ctx context.Context, search, after string, limit int) ([]Component, string, error) {
	releases, err := s.Releases(ctx, "")
	if err != nil {
		return nil, "", err
	}
	newest := map[string]Release{}
	for _, r := range releases {
		if _, ok := newest[r.Package]; !ok && r.Withdrawn == nil {
			newest[r.Package] = r
		}
	}
	var packages, versions []string
	for name, r := range newest {
		packages, versions = append(packages, name), append(versions, r.Version)
	}
	rows, err := s.pool.Query(ctx, `with newest as (select * from unnest($1::text[], $2::text[]) as n(package, version)),
		covered as (select distinct unnest(covers) as package from scans where current),
		used as (select sc.package, sc.name, sum(s.sites) as sites, count(distinct x.app_id) as apps from site_counts s
			join site_components sc on sc.id = s.component_id join scans x on x.id = s.scan_id and x.current group by sc.package, sc.name)
		select l.name, p.name, p.framework, r.version, rc.component, c.summary, c.owner, c.stage, c.props, c.slots, c.events, rc.findings,
			case when exists (select from covered where covered.package = p.name) then coalesce(u.sites, 0) end, coalesce(u.apps, 0)
		from newest n join packages p on p.name = n.package join libraries l on l.id = p.library_id
		join releases r on r.package_id = p.id and r.version = n.version
		join lateral (select * from readings g where g.release_id = r.id order by length(g.reader) desc, g.reader desc limit 1) g on true
		join reading_contracts rc on rc.reading_id = g.id join contracts c on c.hash = rc.hash
		left join used u on u.package = p.name and u.name = rc.component
		where ($3 = '' or rc.component ilike '%' || $3 || '%' or c.summary ilike '%' || $3 || '%')
			and rc.component || ' ' || p.name > $4
		order by rc.component || ' ' || p.name limit $5`, packages, versions, escapeLike(search), after, limit+1)
	if err != nil {
		return nil, "", err
	}
	list, err := pgx.CollectRows(rows, func(row pgx.CollectableRow) (Component, error) {
		var c Component
		err := row.Scan(&c.Library, &c.Package, &c.Framework, &c.Version, &c.Name, &c.Summary, &c.Owner, &c.Stage, &c.Props, &c.Slots, &c.Events, &c.Findings, &c.Sites, &c.Apps)
		return c, err
	})
	if err != nil {
		return nil, "", err
	}
	next := ""
	if len(list) > limit {
		list = list[:limit]
		next = list[limit-1].Name + " " + list[limit-1].Package
	}
	return list, next, nil
}

// escapeLike makes a text stand for itself in a pattern.
func escapeLike(s string) string {
	var out []rune
	for _, r := range s {
		if r == '%' || r == '_' || r == '\\' {
			out = append(out, '\\')
		}
		out = append(out, r)
	}
	return string(out)
}

// History is the releases in which a component stands, with its hashes, newest
// first.
type History struct {
	Version       string `json:"version"`
	ContentHash   string `json:"contentHash"`
	InterfaceHash string `json:"interfaceHash"`
}

// HistoryOf lists the releases that hold a component.
func (s *Store) HistoryOf(ctx context.Context, pkg, component string) ([]History, error) {
	rows, err := s.pool.Query(ctx, `select r.version, c.hash, c.interface_hash from releases r join packages p on p.id = r.package_id
		join lateral (select * from readings g where g.release_id = r.id order by length(g.reader) desc, g.reader desc limit 1) g on true
		join reading_contracts rc on rc.reading_id = g.id join contracts c on c.hash = rc.hash
		where p.name = $1 and rc.component = $2`, pkg, component)
	if err != nil {
		return nil, err
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByPos[History])
	sort.SliceStable(list, func(i, j int) bool { return newer(list[i].Version, list[j].Version) })
	return list, err
}
