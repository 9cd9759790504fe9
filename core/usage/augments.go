// This file notes what an app adds to the declarations of packages.

package usage

import (
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// augments notes what declare module "package" and declare global add: compilers merge it
// with what the package declares (TypeScript handbook, declaration merging).
func (s *scanner) augments() {
	for _, m := range s.set.Modules() {
		if !strings.Contains(m.Source, "declare module") && !strings.Contains(m.Source, "declare global") {
			continue
		}
		for _, stmt := range m.File.Body {
			module, ok := stmt.(*syntax.Module)
			if !ok || module.Body == nil {
				continue
			}
			switch name := module.Name.(type) {
			case *syntax.Literal:
				if name.Value != "" && !strings.HasPrefix(name.Value, ".") {
					pkg, _ := modules.SplitName(name.Value)
					s.added(m, pkg, module.Body)
				}
			case *syntax.Ident:
				if module.Word == "global" || name.Name == "global" {
					s.added(m, "", module.Body)
				}
			}
		}
	}
}

// added notes the declarations of one block.
func (s *scanner) added(m *modules.Module, pkg string, block *syntax.Block) {
	for _, stmt := range block.Body {
		switch d := stmt.(type) {
		case *syntax.Interface:
			keys, open := keysOf(d)
			s.augment(m, d.Name, site.Augment{Package: pkg, Keys: keys, Open: open}, d)
		case *syntax.Alias:
			s.augment(m, d.Name, site.Augment{Package: pkg}, d)
		case *syntax.FuncDecl:
			s.augment(m, d.Func.Name, site.Augment{Package: pkg}, d)
		case *syntax.ClassDecl:
			s.augment(m, d.Class.Name, site.Augment{Package: pkg}, d)
		case *syntax.VarDecl:
			for _, one := range d.Decls {
				for _, id := range modules.BoundNames(one.Name) {
					s.augment(m, id, site.Augment{Package: pkg}, d)
				}
			}
		case *syntax.Module: // namespace JSX
			if d.Body != nil {
				s.added(m, pkg, d.Body)
			}
		}
	}
}

// keysOf lists the members of an interface; open where there are more that are not listed.
func keysOf(d *syntax.Interface) (keys []string, open bool) {
	open = len(d.Extends) > 0
	if d.Body == nil {
		return nil, open
	}
	for _, member := range d.Body.Members {
		if key, ok := syntax.KeyName(member.Key); ok {
			keys = append(keys, key)
		} else {
			open = true // an index, or a computed name
		}
	}
	return keys, open
}

func (s *scanner) augment(m *modules.Module, name *syntax.Ident, a site.Augment, at syntax.Node) {
	if name == nil {
		return
	}
	a.Name, a.At = name.Name, m.Place(at)
	a.At.Span = nil
	if a.Keys == nil {
		a.Keys = []string{}
	}
	s.scan.Augments = append(s.scan.Augments, a)
}
