// This file finds the code of elements of which declarations are read: what decorators
// and tables say of properties stands in the built files beside them alone.

package reading

import (
	"path"
	"slices"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// declarationsOf are the endings of declaration files, with those of the code that they
// declare.
var declarationsOf = [...][2]string{{".d.ts", ".js"}, {".d.mts", ".mjs"}, {".d.cts", ".cjs"}}

// isScript reports whether a module is code without types.
func isScript(m *modules.Module) bool {
	ending := path.Ext(m.Path)
	return ending == ".js" || ending == ".mjs" || ending == ".cjs"
}

// codeBeside gives the module that a declaration file declares; nil for none.
func (r *reader) codeBeside(m *modules.Module) *modules.Module {
	for _, endings := range declarationsOf {
		if stem, ok := strings.CutSuffix(m.Path, endings[0]); ok {
			if file, there := r.set.At(stem+endings[1], true); there && file == stem+endings[1] {
				return r.set.Loaded(file)
			}
		}
	}
	return nil
}

// codeOf gives the class of which another one is the declaration, where it can be
// found: by its name in the file beside, or as what that file gives out under it.
func (r *reader) codeOf(in *modules.Module, c *syntax.Class) (standing[*syntax.Class], bool) {
	code := r.codeBeside(in)
	if code == nil || c.Name == nil {
		return standing[*syntax.Class]{}, false
	}
	if r.log != nil && !slices.Contains(r.log.Rests, code.Path) {
		r.log.Rests = append(r.log.Rests, code.Path)
	}
	for _, name := range []string{c.Name.Name, "default"} {
		for _, find := range []func(*modules.Module, string) (modules.Symbol, bool){r.set.Export, r.set.Local} {
			if sym, ok := find(code, name); ok && !sym.External() && sym.Module != nil {
				if class, _ := elementClass(sym); class != nil && sym.Module.File != nil {
					return standing[*syntax.Class]{sym.Module, class}, true
				}
			}
		}
	}
	return standing[*syntax.Class]{}, false
}

// extended is the class that another one extends by its name, in code; none where it is
// made by a call.
func (r *reader) extended(code standing[*syntax.Class]) standing[*syntax.Class] {
	if id, ok := syntax.Bare(code.node.Extends).(*syntax.Ident); ok {
		if sym, found := r.set.Local(code.module, id.Name); found && !sym.External() && sym.Module != nil && isScript(sym.Module) {
			if class, _ := elementClass(sym); class != nil {
				return standing[*syntax.Class]{sym.Module, class}
			}
		}
	}
	return standing[*syntax.Class]{}
}

func isDeclaration(m *modules.Module) bool {
	return slices.ContainsFunc(declarationsOf[:], func(endings [2]string) bool { return strings.HasSuffix(m.Path, endings[0]) })
}

// codeTable gives what a class says of its properties: its table of them, its decorators,
// and the decorators that a compiler wrote as calls,
//
//	decorate([property({ type: Boolean })], Button.prototype, 'disabled', …)
//
// whatever the helper is called. A bundler may have given decorators other names: one
// that takes a record, or nothing, declares a property of those that are public.
func (e *elementReading) codeTable(code standing[*syntax.Class]) map[string]declaredProperty {
	table := map[string]declaredProperty{}
	for _, member := range code.node.Members {
		name, named := syntax.KeyName(member.Key)
		if !named {
			continue
		}
		if name == "properties" && member.Modifiers.Has(syntax.Static) {
			if o, in, ok := e.r.objectOf(code.module, staticValue(member), 0); ok {
				for _, p := range o.Props {
					if name, named := syntax.KeyName(p.Key); named && p.Kind != syntax.SpreadProperty {
						table[name] = e.declaredBy(in, name, p.Value)
					}
				}
			}
		}
		for _, d := range member.Decorators {
			if word := decoratorName(d); internalDecorators[word] {
				table[name] = declaredProperty{internal: true}
			} else if propertyDecorators[word] {
				table[name] = e.decoratedBy(code.module, word, name, d)
			}
		}
	}
	known := localNames(code)
	for _, call := range e.decorateCalls(code.module) {
		target := syntax.Bare(call.Args[1]).(*syntax.Member)
		if on, isName := syntax.Bare(target.X).(*syntax.Ident); !isName || !known[on.Name] {
			continue
		}
		key, _ := literalValue(call.Args[2])
		name, isText := key.(string)
		if !isText {
			continue
		}
		for _, x := range syntax.Bare(call.Args[0]).(*syntax.Array).Elems {
			d, ok := x.(*syntax.Call)
			if !ok {
				continue
			}
			word := e.r.decoratorOf(code.module, d)
			_, isRecord := firstArg(d).(*syntax.Object)
			switch {
			case internalDecorators[word]:
				table[name] = declaredProperty{internal: true}
			case propertyDecorators[word], word == "" && (isRecord || len(d.Args) == 0):
				table[name] = e.decoratedBy(code.module, word, name, d)
			}
		}
	}
	return table
}

// decorateCalls lists the calls of a module that decorate members of a class.
func (e *elementReading) decorateCalls(m *modules.Module) []*syntax.Call {
	list, known := e.calls[m]
	if known {
		return list
	}
	if strings.Contains(m.Source, ".prototype") {
		syntax.WalkFile(m.File, func(n syntax.Node) bool {
			call, ok := n.(*syntax.Call)
			if !ok || len(call.Args) < 3 {
				return true
			}
			_, several := syntax.Bare(call.Args[0]).(*syntax.Array)
			target, isMember := syntax.Bare(call.Args[1]).(*syntax.Member)
			if !several || !isMember {
				return true
			}
			if on, isName := target.Name.(*syntax.Ident); isName && on.Name == "prototype" {
				list = append(list, call)
			}
			return true
		})
	}
	e.calls[m] = list
	return list
}

// localNames are the names that a class goes by in its module.
func localNames(code standing[*syntax.Class]) map[string]bool {
	found := map[string]bool{}
	if code.node.Name != nil {
		found[code.node.Name.Name] = true
	}
	syntax.WalkFile(code.module.File, func(n syntax.Node) bool {
		if d, ok := n.(*syntax.Declarator); ok && d.Value != nil {
			if id, isName := d.Name.(*syntax.Ident); isName && syntax.Bare(d.Value) == syntax.Expr(code.node) {
				found[id.Name] = true
			}
		}
		return true
	})
	return found
}

func firstArg(call *syntax.Call) syntax.Expr {
	if len(call.Args) == 0 {
		return nil
	}
	return syntax.Bare(call.Args[0])
}

// decoratorOf is the name of a decorator that is known; "" for one that a bundler may
// have renamed.
func (r *reader) decoratorOf(m *modules.Module, call *syntax.Call) string {
	name := calledName(call)
	if propertyDecorators[name] || internalDecorators[name] {
		return name
	}
	if id, ok := syntax.Bare(call.Fun).(*syntax.Ident); ok {
		if sym, found := r.set.Local(m, id.Name); found && (propertyDecorators[sym.Name] || internalDecorators[sym.Name]) {
			return sym.Name
		}
	}
	if len(name) > 2 { // nobody shortened it: another one
		return name
	}
	return ""
}

// definedModules lists the modules of a package that its manifest names as those of its
// elements, by the files that stand there.
func (r *reader) definedModules() (list []start) {
	d := r.description()
	for _, file := range d.modules {
		for _, dir := range []string{"", path.Dir(d.file)} {
			name := path.Join(r.set.Dir, strings.TrimPrefix(path.Clean(file), "/"))
			if dir != "" {
				name = path.Join(dir, strings.TrimPrefix(path.Clean(file), "/"))
			}
			if found, ok := r.set.At(name, r.set.FromSource); ok {
				rel := r.set.Rel(name)
				list = append(list, start{"./" + rel, found})
				break
			}
		}
	}
	return list
}
