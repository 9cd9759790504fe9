// This file keeps one of each type.

package types

import (
	"hash/maphash"
	"slices"
)

// Pool holds one of each type put into it: the members of a library repeat the
// same types over and over. It is not for use by several goroutines at once.
// Source of the method: hash consing (Ershov, 1958).
type Pool struct {
	seed   maphash.Seed
	all    map[uint64]Type // by the hash of what it is made of; taken places are walked past
	fields map[uint64]*Field
}

// NewPool makes an empty pool.
func NewPool() *Pool { return &Pool{maphash.MakeSeed(), map[uint64]Type{}, map[uint64]*Field{}} }

// Boxed gives a word of the language as the Type that it was made once.
func Boxed(b Basic) Type {
	if word, ok := boxed[b]; ok {
		return word
	}
	return b
}

// boxed are the words of the language, each made a Type once.
var boxed = func() map[Basic]Type {
	all := map[Basic]Type{}
	for word := range basics {
		all[Basic(word)] = Basic(word)
	}
	return all
}()

// Field gives the field of the pool that is f. Its type must come from the pool.
func (p *Pool) Field(f Field) *Field {
	for key := maphash.Comparable(p.seed, f); ; key++ {
		known, ok := p.fields[key]
		if !ok {
			made := f
			p.fields[key] = &made
			return &made
		}
		if *known == f {
			return known
		}
	}
}

// One gives the type of the pool that is made as t is, which t becomes where
// there is none yet. The types and fields that t is made of must come from the pool.
func (p *Pool) One(t Type) Type {
	if b, ok := t.(Basic); ok {
		return Boxed(b)
	}
	known, at := p.find(t)
	if known != nil {
		return known
	}
	return p.keep(at, t)
}

// Object gives what One gives for an object. The lists stay the caller's.
func (p *Pool) Object(fields []*Field, indexes []Index) Type {
	known, at := p.find(&Object{fields, indexes})
	if known != nil {
		return known
	}
	return p.keep(at, &Object{slices.Clone(fields), slices.Clone(indexes)})
}

// Func gives what One gives for a function. The list of parameters stays the caller's.
func (p *Pool) Func(typeParams []TypeParam, params []Param, result Type) Type {
	known, at := p.find(&Func{typeParams, params, result})
	if known != nil {
		return known
	}
	return p.keep(at, &Func{typeParams, slices.Clone(params), result})
}

// Named gives what One gives for a type that is known by its name.
func (p *Pool) Named(name, from string, args []Type) Type {
	known, at := p.find(&Named{Name: name, From: from, Args: args})
	if known != nil {
		return known
	}
	return p.keep(at, &Named{Name: name, From: from, Args: args})
}

// Literal gives what One gives for a value.
func (p *Pool) Literal(of Basic, value string) Type {
	known, at := p.find(&Literal{of, value})
	if known != nil {
		return known
	}
	return p.keep(at, &Literal{of, value})
}

// keep puts a type where find found none. What find is asked for is not kept: it need not
// outlive the question.
func (p *Pool) keep(at uint64, t Type) Type {
	p.all[at] = t
	return t
}

// find gives the type of the pool that is made as t is; where there is none, the place
// for it.
func (p *Pool) find(t Type) (known Type, at uint64) {
	var h maphash.Hash
	h.SetSeed(p.seed)
	hashParts(&h, t)
	for at = h.Sum64(); ; at++ {
		known = p.all[at]
		if known == nil || same(known, t) {
			return known, at
		}
	}
}

// hashParts hashes what a type is made of: the types inside of it by which they
// are, not by what they are.
func hashParts(h *maphash.Hash, t Type) {
	switch t := t.(type) {
	case *Literal:
		maphash.WriteComparable(h, *t)
	case *Union:
		hashAll(h, 'u', t.Members)
	case *Intersection:
		hashAll(h, 'i', t.Members)
	case *Array:
		maphash.WriteComparable(h, *t)
	case *Tuple:
		hashAll(h, 't', t.Elems)
	case *Object:
		hashAll(h, 'o', t.Fields)
		hashAll(h, 'x', t.Indexes)
	case *Func:
		hashAll(h, 'f', t.TypeParams)
		hashAll(h, 'p', t.Params)
		maphash.WriteComparable(h, t.Result)
	case *Template:
		hashAll(h, 'e', t.Texts)
		hashAll(h, 'y', t.Types)
	case *Named:
		hashAll(h, 'n', t.Args)
		h.WriteString(t.Name)
		h.WriteByte(0)
		h.WriteString(t.From)
	}
}

func hashAll[T comparable](h *maphash.Hash, kind byte, list []T) {
	h.WriteByte(kind)
	for _, x := range list {
		maphash.WriteComparable(h, x)
	}
}

// Len is the number of types and fields that are in the pool.
func (p *Pool) Len() int { return len(p.all) + len(p.fields) }
