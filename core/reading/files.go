// This file lists what apps can import of a package by the paths of its files, where the
// package does not list its modules.

package reading

import (
	"path"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/modules"
)

// importable lists the files that apps can import by their paths, with the components that
// they export. A component is looked for in the file that declares it and in the index
// files of the folders around that, through which packages hand on what they hold.
func (r *reader) importable() {
	p := &r.listing.Package
	defer func() { // modules that hold something else than code can be imported too
		for _, m := range r.set.Others() {
			p.Files = append(p.Files, contract.File{Path: m})
		}
	}()
	files, any := r.set.Importable()
	if !any {
		return
	}
	if len(files) == 0 {
		p.MoreModules = true
		return
	}
	at := map[string][]int{} // by file: folders stand for files, too
	p.Files = make([]contract.File, len(files))
	for i, f := range files {
		p.Files[i].Path = f.Module
		at[f.File] = append(at[f.File], i)
	}
	behind := map[string]string{} // the files behind modules
	for _, s := range r.starts {
		behind[s.Module] = s.File
	}
	of := map[modules.Origin]string{}
	looked := map[string]bool{}
	for i := range r.listing.Components {
		c := &r.listing.Components[i]
		if c.Export.Kind == "member" {
			continue // it comes with its owner
		}
		for _, way := range c.Paths() {
			file, ok := behind[way.Module]
			if !ok {
				continue
			}
			from := r.set.Past(file, way.Name)
			if of[from] == "" {
				of[from] = c.Component
			}
			looked[from.File] = true
			for dir := path.Dir(from.File); strings.HasPrefix(dir+"/", r.set.Dir+"/") || r.set.Dir == "."; dir = path.Dir(dir) {
				if index, ok := r.set.At(path.Join(dir, "index"), false); ok {
					looked[index] = true
				}
				if dir == r.set.Dir || dir == "." {
					break
				}
			}
		}
	}
	for file := range looked {
		if len(at[file]) == 0 {
			continue
		}
		gives := map[string]string{}
		names, _, _ := r.set.FileNames(file)
		for _, name := range names {
			if component := of[r.set.Past(file, name)]; component != "" {
				gives[name] = component
			}
		}
		for _, i := range at[file] {
			p.Files[i].Gives = gives
		}
		r.readFiles[file] = true
	}
}
