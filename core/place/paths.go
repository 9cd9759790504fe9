package place

import (
	"path"
	"slices"
	"strings"
)

// builds are the usual folders in which builds for several module systems stand beside
// each other.
var builds = map[string]bool{"es": true, "esm": true, "cjs": true, "lib": true, "dist": true, "umd": true, "mjs": true, "module": true, "modern": true, "legacy": true,
	"lib-commonjs": true, "lib-amd": true, "lib-esm": true, "commonjs": true, "build": true, "types": true, "out": true, "js": true, "node": true}

// InOutput reports whether a path leads through a folder that a build writes.
func InOutput(name string) bool {
	return slices.ContainsFunc(strings.Split(path.Dir(name), "/"), func(part string) bool { return builds[part] })
}

// Unbuilt is a path without the folders that a build writes, and without its ending: what
// is built of one source for several module systems has the same one.
func Unbuilt(name string) string {
	dir := slices.DeleteFunc(strings.Split(path.Dir(name), "/"), func(part string) bool { return builds[part] || part == "." })
	base, _, _ := strings.Cut(path.Base(name), ".")
	return strings.Join(append(dir, base), "/")
}
