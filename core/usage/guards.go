// This file says whether a condition of the app may leave less of an expression than its
// type says: the compiler narrows what a condition asks about.

package usage

import (
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
)

// guarded reports whether a condition somewhere in the file asks about a name that an
// expression reads. Which condition holds where the expression stands is not worked out.
func (w *walker) guarded(x syntax.Expr) bool {
	asked := w.s.askedIn(w.m)
	if len(asked) == 0 {
		return false
	}
	found := false
	eachRoot(x, func(name string) { found = found || asked[name] })
	return found
}

// askedIn are the names that the conditions of a file ask about.
func (s *scanner) askedIn(m *modules.Module) map[string]bool {
	if asked, ok := s.asked[m]; ok {
		return asked
	}
	asked := map[string]bool{}
	note := func(x syntax.Node) {
		if x != nil {
			eachRoot(x, func(name string) { asked[name] = true })
		}
	}
	look := func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.If:
			note(n.Cond)
		case *syntax.Conditional:
			note(n.If)
		case *syntax.Switch:
			note(n.X)
		case *syntax.Loop:
			if n.Cond != nil {
				note(n.Cond)
			}
		case *syntax.Unary:
			if n.Op == "typeof" || n.Op == "!" {
				note(n.X)
			}
		case *syntax.Binary:
			switch n.Op {
			case "&&", "||", "??":
				note(n.X)
			case "===", "!==", "==", "!=", "in", "instanceof":
				note(n)
			}
		}
		return true
	}
	syntax.WalkFile(m.File, look)
	if m.File.Markup != nil {
		var visit func(list []syntax.Node)
		visit = func(list []syntax.Node) {
			for _, n := range list {
				t, ok := n.(*syntax.Tag)
				if !ok {
					continue
				}
				for _, name := range []string{"if", "else-if", "show"} {
					if d := t.Directive(name); d != nil && d.X != nil {
						note(d.X)
					}
				}
				visit(t.Nodes)
			}
		}
		visit(m.File.Markup.Nodes)
	}
	if s.asked == nil {
		s.asked = map[*modules.Module]map[string]bool{}
	}
	s.asked[m] = asked
	return asked
}

// eachRoot visits the names that an expression begins to read at: x of x.y[0].
func eachRoot(x syntax.Node, visit func(name string)) {
	syntax.Walk(x, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.Ident:
			visit(n.Name)
		case *syntax.Member:
			eachRoot(n.X, visit)
			return false
		case *syntax.Keyword:
			visit("this")
		}
		return true
	})
}
