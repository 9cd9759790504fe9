package source

import (
	"os"
	"path/filepath"
	"testing"
)

func TestKept(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "kept")
	a, b := Kept{dir, "./a"}, Kept{dir, "./b"}
	if _, ok := a.Get("x"); ok {
		t.Error("something is there before anything was kept")
	}
	a.Put("x", []byte("one"))
	a.Put("x", []byte("two"))
	b.Put("x", []byte("three"))
	for k, want := range map[Kept]string{a: "two", b: "three"} {
		if got, ok := k.Get("x"); !ok || string(got) != want {
			t.Errorf("%s keeps %q, %v", k.Of, got, ok)
		}
	}
	if entries, err := os.ReadDir(dir); err != nil || len(entries) != 2 {
		t.Errorf("the folder holds %v, %v", entries, err)
	}
	// A folder that cannot be written is as if nothing were kept.
	file := filepath.Join(t.TempDir(), "file")
	if err := os.WriteFile(file, nil, 0o644); err != nil {
		t.Fatal(err)
	}
	none := Kept{file, "./a"}
	none.Put("x", []byte("one"))
	if _, ok := none.Get("x"); ok {
		t.Error("a file keeps readings")
	}
}
