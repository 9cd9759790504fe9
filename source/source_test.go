package source

import (
	"archive/tar"
	"bytes"
	"compress/gzip"
	"context"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/demo"
)

func TestOpenDirectoryKeepsInside(t *testing.T) {
	dir := t.TempDir()
	outside := filepath.Join(t.TempDir(), "secret.ts")
	write(t, outside, "secret")
	write(t, filepath.Join(dir, "in", "a.ts"), "a")
	if err := os.Symlink(outside, filepath.Join(dir, "leak.ts")); err != nil {
		t.Fatal(err)
	}
	s, err := Open(context.Background(), dir)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if data, err := fs.ReadFile(s.FS, "in/a.ts"); err != nil || string(data) != "a" {
		t.Errorf("in/a.ts: %q, %v", data, err)
	}
	if data, err := fs.ReadFile(s.FS, "leak.ts"); err == nil {
		t.Errorf("a link out of the tree is followed: %q", data)
	}
}

func TestOpenGit(t *testing.T) {
	dir := t.TempDir()
	if err := demo.Build(context.Background(), dir); err != nil {
		t.Fatal(err)
	}
	repo := filepath.Join(dir, "fairlead")
	s, err := Open(context.Background(), repo+"@1.2.0")
	if err != nil {
		t.Fatal(err)
	}
	data, err := fs.ReadFile(s.FS, "package.json")
	if err != nil || !strings.Contains(string(data), `"version": "1.2.0"`) {
		t.Errorf("package.json of 1.2.0: %s, %v", data, err)
	}
	if err := fstest.TestFS(s.FS, "package.json", "src/FareTag.tsx"); err != nil {
		t.Error(err)
	}
	if s.Kind != Git || len(s.Commit) != 40 {
		t.Errorf("opened as %s at %q", s.Kind, s.Commit)
	}
	working, err := Open(context.Background(), repo)
	if err != nil {
		t.Fatal(err)
	}
	defer working.Close()
	if !working.Dirty || working.Commit == "" {
		t.Errorf("the working tree is at %q, dirty %v", working.Commit, working.Dirty)
	}
	sub, err := Open(context.Background(), filepath.Join(repo, "src")+"@1.0.0")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := fs.Stat(sub.FS, "FareTag.tsx"); err != nil {
		t.Errorf("a folder of a repository: %v", err)
	}
	_, err = Open(context.Background(), repo+"@9.9.9")
	if err == nil || !strings.Contains(err.Error(), "the repository has no ref 9.9.9; its newest tags are 2.1.0, 2.0.0") {
		t.Errorf("an unknown ref: %v", err)
	}
	_, err = Open(context.Background(), t.TempDir()+"@main")
	if err == nil || !strings.Contains(err.Error(), "is not in a git repository; leave out @main") {
		t.Errorf("no repository: %v", err)
	}
	_, err = Open(context.Background(), repo+"@--output=/tmp/x")
	if err == nil {
		t.Error("a ref that is an option is taken")
	}
}

func TestOpenArchive(t *testing.T) {
	dir := t.TempDir()
	good := filepath.Join(dir, "good.tgz")
	pack(t, good, map[string]string{"package/package.json": "{}", "package/src/a.ts": "a"})
	s, err := Open(context.Background(), good)
	if err != nil {
		t.Fatal(err)
	}
	if err := fstest.TestFS(s.FS, "package.json", "src/a.ts"); err != nil {
		t.Error(err)
	}

	tests := map[string]struct {
		make func(name string)
		want string
	}{
		"climbs": {func(name string) { pack(t, name, map[string]string{"../../etc/passwd": "x"}) }, "which leads out of it"},
		"rooted": {func(name string) { pack(t, name, map[string]string{"/etc/passwd": "x"}) }, "which leads out of it"},
		"plain":  {func(name string) { write(t, name, "no gzip") }, "not a gzip file"},
		"cut": {func(name string) {
			pack(t, name, map[string]string{"package/a.ts": strings.Repeat("abc", 1000)})
			data, err := os.ReadFile(name)
			if err != nil {
				t.Fatal(err)
			}
			write(t, name, string(data[:len(data)/2]))
		}, "the archive is broken"},
		"bomb": {func(name string) {
			f, err := os.Create(name)
			if err != nil {
				t.Fatal(err)
			}
			zipped := gzip.NewWriter(f)
			stream := tar.NewWriter(zipped)
			if err := stream.WriteHeader(&tar.Header{Name: "package/a.ts", Size: 4 << 30, Mode: 0o644, Typeflag: tar.TypeReg}); err != nil {
				t.Fatal(err)
			}
			if _, err := io.CopyN(stream, zeros{}, 1<<20); err != nil {
				t.Fatal(err)
			}
			zipped.Close()
			f.Close()
		}, "has 4294967296 bytes"},
	}
	for name, test := range tests {
		file := filepath.Join(dir, name+".tgz")
		test.make(file)
		if _, err := Open(context.Background(), file); err == nil || !strings.Contains(err.Error(), test.want) {
			t.Errorf("%s: %v, want %q", name, err, test.want)
		}
	}
}

