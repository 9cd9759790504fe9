// This file gives fingerprints of what declared names mean: types that are given out by
// their name alone are the same in two releases only where their declarations are.

package evaluate

import (
	"crypto/sha256"
	"encoding/hex"
	"path"
	"slices"
	"strings"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// meanings are the fingerprints of the declared names that were given out.
type meanings struct {
	byName map[string]string // by the name as it is printed, with its package
	types  map[string]Type   // what they stand for, by the name with its arguments as it is printed
	nodes  map[declaredAt]*meaning
	order  int
	stack  []*meaning
}

// meaning is a declaration on its way to its fingerprint. Source of the method: the
// strongly connected components of R. Tarjan, SIAM Journal on Computing 1 (1972):
// declarations that need each other have one fingerprint, made of all their texts, and of
// the fingerprints of what they need besides.
type meaning struct {
	text       string
	index, low int
	onStack    bool
	needs      []string // fingerprints of other components
	print      string   // "" while it is worked out
}

// printLength is how many hexadecimal digits a fingerprint has.
const printLength = 16

// What a fingerprint was made of: a compiler writes a declaration otherwise than its
// source, so that the two tell nothing of each other.
const (
	sourceForm      = "s"
	declarationForm = "d"
)

// noteName notes the declaration of a type that is given out by its name.
func (p *plainer) noteName(given types.Type, m *modules.Module, declared string, of Type) {
	n, named := given.(*types.Named)
	if !named {
		return
	}
	if m == nil || p.e.framework[outermost(m)] != "" {
		return // what the framework's names mean does not change with the library
	}
	all := p.e.meanings
	if i := strings.LastIndexByte(declared, '.'); i >= 0 {
		declared = declared[i+1:]
	}
	if at := n.String(); all.types[at] == nil {
		all.types[at] = of
	}
	full := n.Bare()
	print := sourceForm + all.of(p.e.Set, m, declared)
	if strings.Contains(path.Base(m.Path), ".d.") {
		print = declarationForm + print[len(sourceForm):]
	}
	switch before, known := all.byName[full]; {
	case !known:
		all.byName[full] = print
	case before != print && !strings.Contains(before, print):
		// Two declarations of one name: both count.
		list := append(strings.Split(before, "+"), print)
		slices.Sort(list)
		all.byName[full] = strings.Join(list, "+")
	}
}

// Meaning gives the fingerprint of a name that was given out, "" where it is not known
// what it stands for.
func (e *Evaluator) Meaning(n *types.Named) string { return e.meanings.byName[n.Bare()] }

// Definition gives what a name with its arguments stands for that was given out, with the declared types
// inside of it by their names; nil where that is not known.
func (e *Evaluator) Definition(name string) types.Type {
	t := e.meanings.types[name]
	if t == nil {
		return nil
	}
	said := len(e.Odd)
	defer func() { e.Odd = e.Odd[:said] }() // it is said where the type stands
	p := &plainer{e: e, brief: 1, opens: true, defines: true}
	return p.of(t)
}

// of gives the fingerprint of a declaration.
func (all *meanings) of(set *modules.Set, m *modules.Module, name string) string {
	return all.visit(set, m, name).print
}

func (all *meanings) visit(set *modules.Set, m *modules.Module, name string) *meaning {
	at := declaredAt{m.Path, name}
	if outer := m.Outer; outer != nil {
		at.name = outer.Path + "|" + name // the body of a namespace: what is declared there
	}
	if known := all.nodes[at]; known != nil {
		return known
	}
	all.order++
	node := &meaning{index: all.order, low: all.order, onStack: true}
	all.nodes[at] = node
	all.stack = append(all.stack, node)
	sym, ok := set.Local(m, name)
	if !ok || sym.External() || sym.Module == nil {
		node.text = "from " + sym.Package + " " + name
	} else {
		var text strings.Builder
		seen := map[string]bool{}
		for _, d := range sym.Decls {
			text.WriteString(tokens(d.Module.Source[d.Node.Pos():end(d.Node)]))
			text.WriteByte('\n')
			neededNames(d.Node, func(needed string) {
				if needed == name || seen[needed] || keywords[needed] != nil {
					return
				}
				seen[needed] = true
				if other, ok := set.Local(d.Module, needed); ok {
					all.need(set, node, other, needed)
				}
			})
		}
		node.text = text.String()
	}
	if node.low == node.index {
		all.close(node)
	}
	return node
}

// need notes that a declaration needs another.
func (all *meanings) need(set *modules.Set, node *meaning, sym modules.Symbol, name string) {
	switch {
	case sym.External() || sym.Module == nil || len(sym.Decls) == 0:
		node.needs = append(node.needs, "from "+sym.Package+" "+sym.Name)
		return
	case set.Known[sym.Module.Path] == sym.Module:
		return
	}
	other := all.visit(set, sym.Module, sym.Name)
	if other.onStack {
		node.low = min(node.low, other.low)
	} else {
		node.needs = append(node.needs, other.print)
	}
}

// close gives the declarations above node on the stack, which need each other, their
// fingerprint.
func (all *meanings) close(node *meaning) {
	at := slices.Index(all.stack, node)
	list := all.stack[at:]
	all.stack = all.stack[:at]
	var parts []string
	for _, n := range list {
		parts = append(parts, n.text)
		parts = append(parts, n.needs...)
	}
	slices.Sort(parts)
	parts = slices.Compact(parts)
	sum := sha256.Sum256([]byte(strings.Join(parts, "\x00")))
	shared := hex.EncodeToString(sum[:])
	for _, n := range list {
		own := sha256.Sum256([]byte(shared + n.text))
		n.print, n.onStack, n.needs, n.text = hex.EncodeToString(own[:])[:printLength], false, nil, ""
	}
}

// end is where what counts of a declaration ends: the body of a function is not its type.
func end(n syntax.Node) int {
	switch n := n.(type) {
	case *syntax.FuncDecl:
		if n.Func.Body != nil {
			return n.Func.Body.Pos()
		}
	case *syntax.Declarator:
		if n.Type != nil {
			return n.Type.Stop()
		}
	}
	return n.Stop()
}

// neededNames calls visit for the names that a declaration may need.
func neededNames(n syntax.Node, visit func(string)) {
	stop := end(n)
	syntax.Walk(n, func(n syntax.Node) bool {
		if n.Pos() >= stop {
			return false
		}
		if id, ok := n.(*syntax.Ident); ok {
			visit(id.Name)
		}
		return true
	})
}

// tokens is a text without comments and with one blank where some stood, so that laying it
// out otherwise changes nothing.
func tokens(s string) string {
	var b strings.Builder
	blank := false
	for i := 0; i < len(s); i++ {
		c := s[i]
		switch {
		case c == '/' && i+1 < len(s) && s[i+1] == '/':
			for i+1 < len(s) && s[i+1] != '\n' {
				i++
			}
			blank = true
			continue
		case c == '/' && i+1 < len(s) && s[i+1] == '*':
			stop := strings.Index(s[i+2:], "*/")
			if stop < 0 {
				return b.String()
			}
			i += stop + 3
			blank = true
			continue
		case c == ' ' || c == '\n' || c == '\t' || c == '\r' || c == ';' || c == ',':
			blank = true // separators may be either, and left out at the end
			continue
		}
		if blank && b.Len() > 0 {
			b.WriteByte(' ')
		}
		blank = false
		if c == '"' || c == '\'' || c == '`' {
			start := i
			for i++; i < len(s) && s[i] != c; i++ {
				if s[i] == '\\' {
					i++
				}
			}
			text := s[start+1 : min(i, len(s))]
			if c == '`' || strings.ContainsAny(text, `"'`) {
				b.WriteString(s[start:min(i+1, len(s))])
			} else {
				b.WriteString("'" + text + "'") // the marks around it say nothing
			}
			continue
		}
		b.WriteByte(c)
	}
	return b.String()
}
