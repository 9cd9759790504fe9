// This file keeps drafts, each with all its states.

package store

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"

	"steadysocket/core/design"
)

// Draft is one state of a draft as it is listed.
type Draft struct {
	Name         string    `json:"name"`
	Revision     int       `json:"revision"`
	Component    string    `json:"component"`
	Library      string    `json:"library"`
	Owner        string    `json:"owner"`
	Alternatives []string  `json:"alternatives"`
	Finished     string    `json:"finished"` // "" for one that is open
	Wishes       int       `json:"wishes"`
	What         string    `json:"what"` // that was done to it
	At           time.Time `json:"at"`
	By           string    `json:"by"`
}

// Outdated says that a draft has changed since the state that an edit began with. Body
// is what it is now.
type Outdated struct {
	Now  Draft
	Body []byte
}

func (e *Outdated) Error() string {
	return fmt.Sprintf("%s changed since: %s made revision %d", e.Now.Name, e.Now.By, e.Now.Revision)
}

// SaveDraft keeps a further state of a draft. Base is the revision that the edit began
// with, 0 for a draft that is new: where another is kept meanwhile, the error is
// Outdated, unless it says the same. Body is the state as it is sent and given back.
func (s *Store) SaveDraft(ctx context.Context, actor, name string, base int, d *design.Draft, body []byte, what string) (saved *Draft, err error) {
	err = s.write(ctx, actor, "save draft", name, func(tx pgx.Tx) error {
		if base == 0 {
			if _, err := tx.Exec(ctx, `insert into drafts (name, revision) values ($1, 0) on conflict (name) do nothing`, name); err != nil {
				return err
			}
		}
		var id int64
		var now int
		switch err := tx.QueryRow(ctx, `select id, revision from drafts where name = $1 for update`, name).Scan(&id, &now); {
		case errors.Is(err, pgx.ErrNoRows):
			return noDraft(name)
		case err != nil:
			return err
		}
		if now > 0 {
			current, kept, err := draftAt(ctx, tx, name, now)
			if err != nil {
				return err
			}
			if bytes.Equal(kept, body) {
				saved = current
				return nil // it says the same
			}
			if now != base {
				return &Outdated{*current, kept}
			}
		}
		var names []string
		for _, a := range d.Alternatives {
			names = append(names, a.Name)
		}
		finished := ""
		if d.Finished != nil {
			finished = d.Finished.Alternative
		}
		if _, err := tx.Exec(ctx, `insert into draft_revisions (draft_id, revision, component, library, owner, alternatives, finished, wishes, body, what, by)
			values ($1, $2, $3, $4, $5, coalesce($6::text[], '{}'), $7, $8, $9, $10, $11)`, id, now+1, d.Component, d.Library, d.Owner, names, finished, len(d.Wishes), body, what, actor); err != nil {
			return err
		}
		if _, err := tx.Exec(ctx, `update drafts set revision = $2 where id = $1`, id, now+1); err != nil {
			return err
		}
		saved, _, err = draftAt(ctx, tx, name, now+1)
		return err
	})
	return saved, err
}

func noDraft(name string) error {
	return &NotFound{"there is no draft " + name, "the drafts that are kept are listed at /api/v1/drafts"}
}

// query is what runs a query: the pool, or a transaction.
type query interface {
	QueryRow(ctx context.Context, sql string, args ...any) pgx.Row
}

const draftColumns = `d.name, r.revision, r.component, r.library, r.owner, r.alternatives, r.finished, r.wishes, r.what, r.at, r.by`

func (d *Draft) fields() []any {
	return []any{&d.Name, &d.Revision, &d.Component, &d.Library, &d.Owner, &d.Alternatives, &d.Finished, &d.Wishes, &d.What, &d.At, &d.By}
}

func draftAt(ctx context.Context, q query, name string, revision int) (*Draft, []byte, error) {
	var d Draft
	var body []byte
	err := q.QueryRow(ctx, `select `+draftColumns+`, r.body::text from drafts d join draft_revisions r on r.draft_id = d.id where d.name = $1 and r.revision = $2`, name, revision).
		Scan(append(d.fields(), &body)...)
	if errors.Is(err, pgx.ErrNoRows) {
		return nil, nil, &NotFound{fmt.Sprintf("the draft %s has no revision %d", name, revision), "its revisions are listed at /api/v1/drafts/" + name + "/revisions"}
	}
	return &d, body, err
}

// Draft gives one state of a draft; the newest where revision is 0.
func (s *Store) Draft(ctx context.Context, name string, revision int) (*Draft, []byte, error) {
	if revision == 0 {
		err := s.pool.QueryRow(ctx, `select revision from drafts where name = $1`, name).Scan(&revision)
		if errors.Is(err, pgx.ErrNoRows) {
			return nil, nil, noDraft(name)
		}
		if err != nil {
			return nil, nil, err
		}
	}
	return draftAt(ctx, s.pool, name, revision)
}

// Drafts lists the newest state of each draft, by name.
func (s *Store) Drafts(ctx context.Context) ([]Draft, error) {
	return s.draftRows(ctx, `select `+draftColumns+` from drafts d join draft_revisions r on r.draft_id = d.id and r.revision = d.revision order by d.name`)
}

// DraftRevisions lists all states of a draft, the newest first.
func (s *Store) DraftRevisions(ctx context.Context, name string) ([]Draft, error) {
	list, err := s.draftRows(ctx, `select `+draftColumns+` from drafts d join draft_revisions r on r.draft_id = d.id where d.name = $1 order by r.revision desc`, name)
	if err == nil && len(list) == 0 {
		err = noDraft(name)
	}
	return list, err
}

// Finished gives the newest states of the finished drafts of a component, with their
// bodies. A draft that names no library is for any.
func (s *Store) Finished(ctx context.Context, library, component string) (list []Draft, bodies [][]byte, err error) {
	rows, err := s.pool.Query(ctx, `select `+draftColumns+`, r.body::text from drafts d join draft_revisions r on r.draft_id = d.id and r.revision = d.revision
		where r.component = $1 and r.finished <> '' and r.library in ('', $2) order by d.name`, component, library)
	if err != nil {
		return nil, nil, err
	}
	defer rows.Close()
	for rows.Next() {
		var d Draft
		var body []byte
		if err := rows.Scan(append(d.fields(), &body)...); err != nil {
			return nil, nil, err
		}
		list, bodies = append(list, d), append(bodies, body)
	}
	return list, bodies, rows.Err()
}

func (s *Store) draftRows(ctx context.Context, sql string, args ...any) ([]Draft, error) {
	rows, err := s.pool.Query(ctx, sql, args...)
	if err != nil {
		return nil, err
	}
	list := []Draft{}
	for rows.Next() {
		var d Draft
		if err := rows.Scan(d.fields()...); err != nil {
			rows.Close()
			return nil, err
		}
		list = append(list, d)
	}
	return list, rows.Err()
}
