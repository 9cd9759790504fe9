// Command build lays out the demo's git repositories in the given folder.
package main

import (
	"context"
	"fmt"
	"os"
	"path/filepath"

	"steadysocket/core/design"
	"steadysocket/demo"
)

func main() {
	if len(os.Args) != 2 {
		fmt.Fprintln(os.Stderr, "build: call it with the folder that the repositories go to")
		os.Exit(2)
	}
	err := demo.Build(context.Background(), os.Args[1])
	for _, draft := range demo.Drafts {
		if err == nil {
			err = putSchemas(filepath.Join(os.Args[1], "drafts", draft))
		}
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(3)
	}
}

// putSchemas puts the schemas beside a draft by which editors complete it.
func putSchemas(dir string) error {
	files, err := design.Schemas()
	for name, data := range files {
		if err == nil {
			err = os.WriteFile(filepath.Join(dir, name), data, 0o644)
		}
	}
	return err
}
