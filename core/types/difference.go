// This file finds where two types differ.

package types

import (
	"slices"
	"strconv"
)

// Difference is one place where two types differ: the path that leads there from the
// outside (fields by name, [] for elements, parameters by name in parentheses, => for
// results), and what is there on each side, nil for nothing.
type Difference struct {
	Path     string
	Old, New Type
}

// Differences lists the places where two types differ, as deep as both have the same
// form; none where they are equal.
func Differences(old, new Type) []Difference {
	var list []Difference
	differ(old, new, "", 0, &list)
	return list
}

// Bounds on what is looked into.
const (
	maxDifferences    = 20
	maxDifferingDepth = 20
)

func differ(a, b Type, path string, depth int, list *[]Difference) {
	if len(*list) >= maxDifferences || a != nil && b != nil && Equal(a, b) {
		return
	}
	here := func() { *list = append(*list, Difference{path, a, b}) }
	if a == nil || b == nil || depth > maxDifferingDepth {
		here()
		return
	}
	into := func(a, b Type, step string) { differ(a, b, path+step, depth+1, list) }
	switch x := a.(type) {
	case *Object:
		y, ok := b.(*Object)
		if !ok || len(x.Indexes)+len(y.Indexes) > 0 {
			break
		}
		for _, f := range x.Fields {
			switch g := y.field(f.Name); {
			case g == nil:
				into(f.Type, nil, step(f.Name))
			case f.Optional != g.Optional:
				into(&Object{Fields: []*Field{f}}, &Object{Fields: []*Field{g}}, "")
			default:
				into(f.Type, g.Type, step(f.Name))
			}
		}
		for _, g := range y.Fields {
			if x.field(g.Name) == nil {
				into(nil, g.Type, step(g.Name))
			}
		}
		return
	case *Array:
		if y, ok := b.(*Array); ok && x.Readonly == y.Readonly {
			into(x.Elem, y.Elem, "[]")
			return
		}
	case *Func:
		y, ok := b.(*Func)
		if !ok || len(x.Params) != len(y.Params) || len(x.TypeParams)+len(y.TypeParams) > 0 {
			break
		}
		before := len(*list)
		for i := range x.Params {
			p, q := x.Params[i], y.Params[i]
			if p.Optional == q.Optional && p.Rest == q.Rest {
				into(p.Type, q.Type, "("+q.Name+")")
			}
		}
		into(x.Result, y.Result, "=>")
		if len(*list) > before {
			return
		}
	case *Union:
		y, ok := b.(*Union)
		if !ok {
			break
		}
		lost, came := without(x.Members, y.Members), without(y.Members, x.Members)
		if len(lost) == 1 && len(came) == 1 {
			into(lost[0], came[0], "")
			return
		}
		*list = append(*list, Difference{path, some(lost), some(came)})
		return
	case *Named:
		y, ok := b.(*Named)
		if !ok || x.Name != y.Name || x.From != y.From || len(x.Args) != len(y.Args) {
			break
		}
		before := len(*list)
		for i := range x.Args {
			into(x.Args[i], y.Args[i], "<"+strconv.Itoa(i+1)+">")
		}
		if len(*list) > before {
			return
		}
	}
	here()
}

func step(name string) string {
	if isWord(name) {
		return "." + name
	}
	return "[" + Quote(name) + "]"
}

// without gives the types of a list that are not in another.
func without(list, other []Type) []Type {
	return slices.DeleteFunc(slices.Clone(list), func(t Type) bool {
		return slices.ContainsFunc(other, func(o Type) bool { return Equal(t, o) })
	})
}

func some(list []Type) Type {
	if len(list) == 0 {
		return nil
	}
	return NewUnion(list...)
}