func TestOpenErrors(t *testing.T) {
	file := filepath.Join(t.TempDir(), "a.txt")
	write(t, file, "x")
	for text, want := range map[string]string{
		"./nowhere": "there is no such file or directory; give a directory, ./dir@git-ref or a .tgz archive",
		file:        "this is neither a directory nor a .tgz archive",
	} {
		if _, err := Open(context.Background(), text); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("Open(%s): %v", text, err)
		}
	}
}

type zeros struct{}

func (zeros) Read(p []byte) (int, error) { clear(p); return len(p), nil }

func write(t *testing.T, name, text string) {
	t.Helper()
	if err := os.MkdirAll(filepath.Dir(name), 0o755); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(name, []byte(text), 0o644); err != nil {
		t.Fatal(err)
	}
}

func pack(t *testing.T, name string, files map[string]string) {
	t.Helper()
	var buf bytes.Buffer
	zipped := gzip.NewWriter(&buf)
	stream := tar.NewWriter(zipped)
	for path, text := range files {
		if err := stream.WriteHeader(&tar.Header{Name: path, Size: int64(len(text)), Mode: 0o644, Typeflag: tar.TypeReg}); err != nil {
			t.Fatal(err)
		}
		if _, err := stream.Write([]byte(text)); err != nil {
			t.Fatal(err)
		}
	}
	if err := stream.Close(); err != nil {
		t.Fatal(err)
	}
	if err := zipped.Close(); err != nil {
		t.Fatal(err)
	}
	write(t, name, buf.String())
}

// TestAround finds the packages installed around a source and lends them to it.
func TestAround(t *testing.T) {
	root := t.TempDir()
	inner := filepath.Join(root, "packages", "ui")
	write(t, filepath.Join(inner, "a.ts"), "a")
	write(t, filepath.Join(inner, "node_modules", "near", "i.d.ts"), "own near")
	write(t, filepath.Join(root, "node_modules", "near", "i.d.ts"), "far near")
	write(t, filepath.Join(root, "node_modules", "far", "i.d.ts"), "far")
	write(t, filepath.Join(root, "node_modules", "far", "package", "a.ts"), "")
	outside := filepath.Join(t.TempDir(), "secret.ts")
	write(t, outside, "secret")
	if err := os.Symlink(outside, filepath.Join(root, "node_modules", "far", "leak.ts")); err != nil {
		t.Fatal(err)
	}
	around := Around(inner)
	if len(around) < 2 || around[0] != filepath.Join(inner, "node_modules") || around[1] != filepath.Join(root, "node_modules") {
		t.Fatalf("around are %v", around)
	}
	if list := Around(filepath.Join(root, "node_modules", "far", "package")); len(list) == 0 || list[0] != filepath.Join(root, "node_modules") {
		t.Errorf("around an installed package are %v", list)
	}
	if list := Around(filepath.Join(inner, "a.ts")); list != nil {
		t.Errorf("around a file are %v", list)
	}
	s, err := Open(context.Background(), inner)
	if err != nil {
		t.Fatal(err)
	}
	s.With(append(around, filepath.Join(root, "gone")))
	for name, want := range map[string]string{"a.ts": "a", "node_modules/near/i.d.ts": "own near", "node_modules/far/i.d.ts": "far", "node_modules/none/i.d.ts": "", "node_modules/far/leak.ts": "", "far/i.d.ts": ""} {
		data, err := fs.ReadFile(s.FS, name)
		if string(data) != want || (err == nil) != (want != "") {
			t.Errorf("%s: %q, %v", name, data, err)
		}
		if _, err := fs.Stat(s.FS, name); (err == nil) != (want != "") {
			t.Errorf("%s: %v", name, err)
		}
	}
	if err := s.Close(); err != nil {
		t.Error(err)
	}
	// Where the source has no packages of its own, the folder of those around it is there.
	bare, err := Open(context.Background(), filepath.Join(root, "packages"))
	if err != nil {
		t.Fatal(err)
	}
	defer bare.Close()
	for _, there := range []bool{false, true} {
		if info, err := fs.Stat(bare.FS, "node_modules"); (err == nil && info.IsDir()) != there {
			t.Errorf("there are packages: %v; node_modules: %v", there, err)
		}
		bare.With([]string{filepath.Join(root, "node_modules")})
	}
}
