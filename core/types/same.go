// This file tells whether two types are the same as written.

package types

import "slices"

// same reports whether two types have one text, without writing it.
func same(a, b Type) bool {
	if a == b {
		return true
	}
	switch a := a.(type) {
	case *Literal:
		b, ok := b.(*Literal)
		return ok && *a == *b
	case *Union:
		b, ok := b.(*Union)
		return ok && slices.EqualFunc(a.Members, b.Members, same)
	case *Intersection:
		b, ok := b.(*Intersection)
		return ok && slices.EqualFunc(a.Members, b.Members, same)
	case *Array:
		b, ok := b.(*Array)
		return ok && a.Readonly == b.Readonly && same(a.Elem, b.Elem)
	case *Tuple:
		b, ok := b.(*Tuple)
		return ok && a.Readonly == b.Readonly && slices.EqualFunc(a.Elems, b.Elems, func(x, y Elem) bool {
			return x.Name == y.Name && x.Optional == y.Optional && x.Rest == y.Rest && same(x.Type, y.Type)
		})
	case *Object:
		b, ok := b.(*Object)
		return ok && slices.EqualFunc(a.Fields, b.Fields, func(x, y *Field) bool {
			return x == y || x.Name == y.Name && x.Optional == y.Optional && x.Readonly == y.Readonly && same(x.Type, y.Type)
		}) && slices.EqualFunc(a.Indexes, b.Indexes, func(x, y Index) bool {
			return x.Readonly == y.Readonly && same(x.Key, y.Key) && same(x.Value, y.Value)
		})
	case *Func:
		b, ok := b.(*Func)
		return ok && slices.EqualFunc(a.Params, b.Params, func(x, y Param) bool {
			return x.Name == y.Name && x.Optional == y.Optional && x.Rest == y.Rest && same(x.Type, y.Type)
		}) && slices.EqualFunc(a.TypeParams, b.TypeParams, func(x, y TypeParam) bool {
			return x.Name == y.Name && same(x.Constraint, y.Constraint) && same(x.Default, y.Default)
		}) && same(a.Result, b.Result)
	case *Template:
		b, ok := b.(*Template)
		return ok && slices.Equal(a.Texts, b.Texts) && slices.EqualFunc(a.Types, b.Types, same)
	case *Named:
		b, ok := b.(*Named)
		return ok && a.Name == b.Name && a.From == b.From && a.Mark == b.Mark && slices.EqualFunc(a.Args, b.Args, same)
	}
	return false
}
