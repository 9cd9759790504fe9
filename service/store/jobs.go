// This file keeps work that is done after a call has answered: a queue in the database, so
// that none is lost with a process, and several services share it.

package store

import (
	"context"
	"errors"
	"time"

	"github.com/jackc/pgx/v5"
)

// JobKind says what is to be done.
type JobKind string

// InspectApp is to inspect the current scan of an app; its subject is the app.
const InspectApp JobKind = "inspect app"

// Job is one piece of work.
type Job struct {
	Kind    JobKind
	Subject string
}

// lease is how long a job is left to who took it; after that it is due again.
const lease = 10 * time.Minute

// maxJobAttempts bounds how often a job is tried that fails.
const maxJobAttempts = 5

// queue adds a job; one that waits already is not added twice.
func queue(ctx context.Context, tx pgx.Tx, kind JobKind, subject string) error {
	_, err := tx.Exec(ctx, `insert into jobs (kind, subject) values ($1, $2)
		on conflict (kind, subject) do update set due = now(), attempts = 0, problem = ''`, kind, subject)
	return err
}

// TakeJob gives the job that is due longest and leaves it to the caller for a while; false
// where none is due.
func (s *Store) TakeJob(ctx context.Context) (j Job, ok bool, err error) {
	err = s.pool.QueryRow(ctx, `update jobs set due = now() + $1, attempts = attempts + 1
		where (kind, subject) = (select kind, subject from jobs where due <= now() and attempts < $2 order by due limit 1 for update skip locked)
		returning kind, subject`, lease, maxJobAttempts).Scan(&j.Kind, &j.Subject)
	if errors.Is(err, pgx.ErrNoRows) {
		return Job{}, false, nil
	}
	return j, err == nil, err
}

// FinishJob notes how a job ended: done, it goes; otherwise it is due again after a while,
// a few times.
func (s *Store) FinishJob(ctx context.Context, j Job, problem error) error {
	if problem == nil {
		// One that was queued again meanwhile stays: its count began anew.
		_, err := s.pool.Exec(ctx, `delete from jobs where kind = $1 and subject = $2 and attempts > 0`, j.Kind, j.Subject)
		return err
	}
	_, err := s.pool.Exec(ctx, `update jobs set problem = $3, due = now() + attempts * interval '10 seconds' where kind = $1 and subject = $2`, j.Kind, j.Subject, storable(problem.Error()))
	return err
}
