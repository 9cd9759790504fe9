// This file counts what becomes of all sites under one change, in the database.

package store

import (
	"context"

	"github.com/jackc/pgx/v5"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/site"
)

// Count is how many sites of an app have each outcome.
type Count struct {
	App    string `json:"app"`
	Breaks int    `json:"breaks"`
	Unsure int    `json:"unsure"`
	Shifts int    `json:"shifts"`
	Holds  int    `json:"holds"`
}

// question is how a kind of change asks the table of members.
type question string

const (
	givenAt   question = "given"   // hit where the member is given
	missingAt question = "missing" // hit where it is not given
	valueAt   question = "value"   // hit where one value is given
	everyAt   question = "every"   // hit everywhere
)

// questions are the kinds whose outcome the narrow table alone decides; what
// other kinds do is worked out from the sites' documents.
var questions = map[change.Kind]question{
	change.PropRemoved: givenAt, change.PropRenamed: givenAt, change.FlagFolded: givenAt, change.UnitChanged: givenAt,
	change.SlotRemoved: givenAt, change.SlotRenamed: givenAt, change.EventRemoved: givenAt, change.EventRenamed: givenAt,
	change.PropAddedRequired: missingAt, change.PropRequired: missingAt, change.SlotAddedRequired: missingAt, change.SlotRequired: missingAt,
	change.HandlerRequired: missingAt, change.DefaultChanged: missingAt, change.FallbackChanged: missingAt,
	change.ValueRemoved: valueAt, change.ValueRenamed: valueAt,
	change.ComponentRemoved: everyAt, change.ComponentRenamed: everyAt, change.ComponentSplit: everyAt, change.ComponentMerged: everyAt, change.ComponentMoved: everyAt, change.RootChanged: everyAt,
}

// Countable reports whether Reach can answer for a kind of change.
func Countable(kind change.Kind) bool { return questions[kind] != "" }

// reachQuery counts per app: sites that surely give the member (with the value
// asked for, a certain other one, or one that is not known) against all sites
// of the component, and those with an open spread.
const reachQuery = `
with wanted as (
  select id from site_components where package = $1 and name = $2
), live as (
  select x.id, a.name as app, $5 <> '' and exists (select from scan_defaults d where d.scan_id = x.id and d.component = $6 and d.spelled = $5) as set
  from scans x join apps a on a.id = x.app_id where x.current
), all_sites as (
  select n.scan_id, sum(n.sites) as n, sum(n.open_spread) as open
  from site_counts n where n.component_id in (select id from wanted) group by n.scan_id
), given as (
  select m.scan_id,
    count(*) filter (where m.first) as n,
    count(*) filter (where m.first and m.open_spread) as open,
    count(*) filter (where m.value_id = $4) as hit
  from site_members m where m.component_id in (select id from wanted) and m.name_id = $3
  group by m.scan_id
), vague as (
  select m.scan_id, count(*) as n
  from site_members m where m.component_id in (select id from wanted) and m.name_id = $3 and m.value_id = 0
    and not exists (select from site_members h where h.component_id = m.component_id and h.name_id = m.name_id
      and h.value_id = $4 and h.scan_id = m.scan_id and h.site_id = m.site_id)
  group by m.scan_id
)
select live.app, live.set, a.n, a.open, coalesce(g.n, 0), coalesce(g.open, 0), coalesce(g.hit, 0), coalesce(v.n, 0)
from all_sites a join live on live.id = a.scan_id left join given g on g.scan_id = a.scan_id left join vague v on v.scan_id = a.scan_id
order by live.app`

// Reach counts, for every app, what becomes of the sites of a component under
// one change. An open spread that stands before the value is counted as if it
// might carry it; the sites' documents tell such cases apart.
func (s *Store) Reach(ctx context.Context, pkg string, ch *change.Change) ([]Count, error) {
	component, framework := ch.Component, ""
	for _, c := range []*contract.Contract{ch.Detail.New, ch.Detail.Old} {
		if c != nil {
			framework = c.Framework
		}
	}
	if old := ch.Detail.Old; old != nil && old.Export.Kind != "member" && old.Export.Name != "" && framework != "web component" {
		component = old.Export.Name
	}
	var name, value int32 = -1, -1
	_ = s.pool.QueryRow(ctx, `select id from site_names where name = $1`, memberName(framework, contract.MemberKind(ch.Member.Kind), ch.Member.Spelled)).Scan(&name) // none: no site gives it
	_ = s.pool.QueryRow(ctx, `select id from site_values where value = $1`, site.Value{V: ch.Detail.Value}.String()).Scan(&value)                                    // none: no site has it
	set := ""                                                                                                                                                        // the member whose default an app may set for all uses
	if ch.Kind == change.DefaultChanged {
		set = ch.Member.Spelled
	}
	rows, err := s.pool.Query(ctx, reachQuery, pkg, component, name, value, set, ch.Component)
	if err != nil {
		return nil, err
	}
	asked := questions[ch.Kind]
	return pgx.CollectRows(rows, func(row pgx.CollectableRow) (Count, error) {
		var c Count
		var all, allOpen, given, givenOpen, hit, vague int
		var set bool
		if err := row.Scan(&c.App, &set, &all, &allOpen, &given, &givenOpen, &hit, &vague); err != nil {
			return c, err
		}
		found := 0
		if set {
			c.Holds = all
			return c, nil
		}
		switch asked {
		case givenAt:
			found, c.Unsure = given, allOpen-givenOpen
		case missingAt:
			c.Unsure = allOpen - givenOpen
			found = all - given - c.Unsure
		case valueAt:
			found, c.Unsure = hit, vague+allOpen-givenOpen
		case everyAt:
			found = all
		}
		if ch.Verdict == change.Breaking {
			c.Breaks = found
		} else {
			c.Shifts = found
		}
		c.Holds = all - found - c.Unsure
		return c, nil
	})
}
