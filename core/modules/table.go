// This file holds tables of names.

package modules

import "iter"

// fewNames are looked through one by one; more are found by a map. Most modules import,
// export and declare a few names, and a map has room for eight of them at least.
const fewNames = 8

// Table holds what is said of names, in the order of the source.
type Table[V any] struct {
	list   []entryOf[V]
	places map[string]int32 // where more than a few stand in list
}

type entryOf[V any] struct {
	name string
	of   V
}

// Find gives what is said of a name.
func (t *Table[V]) Find(name string) (V, bool) {
	if at := t.place(name); at >= 0 {
		return t.list[at].of, true
	}
	var none V
	return none, false
}

// Of gives what is said of a name, nothing where that is nothing.
func (t *Table[V]) Of(name string) V {
	of, _ := t.Find(name)
	return of
}

// Has reports whether something is said of a name.
func (t *Table[V]) Has(name string) bool { return t.place(name) >= 0 }

// Len is the number of names.
func (t *Table[V]) Len() int { return len(t.list) }

// All goes over the names with what is said of them.
func (t *Table[V]) All() iter.Seq2[string, V] {
	return func(yield func(string, V) bool) {
		for i := range t.list {
			if !yield(t.list[i].name, t.list[i].of) {
				return
			}
		}
	}
}

// place finds a name; -1 where it is not there.
func (t *Table[V]) place(name string) int {
	if t.places != nil {
		if at, ok := t.places[name]; ok {
			return int(at)
		}
		return -1
	}
	for i := range t.list {
		if t.list[i].name == name {
			return i
		}
	}
	return -1
}

// room makes room for so many names.
func (t *Table[V]) room(names int) {
	if names > 0 {
		t.list = make([]entryOf[V], 0, names)
	}
}

// set says something of a name, in place of what was said before.
func (t *Table[V]) set(name string, of V) {
	if at := t.place(name); at >= 0 {
		t.list[at].of = of
		return
	}
	t.list = append(t.list, entryOf[V]{name, of})
	switch {
	case t.places != nil:
		t.places[name] = int32(len(t.list) - 1)
	case len(t.list) > fewNames:
		t.places = make(map[string]int32, cap(t.list))
		for i := range t.list {
			t.places[t.list[i].name] = int32(i)
		}
	}
}
