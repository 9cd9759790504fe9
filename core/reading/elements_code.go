// This file finds the code of elements of which declarations are read: what decorators
// and tables say of properties stands in the built files beside them alone.

package reading

import (
	"maps"
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
				r.restsOn(file)
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

// propertyTable is what one class says of its properties, by their names.
type propertyTable struct {
	by     map[string]declaredProperty
	order  []string               // those that need no field
	at     map[string]syntax.Node // where each of them stands
	static bool                   // there is a table, whether it is understood or not
}

// propertyTable gives what a class says of its properties: its static table of them, its
// decorators, and the decorators that a compiler wrote as calls,
//
//	decorate([property({ type: Boolean })], Button.prototype, 'disabled', …)
//
// whatever the helper is called. A bundler may have given decorators other names: one
// that takes a record, or nothing, declares a property of those that are public.
func (e *elementReading) propertyTable(part standing[*syntax.Class]) propertyTable {
	t := propertyTable{by: map[string]declaredProperty{}, at: map[string]syntax.Node{}}
	for _, member := range part.node.Members {
		name, named := syntax.KeyName(member.Key)
		if !named {
			continue
		}
		if name == "properties" && member.Modifiers.Has(syntax.Static) {
			e.staticTable(&t, part, member)
			continue
		}
		for _, d := range member.Decorators {
			t.take(name, decoratorName(d), func(word string) declaredProperty { return e.decoratedBy(part.module, word, name, d) })
		}
	}
	if calls := e.decorateCalls(part.module); len(calls) > 0 {
		e.calledTable(&t, part, calls)
	}
	if isScript(part.module) && !e.declared[part.node] { // nothing else tells of those that no field shows
		t.order = slices.Sorted(maps.Keys(t.by))
		for _, name := range t.order {
			if t.at[name] == nil {
				t.at[name] = part.node
			}
		}
	}
	return t
}

// take notes what a decorator of a known name says: what is internal stays so.
func (t *propertyTable) take(name, word string, says func(word string) declaredProperty) {
	switch {
	case internalDecorators[word]:
		t.by[name] = declaredProperty{internal: true}
	case propertyDecorators[word] && !t.by[name].internal:
		t.by[name] = says(word)
	}
}

// staticTable reads static properties = { … }.
func (e *elementReading) staticTable(t *propertyTable, part standing[*syntax.Class], member *syntax.ClassMember) {
	t.static = true
	o, in, ok := e.r.objectOf(part.module, staticValue(member), 0)
	if !ok {
		e.r.unread(e.r.at(part.module, member), e.c.Component, "the properties are put together from what is not understood")
		return
	}
	for _, p := range o.Props {
		name, named := syntax.KeyName(p.Key)
		if !named || p.Kind == syntax.SpreadProperty {
			e.r.unread(e.r.at(in, p), e.c.Component, "properties come from another record")
			continue
		}
		t.by[name] = e.declaredBy(in, name, p.Value)
		t.order, t.at[name] = append(t.order, name), p
	}
}

// calledTable reads those of a module's calls that decorate members of a class.
func (e *elementReading) calledTable(t *propertyTable, part standing[*syntax.Class], calls []*syntax.Call) {
	known := localNames(part)
	for _, call := range calls {
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
			word := e.r.decoratorOf(part.module, d)
			if _, isRecord := firstArg(d).(*syntax.Object); word == "" && (isRecord || len(d.Args) == 0) {
				word = "property" // renamed
			}
			t.take(name, word, func(word string) declaredProperty { return e.decoratedBy(part.module, word, name, d) })
		}
	}
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
		for _, dir := range []string{r.set.Dir, path.Dir(d.file)} {
			name := path.Join(dir, strings.TrimPrefix(path.Clean(file), "/"))
			if found, ok := r.set.At(name, r.set.FromSource); ok {
				list = append(list, start{Module: "./" + r.set.Rel(name), File: found})
				break
			}
		}
	}
	return list
}
