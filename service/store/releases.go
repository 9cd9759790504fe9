// This file keeps releases, readings and contracts.

package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"sort"
	"time"

	"github.com/Masterminds/semver/v3"
	"github.com/jackc/pgx/v5"

	"steadysocket/core/contract"
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
		err = tx.QueryRow(ctx, `insert into readings (release_id, reader, head, settings, findings, added_by) values ($1, $2, $3, $4, $5, $6)
			on conflict (release_id, reader) do nothing returning id`, release, l.Reader, headJSON, settings, findingsJSON, actor).Scan(&reading)
		if errors.Is(err, pgx.ErrNoRows) {
			return nil // this reading is kept already
		}
		if err != nil {
			return err
		}
		added = true
		return addContracts(ctx, tx, reading, l)
	})
	return added, err
}

// addContracts keeps each contract once, and the positions with the reading.
func addContracts(ctx context.Context, tx pgx.Tx, reading int64, l *contract.Listing) error {
	batch := &pgx.Batch{}
	rows := make([][]any, 0, len(l.Components))
	for i := range l.Components {
		c := &l.Components[i]
		positions, err := json.Marshal(c.Positions())
		if err != nil {
			return err
		}
		bare := c.Canonical() // its written form has no positions
		bare.Hashes()
		body, err := bare.JSON()
		if err != nil {
			return err
		}
		batch.Queue(`insert into contracts (hash, interface_hash, body) values ($1, $2, $3) on conflict do nothing`, bare.ContentHash, bare.InterfaceHash, body)
		rows = append(rows, []any{reading, c.Component, bare.ContentHash, positions})
	}
	if err := tx.SendBatch(ctx, batch).Close(); err != nil {
		return err
	}
	_, err := tx.CopyFrom(ctx, pgx.Identifier{"reading_contracts"}, []string{"reading_id", "component", "hash", "positions"}, pgx.CopyFromRows(rows))
	return err
}

const releaseColumns = `select l.name, p.name, p.framework, r.version, r.digest, r.withdrawn, g.reader, r.added_at, r.added_by,
	(select count(*) from reading_contracts c where c.reading_id = g.id), jsonb_array_length(g.findings->'findings')
	from releases r join packages p on p.id = r.package_id join libraries l on l.id = p.library_id
	join lateral (select * from readings g where g.release_id = r.id order by g.reader::int desc limit 1) g on true`

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
			return s.reading(ctx, r)
		}
		known = append(known, r.Version)
	}
	if len(known) > 8 {
		known = known[:8]
	}
	return nil, &NotFound{fmt.Sprintf("%s has no release %s", name, version), fmt.Sprintf("it has %v", known)}
}

func (s *Store) reading(ctx context.Context, r Release) (*Reading, error) {
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
	rows, err := s.pool.Query(ctx, `select c.body, rc.positions from reading_contracts rc join contracts c on c.hash = rc.hash where rc.reading_id = $1 order by rc.component`, id)
	if err != nil {
		return nil, err
	}
	out.Listing.Components, err = pgx.CollectRows(rows, scanContract)
	return out, err
}

func scanContract(row pgx.CollectableRow) (contract.Contract, error) {
	var body, positions []byte
	if err := row.Scan(&body, &positions); err != nil {
		return contract.Contract{}, err
	}
	c, err := contract.ParseFile("contract", body)
	if err != nil {
		return contract.Contract{}, fmt.Errorf("a contract cannot be read back: %w", err)
	}
	var at map[string]contract.Position
	if err := json.Unmarshal(positions, &at); err != nil {
		return contract.Contract{}, err
	}
	c.SetPositions(at)
	c.Hashes()
	c.Derive()
	return *c, nil
}

// Withdraw marks a release as withdrawn, with the reason.
func (s *Store) Withdraw(ctx context.Context, actor, pkg, version, reason string) error {
	return s.write(ctx, actor, "withdraw release", pkg+"@"+version+": "+reason, func(tx pgx.Tx) error {
		tag, err := tx.Exec(ctx, `update releases r set withdrawn = $3 from packages p where p.id = r.package_id and p.name = $1 and r.version = $2`, pkg, version, reason)
		if err == nil && tag.RowsAffected() == 0 {
			err = &NotFound{fmt.Sprintf("%s has no release %s", pkg, version), ""}
		}
		return err
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
		covered as (select distinct unnest(covers) as package from scans where current)
		select l.name, p.name, p.framework, r.version, rc.component, coalesce(c.body->>'summary', ''), coalesce(c.body->>'owner', ''), coalesce(c.body->>'stage', ''),
			(select count(*) from json_object_keys(coalesce(c.body->'props', '{}'))), (select count(*) from json_object_keys(coalesce(c.body->'slots', '{}'))),
			(select count(*) from json_object_keys(coalesce(c.body->'events', '{}'))),
			(select count(*) from jsonb_array_elements(g.findings->'findings') f where f->>'component' = rc.component),
			case when exists (select from covered where covered.package = p.name) then
				(select coalesce(sum(s.sites), 0) from site_counts s join site_components sc on sc.id = s.component_id join scans x on x.id = s.scan_id
				 where sc.package = p.name and sc.name = rc.component and x.current) end,
			(select count(distinct x.app_id) from site_counts s join site_components sc on sc.id = s.component_id join scans x on x.id = s.scan_id
				 where sc.package = p.name and sc.name = rc.component and x.current)
		from newest n join packages p on p.name = n.package join libraries l on l.id = p.library_id
		join releases r on r.package_id = p.id and r.version = n.version
		join lateral (select * from readings g where g.release_id = r.id order by g.reader::int desc limit 1) g on true
		join reading_contracts rc on rc.reading_id = g.id join contracts c on c.hash = rc.hash
		where ($3 = '' or rc.component ilike '%' || $3 || '%' or c.body->>'summary' ilike '%' || $3 || '%')
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
		join lateral (select * from readings g where g.release_id = r.id order by g.reader::int desc limit 1) g on true
		join reading_contracts rc on rc.reading_id = g.id join contracts c on c.hash = rc.hash
		where p.name = $1 and rc.component = $2`, pkg, component)
	if err != nil {
		return nil, err
	}
	list, err := pgx.CollectRows(rows, pgx.RowToStructByPos[History])
	sort.SliceStable(list, func(i, j int) bool { return newer(list[i].Version, list[j].Version) })
	return list, err
}
