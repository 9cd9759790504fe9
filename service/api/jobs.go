// This file does the work that is queued.

package api

import (
	"context"
	"errors"
	"fmt"
	"time"

	"steadysocket/service/store"
)

// jobPause is how long a service waits before it looks for work that others queued.
const jobPause = 15 * time.Second

// wake has the queue looked at now.
func (s *server) wake() {
	select {
	case s.jobs <- struct{}{}:
	default: // it will be looked at anyway
	}
}

// work does what is queued until the context ends.
func (s *server) work(ctx context.Context) {
	for {
		for s.workOne(ctx) {
		}
		select {
		case <-ctx.Done():
			return
		case <-s.jobs:
		case <-time.After(jobPause):
		}
	}
}

// workOne does the job that is due longest; false where there is none, or the database
// does not answer.
func (s *server) workOne(ctx context.Context) bool {
	job, ok, err := s.store.TakeJob(ctx)
	if err != nil && ctx.Err() == nil {
		s.log.Error("looking for work", "error", err)
	}
	if !ok {
		return false
	}
	problem := guarded(func() error { return s.do(ctx, job) })
	if problem != nil {
		s.log.Error("working", "job", job.Kind, "subject", job.Subject, "error", problem)
	}
	if err := s.store.FinishJob(context.WithoutCancel(ctx), job, problem); err != nil {
		s.log.Error("ending work", "job", job.Kind, "subject", job.Subject, "error", err)
	}
	return ctx.Err() == nil
}

func (s *server) do(ctx context.Context, job store.Job) error {
	switch job.Kind {
	case store.InspectApp:
		_, err := s.inspected(ctx, job.Subject)
		var none *store.NotFound
		if errors.As(err, &none) {
			return nil // its releases are not kept here, or it is gone: nothing is to be inspected
		}
		return err
	}
	return fmt.Errorf("no work of the kind %q is known", job.Kind)
}
