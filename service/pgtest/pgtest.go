// Package pgtest gives tests a PostgreSQL of their own: a private cluster on a
// free loopback port, made once per test program and removed at its end.
package pgtest

import (
	"fmt"
	"net"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"sort"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"testing"
)

// Cluster is a running PostgreSQL.
type Cluster struct {
	dir, bin string
	port     int
	as       *syscall.Credential // the server refuses to run as root
	mu       sync.Mutex
	made     int
}

// Run starts a cluster, runs the tests, and stops it. Call it from TestMain.
func Run(m *testing.M, use func(*Cluster)) {
	c, err := start()
	if err != nil {
		fmt.Fprintln(os.Stderr, "pgtest:", err)
		os.Exit(1)
	}
	use(c)
	code := m.Run()
	c.Stop()
	os.RemoveAll(c.dir)
	os.Exit(code)
}

func start() (*Cluster, error) {
	bin := os.Getenv("STEADY_PGBIN")
	if bin == "" {
		found, _ := filepath.Glob("/usr/lib/postgresql/*/bin")
		if len(found) == 0 {
			return nil, fmt.Errorf("PostgreSQL's server programs are not installed; run the tests with make test, which installs them")
		}
		sort.Strings(found)
		bin = found[len(found)-1]
	}
	dir, err := os.MkdirTemp("/tmp", "steady-pg-")
	if err != nil {
		return nil, err
	}
	c := &Cluster{dir: dir, bin: bin}
	if os.Getuid() == 0 {
		u, err := user.Lookup("postgres")
		if err != nil {
			return nil, err
		}
		uid, _ := strconv.Atoi(u.Uid)
		gid, _ := strconv.Atoi(u.Gid)
		c.as = &syscall.Credential{Uid: uint32(uid), Gid: uint32(gid)}
		if err := os.Chown(dir, uid, gid); err != nil {
			return nil, err
		}
	}
	if err := c.run("initdb", "-D", c.data(), "-U", "steady", "--auth=trust", "--no-sync", "-E", "UTF8", "--locale=C.UTF-8"); err != nil {
		return nil, err
	}
	return c, c.Start()
}

func (c *Cluster) data() string { return filepath.Join(c.dir, "data") }

// Start starts the server, on the port that it had before if it ran already.
func (c *Cluster) Start() error {
	if c.port == 0 {
		l, err := net.Listen("tcp", "127.0.0.1:0")
		if err != nil {
			return err
		}
		c.port = l.Addr().(*net.TCPAddr).Port
		l.Close()
	}
	options := fmt.Sprintf("-c listen_addresses=127.0.0.1 -p %d -c unix_socket_directories='' -c fsync=off -c full_page_writes=off -c shared_buffers=256MB", c.port)
	return c.run("pg_ctl", "-D", c.data(), "-w", "-t", "60", "-l", filepath.Join(c.dir, "log"), "-o", options, "start")
}

// Stop stops the server at once, as a crash would.
func (c *Cluster) Stop() {
	_ = c.run("pg_ctl", "-D", c.data(), "-m", "immediate", "-w", "stop") // it may be stopped already
}

func (c *Cluster) run(name string, args ...string) error {
	cmd := exec.Command(filepath.Join(c.bin, name), args...)
	cmd.Dir = "/"
	cmd.SysProcAttr = &syscall.SysProcAttr{Credential: c.as}
	log, err := os.CreateTemp("", "pg-")
	if err != nil {
		return err
	}
	defer os.Remove(log.Name())
	defer log.Close()
	cmd.Stdout, cmd.Stderr = log, log // a pipe would be held open by the server
	if err := cmd.Run(); err != nil {
		out, _ := os.ReadFile(log.Name())
		return fmt.Errorf("%s: %w: %s", name, err, strings.TrimSpace(string(out)))
	}
	return nil
}

// Database makes a new, empty database and gives its address.
func (c *Cluster) Database(t testing.TB) string {
	t.Helper()
	c.mu.Lock()
	c.made++
	name := fmt.Sprintf("test%d", c.made)
	c.mu.Unlock()
	if err := c.run("createdb", "-h", "127.0.0.1", "-p", strconv.Itoa(c.port), "-U", "steady", name); err != nil {
		t.Fatal(err)
	}
	return fmt.Sprintf("postgres://steady@127.0.0.1:%d/%s", c.port, name)
}
