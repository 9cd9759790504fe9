// This file keeps inspections, and counts what apps give to components.

package store

import (
	"context"
	"encoding/json"
	"errors"

	"github.com/jackc/pgx/v5"

	"steadysocket/core/contract"
	"steadysocket/core/inspect"
)

// KeptInspection gives what was found in an app's current scan when it was held against
// what key names; false where that was not done yet. Scan is the number of the scan.
func (s *Store) KeptInspection(ctx context.Context, app, key string) (doc json.RawMessage, scan int64, ok bool, err error) {
	var kept *string
	err = s.pool.QueryRow(ctx, `select x.id, i.key, i.doc from scans x join apps a on a.id = x.app_id left join inspections i on i.scan_id = x.id
		where a.name = $1 and x.current`, app).Scan(&scan, &kept, &doc)
	if errors.Is(err, pgx.ErrNoRows) {
		return nil, 0, false, &NotFound{"no app is called " + app, "steady list shows those that are kept"}
	}
	return doc, scan, err == nil && kept != nil && *kept == key, err
}

// KeepInspection keeps what was found in a scan.
func (s *Store) KeepInspection(ctx context.Context, scan int64, key string, found *inspect.Inspection) error {
	doc, err := json.Marshal(found)
	if err != nil {
		return err
	}
	_, err = s.pool.Exec(ctx, `insert into inspections (scan_id, key, must, should, note, doc) values ($1, $2, $3, $4, $5, $6)
		on conflict (scan_id) do update set key = excluded.key, must = excluded.must, should = excluded.should, note = excluded.note, doc = excluded.doc, at = now()`,
		scan, key, found.Totals.Must, found.Totals.Should, found.Totals.Note, doc)
	return err
}

// MemberCount is how often a member is given at all (Whole), or one value of it: "" stands
// for a value that is not known. A site that may give several values counts for each, and
// once for the whole.
type MemberCount struct {
	Member string // as the framework tells members apart
	Value  string // as JSON
	Whole  bool
	Sites  int
	Apps   int
}

// GivenOf counts what all current scans give to a component, by member and value.
func (s *Store) GivenOf(ctx context.Context, pkg, component string) ([]MemberCount, error) {
	rows, err := s.pool.Query(ctx, `select n.name, coalesce(v.value, ''), grouping(v.value) = 1, count(distinct m.site_id), count(distinct m.scan_id)
		from site_members m join scans x on x.id = m.scan_id and x.current join site_names n on n.id = m.name_id left join site_values v on v.id = m.value_id
		where m.component_id in (select id from site_components where package = $1 and name = $2)
		group by grouping sets ((n.name), (n.name, v.value)) order by n.name, 4 desc, 2`, pkg, component)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[MemberCount])
}

// AppCount is how often one app uses a component. Open are the sites of which a spread
// hides something; Behind those behind wrappers.
type AppCount struct {
	App    string `json:"app"`
	Sites  int    `json:"sites"`
	Open   int    `json:"open"`
	Behind int    `json:"behind"`
	Unread int    `json:"unread"` // places of the app that could not be read
}

// UsesOf counts the uses of a component in each app that was scanned for its package; an
// app that uses it nowhere is among them.
func (s *Store) UsesOf(ctx context.Context, pkg, component string) ([]AppCount, error) {
	rows, err := s.pool.Query(ctx, `select a.name, coalesce(sum(n.sites), 0), coalesce(sum(n.open_spread), 0), coalesce(sum(n.behind), 0), x.unread
		from scans x join apps a on a.id = x.app_id left join site_counts n on n.scan_id = x.id and n.component_id in (select id from site_components where package = $1 and name = $2)
		where x.current and $1 = any(x.covers) group by a.name, x.unread order by a.name`, pkg, component)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByPos[AppCount])
}

// MemberKey is what a member of a contract is counted under.
func MemberKey(framework string, kind contract.MemberKind, spelled string) string {
	return memberName(framework, kind, spelled)
}
