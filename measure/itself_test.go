package main

import (
	"os"
	"path/filepath"
	"testing"

	"steadysocket/demo"
)

// TestItself compares the demo's packages and published ones that are installed for the
// console and the judges with themselves. Nothing may differ.
func TestItself(t *testing.T) {
	dirs := map[string]string{
		"react-aria-components": filepath.Join(console(t), "node_modules", "react-aria-components"),
		"react-router-dom":      filepath.Join(console(t), "node_modules", "react-router-dom"),
		"the console":           filepath.Join(console(t), "src"),
		"notations":             "testdata/notations",
	}
	for _, release := range []string{"1.2.0", "2.1.0"} {
		dir := t.TempDir()
		if err := demo.Lay(dir, release); err != nil {
			t.Fatal(err)
		}
		dirs["fairlead "+release] = dir
	}
	for name, dir := range dirs {
		t.Run(name, func(t *testing.T) {
			if _, err := os.Stat(dir); err != nil {
				t.Fatal(err)
			}
			got, err := compareItself(dir)
			if err != nil {
				t.Fatal(err)
			}
			if got.Components == 0 || got.wrong() > 0 {
				t.Errorf("of %d components: %d problems, %d bytes written otherwise, %d not kept, %d changes from itself, %d from its archive", got.Components, got.Problems, got.Rewritten, got.Kept, got.Self, got.Archive)
			}
		})
	}
}
