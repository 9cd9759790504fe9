package main

import (
	"context"
	_ "embed"
	"encoding/json"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"steadysocket/core/contract"
	"steadysocket/core/reading"
)

//go:embed sources.json
var sourcesText []byte

// measureSources reads the sources that packages carry as if they were checked out, with
// nothing built beside them, and asks the compiler about the same sources.
func measureSources(typescript, folder string, l library) (*row, error) {
	dir, err := checkOut(folder, l)
	if err != nil {
		return nil, err
	}
	start := time.Now()
	result, err := readWith(dir, true, reading.Options{})
	if err != nil {
		return nil, err
	}
	r := &row{library: l, Ours: time.Since(start), Read: len(result.Listing.Components)}
	if r.Memory, err = memoryOf(dir, true, result.Bytes); err != nil {
		return nil, err
	}
	onlyMain(result.Listing)
	start = time.Now()
	if l.Runs {
		return r, r.holdRunning(result.Listing, folder, dir)
	}
	modules := map[string]string{".": filepath.Join(dir, filepath.FromSlash(l.Entry))}
	k, err := ask(context.Background(), typescript, folder, modules)
	if err != nil {
		return nil, err
	}
	r.Theirs = time.Since(start)
	r.comparison = compare(result.Listing, k, l.declares(dir))
	return r, r.settle(typescript, folder, modules)
}

// holdRunning holds a listing against what the components declare of themselves when they
// run. They may take more than that: what they hand on.
func (r *row) holdRunning(listing *contract.Listing, folder, dir string) error {
	start := time.Now()
	k, err := declaredTypes(context.Background(), folder, r.Name)
	if err != nil {
		return err
	}
	r.Theirs = time.Since(start)
	r.comparison = compare(listing, k, r.declares(dir))
	delete(r.Counts, invented)
	r.Differ = slices.DeleteFunc(r.Differ, func(d difference) bool { return d.Kind == invented })
	return nil
}

// onlyMain leaves what the main module of a package gives out.
func onlyMain(l *contract.Listing) {
	var kept []contract.Contract
	for _, c := range l.Components {
		also := slices.DeleteFunc(slices.Clone(c.Export.Also), func(o contract.OtherPath) bool { return o.Module != "." })
		if c.Export.Module != "." && len(also) > 0 && c.Export.Of == "" {
			c.Export.Module, c.Export.Name, also = ".", also[0].Name, also[1:]
		}
		if c.Export.Module == "." {
			c.Export.Also = also
			kept = append(kept, c)
		}
	}
	l.Components = kept
}

// checkOut copies the sources of an installed package, without what is built of them, to
// where its packages are still found around it.
func checkOut(folder string, l library) (string, error) {
	from := filepath.Join(folder, "node_modules", filepath.FromSlash(l.Name))
	to := filepath.Join(folder, "sources", filepath.Base(from))
	if err := os.RemoveAll(to); err != nil {
		return "", err
	}
	if err := os.MkdirAll(to, 0o755); err != nil {
		return "", err
	}
	names, err := filepath.Glob(filepath.Join(from, "*.json"))
	if err != nil {
		return "", err
	}
	for _, name := range names {
		if err := copyFile(name, filepath.Join(to, filepath.Base(name))); err != nil {
			return "", err
		}
	}
	if err := beginWith(filepath.Join(to, "package.json"), l.Entry); err != nil {
		return "", err
	}
	for _, part := range append(l.Folders, strings.Split(l.Entry, "/")[0]) {
		top := filepath.Join(from, part)
		err := filepath.WalkDir(top, func(name string, d os.DirEntry, err error) error {
			if err != nil {
				return err
			}
			if d.IsDir() && (d.Name() == "node_modules" || d.Name() == "dist") {
				return filepath.SkipDir
			}
			rest, _ := filepath.Rel(from, name)
			if d.IsDir() {
				return os.MkdirAll(filepath.Join(to, rest), 0o755)
			}
			if base, declares := strings.CutSuffix(name, ".d.ts"); declares && (l.Runs || exists(base+".ts") || exists(base+".tsx")) {
				return nil // built, or telling what is to be read from the code
			}
			return copyFile(name, filepath.Join(to, rest))
		})
		if err != nil {
			return "", err
		}
	}
	return to, nil
}

// beginWith has a manifest say where the sources begin, if it does not.
func beginWith(name, entry string) error {
	var manifest map[string]any
	if err := readInto(name, &manifest); err != nil {
		return err
	}
	if _, says := manifest["source"]; !says {
		manifest["source"] = "./" + entry
	}
	data, err := json.Marshal(manifest)
	if err != nil {
		return err
	}
	return os.WriteFile(name, data, 0o644)
}

func copyFile(from, to string) error {
	data, err := os.ReadFile(from)
	if err != nil {
		return err
	}
	return os.WriteFile(to, data, 0o644)
}

//go:embed proptypes.cjs
var propTypesScript string

// declaredTypes asks what the components of a package declare when they run.
func declaredTypes(ctx context.Context, folder, name string) (*known, error) {
	var k known
	if err := node(ctx, propTypesScript, folder, &k, []string{"-", folder, name}, nil); err != nil {
		return nil, err
	}
	return &k, nil
}
