// This file tells types apart that have one name in both releases and another declaration.

package change

import (
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// sides are the declared types of both sides, by name.
type sides struct {
	old, new *declarations
	moved    map[string]bool // names that are declared otherwise now
}

// declarations are what names stand for on one side.
type declarations struct {
	types  map[string]contract.Definition
	opened map[string]types.Type // with the names in them told apart
	defs   map[string]*types.Definition
	marked map[types.Type]types.Type
	of     *sides
}

func sidesOf(old, new *contract.Listing) *sides {
	s := &sides{moved: map[string]bool{}}
	table := func(l *contract.Listing) *declarations {
		d := &declarations{types: map[string]contract.Definition{}, opened: map[string]types.Type{}, defs: map[string]*types.Definition{}, marked: map[types.Type]types.Type{}, of: s}
		for _, t := range l.Types {
			d.types[t.Name] = t
		}
		return d
	}
	s.old, s.new = table(old), table(new)
	for name, n := range s.new.types {
		bare, _, _ := strings.Cut(name, "<")
		s.note(bare, s.old.types[name].Digest, n.Digest)
	}
	return s
}

// note notes the fingerprints of a name on both sides. Those of declarations and of
// sources are not compared with each other.
func (s *sides) note(name, before, after string) {
	if before != "" && after != "" && before != after && before[0] == after[0] {
		s.moved[name] = true
	}
}

// marked gives two contracts in which names can be opened, and those that are declared
// otherwise now are told apart: a name that stayed says nothing of a type that did not.
func (c *comparison) marked(o, n *contract.Contract) (old, new *contract.Contract) {
	before := map[string]string{}
	for _, name := range o.Names {
		before[name.Name] = name.Digest
	}
	for _, name := range n.Names {
		c.sides.note(name.Name, before[name.Name], name.Digest)
	}
	return o.WithTypes(c.sides.old.mark), n.WithTypes(c.sides.new.mark)
}

// mark gives a type with its names marked.
func (d *declarations) mark(t types.Type) types.Type {
	if _, basic := t.(types.Basic); basic {
		return t
	}
	made, known := d.marked[t]
	if !known {
		made = t
		if d.concerns(t) {
			made = d.rename(t)
		}
		d.marked[t] = made
	}
	return made
}

func (d *declarations) rename(t types.Type) types.Type {
	return types.Rename(t, func(n *types.Named, args []types.Type) types.Type {
		made := &types.Named{Name: n.Name, From: n.From, Args: args}
		name := n.Bare()
		if d.of.moved[name] {
			made.Mark = "new"
			if d == d.of.old {
				made.Mark = "old"
			}
		}
		if at := n.String(); d.types[at].Type.Known() {
			made.Def = d.definition(at)
		}
		return made
	})
}

// definition gives the one definition of a name with its arguments.
func (d *declarations) definition(name string) *types.Definition {
	def := d.defs[name]
	if def == nil {
		def = &types.Definition{Open: func() types.Type { return d.open(name) }}
		d.defs[name] = def
	}
	return def
}

// open gives what a name stands for, marked.
func (d *declarations) open(name string) types.Type {
	if t, ok := d.opened[name]; ok {
		return t
	}
	d.opened[name] = nil // while it is made
	t := d.mark(d.types[name].Type.T)
	d.opened[name] = t
	return t
}

// concerns reports whether a type holds a name that is declared or moved.
func (d *declarations) concerns(t types.Type) bool {
	found := false
	types.VisitNames(t, func(n *types.Named) {
		if d.of.moved[n.Bare()] || d.types[n.String()].Type.Known() {
			found = true
		}
	})
	return found
}
