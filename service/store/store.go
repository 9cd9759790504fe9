// Package store keeps releases, contracts, scans and sites in PostgreSQL. What
// is added is there whole or not at all; every write carries its actor.
package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/pgxpool"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is the database.
type Store struct{ pool *pgxpool.Pool }

// lockKey is the advisory lock under which migrations run.
const lockKey = 0x5354454144 // "STEAD"

// Open connects to the database and brings its schema up to date.
func Open(ctx context.Context, url string) (*Store, error) {
	config, err := pgxpool.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("the database's address is not right: %w", err)
	}
	config.MaxConns = 8
	config.ConnConfig.ConnectTimeout = 5 * time.Second
	pool, err := pgxpool.NewWithConfig(ctx, config)
	if err != nil {
		return nil, err
	}
	s := &Store{pool}
	if err := s.migrate(ctx); err != nil {
		pool.Close()
		return nil, fmt.Errorf("the database could not be brought up to date: %w", err)
	}
	return s, nil
}

// Close ends all connections.
func (s *Store) Close() { s.pool.Close() }

// Ready reports whether the database answers.
func (s *Store) Ready(ctx context.Context) error {
	ctx, cancel := context.WithTimeout(ctx, 2*time.Second)
	defer cancel()
	return s.pool.Ping(ctx)
}

// migrate runs the migrations that have not run yet, one service at a time.
func (s *Store) migrate(ctx context.Context) error {
	conn, err := s.pool.Acquire(ctx)
	if err != nil {
		return err
	}
	defer conn.Release()
	if _, err := conn.Exec(ctx, `select pg_advisory_lock($1)`, int64(lockKey)); err != nil {
		return err
	}
	defer conn.Exec(context.WithoutCancel(ctx), `select pg_advisory_unlock($1)`, int64(lockKey))
	if _, err := conn.Exec(ctx, `create table if not exists migrations (name text primary key, at timestamptz not null default now())`); err != nil {
		return err
	}
	names, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil {
		return err
	}
	for _, name := range names {
		var done bool
		if err := conn.QueryRow(ctx, `select exists (select from migrations where name = $1)`, name).Scan(&done); err != nil {
			return err
		}
		if done {
			continue
		}
		text, err := migrations.ReadFile(name)
		if err != nil {
			return err
		}
		err = pgx.BeginFunc(ctx, conn, func(tx pgx.Tx) error {
			if _, err := tx.Exec(ctx, string(text)); err != nil {
				return fmt.Errorf("%s: %w", name, err)
			}
			_, err := tx.Exec(ctx, `insert into migrations (name) values ($1)`, name)
			return err
		})
		if err != nil {
			return err
		}
	}
	return nil
}

// NotFound says that something is not kept.
type NotFound struct {
	What  string
	Right string
}

func (e *NotFound) Error() string {
	if e.Right == "" {
		return e.What
	}
	return e.What + "; " + e.Right
}

// Conflict says that something is kept already and differs.
type Conflict struct{ Message string }

func (e *Conflict) Error() string { return e.Message }

// Unavailable reports whether an error means that the database could not be
// reached, rather than that it refused something.
func Unavailable(err error) bool {
	var pg *pgconn.PgError
	if errors.As(err, &pg) {
		// Classes 08 (connection), 53 (resources) and 57 (operator intervention).
		return strings.HasPrefix(pg.Code, "08") || strings.HasPrefix(pg.Code, "53") || strings.HasPrefix(pg.Code, "57")
	}
	var connect *pgconn.ConnectError
	if errors.As(err, &connect) || pgconn.Timeout(err) || pgconn.SafeToRetry(err) {
		return true
	}
	return errors.Is(err, net.ErrClosed) || strings.Contains(err.Error(), "conn closed") || strings.Contains(err.Error(), "unexpected EOF") || strings.Contains(err.Error(), "connection reset")
}

// maxAttempts bounds how often a write is tried that another one hinders.
const maxAttempts = 5

// write runs f in one transaction and notes who wrote what. A write that the database
// gave up in favour of another (a deadlock, a serialization failure) is tried again.
func (s *Store) write(ctx context.Context, actor, what, subject string, f func(tx pgx.Tx) error) error {
	var err error
	for attempt := range maxAttempts {
		err = pgx.BeginFunc(ctx, s.pool, func(tx pgx.Tx) error {
			if err := f(tx); err != nil {
				return err
			}
			_, err := tx.Exec(ctx, `insert into writes (actor, what, subject) values ($1, $2, $3)`, actor, what, storable(subject))
			return err
		})
		var pg *pgconn.PgError
		if !errors.As(err, &pg) || !strings.HasPrefix(pg.Code, "40") { // class 40: transaction rollback
			return err
		}
		select {
		case <-ctx.Done():
			return err
		case <-time.After(time.Duration(attempt+1) * 20 * time.Millisecond):
		}
	}
	return err
}
