// Command steadysocketd is the service of Steady Socket: it keeps releases,
// contracts and use sites in PostgreSQL and serves the API and the console.
package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"os"
	"os/signal"
	"strings"
	"syscall"
	"time"

	"steadysocket/service/api"
	"steadysocket/service/store"
)

func main() {
	listen := flag.String("listen", "127.0.0.1:7420", "address to listen on")
	hosts := flag.String("hosts", "", "further host names, with commas, under which the service may be called")
	flag.Usage = func() {
		fmt.Fprintln(os.Stderr, "steadysocketd serves Steady Socket. The database is named by STEADY_DATABASE_URL.")
		flag.PrintDefaults()
	}
	flag.Parse()
	if err := run(*listen, *hosts); err != nil {
		fmt.Fprintln(os.Stderr, "steadysocketd:", err)
		os.Exit(1)
	}
}

// maxAnswer bounds a request as a whole, its body and its answer; what can be bounded more
// narrowly is bounded by the handler.
const maxAnswer = 5 * time.Minute

// patience is how long requests under way may take after a stop was asked for.
const patience = 15 * time.Second

func run(listen, hosts string) error {
	log := slog.New(slog.NewJSONHandler(os.Stderr, nil))
	url := os.Getenv("STEADY_DATABASE_URL")
	if url == "" {
		return errors.New("STEADY_DATABASE_URL is not set; it names the PostgreSQL database, as in postgres://user@127.0.0.1:5432/steady")
	}
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	db, err := store.Open(ctx, url)
	if err != nil {
		return err
	}
	defer db.Close()
	listener, err := net.Listen("tcp", listen)
	if err != nil {
		return fmt.Errorf("cannot listen on %s: %w", listen, err)
	}
	var names []string
	if hosts != "" {
		names = strings.Split(hosts, ",")
	}
	server := &http.Server{Handler: api.Handler(ctx, db, log, names...), ReadHeaderTimeout: 10 * time.Second, IdleTimeout: 2 * time.Minute, WriteTimeout: maxAnswer}
	failed := make(chan error, 1)
	go func() { failed <- server.Serve(listener) }()
	log.Info("listening", "address", listener.Addr().String())
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	log.Info("stopping")
	end, cancel := context.WithTimeout(context.Background(), patience)
	defer cancel()
	return server.Shutdown(end)
}
