// This file leaves out the files of an app that people did not write.

package usage

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/place"
)

// written gives the files that people wrote, and how the others were made. Where there is
// nothing but those, they are what there is to read.
func written(set *modules.Set, files []string, ignored func(name string) bool) (kept []string, madeBy map[string]string) {
	madeBy = set.Made(files)
	if ignored != nil {
		for _, name := range files {
			if ignored(name) {
				madeBy[name] = "ignored by git"
			}
		}
	}
	if len(madeBy) == len(files) {
		return files, nil
	}
	return slices.DeleteFunc(files, func(name string) bool { return madeBy[name] != "" }), madeBy
}

// saidOfMade says which files were left out, folder by folder: what they use is in the
// sources that they were made from.
func (s *scanner) saidOfMade(madeBy map[string]string) {
	type group struct{ folder, how string }
	groups := map[group][]string{}
	for _, name := range slices.Sorted(maps.Keys(madeBy)) {
		folder, _, nested := strings.Cut(name, "/")
		if !nested {
			folder = name
		}
		at := group{folder, madeBy[name]}
		groups[at] = append(groups[at], name)
	}
	for at, names := range groups {
		first := place.Place{File: names[0], Line: 1, Column: 1}
		if len(names) == 1 {
			s.unreadTag(first, "the file is "+at.how+": what it uses is in the source that it was made from")
			continue
		}
		s.unreadTag(first, fmt.Sprintf("%d files in %s are %s: what they use is in the sources that they were made from", len(names), at.folder, at.how))
	}
}
