// This file gives contracts their canonical form and their hashes.

package contract

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"reflect"
	"slices"
	"sort"
)

// Canonical gives c in its one normal order: members by name, sets sorted.
// The order of values and of axes is kept, for people read it.
func (c *Contract) Canonical() *Contract {
	out := *c
	out.Props = sortedBy(c.Props, func(p Prop) string { return p.Name })
	out.Slots = sortedBy(c.Slots, func(s Slot) string { return s.Name })
	out.Events = sortedBy(c.Events, func(e Event) string { return e.Name })
	out.Parts = sortedBy(c.Parts, func(p Part) string { return p.Name })
	out.ValueSets = sortedBy(c.ValueSets, func(v ValueSet) string { return v.Name })
	out.StateChanges = sortedBy(c.StateChanges, func(s StateChange) string { return s.Name })
	out.Bases = sortedBy(c.Bases, func(b Base) string { return b.From + "#" + b.Name })
	out.Exclusions = sortedBy(c.Exclusions, setKey[Exclusion])
	out.Companions = sortedBy(c.Companions, setKey[Companion])
	out.Guarantees = sortedBy(c.Guarantees, setKey[Guarantee])
	out.Modes = sortedBy(c.Modes, setKey[Mode])
	return &out
}

func setKey[T any](v T) string {
	var buf bytes.Buffer
	if n := encode(reflect.ValueOf(&v).Elem(), contentForm); n != nil {
		compact(&buf, n)
	}
	return buf.String()
}

func sortedBy[T any](list []T, key func(T) string) []T {
	if list == nil {
		return nil
	}
	out := append([]T(nil), list...)
	sort.SliceStable(out, func(i, j int) bool { return key(out[i]) < key(out[j]) })
	return out
}

// Hashes fills the three hashes. The content hash (with words, without
// positions) is the key under which a contract is stored; two contracts with
// one interface hash differ in nothing that an app can rely on; the hash of the
// inside stands apart.
func (c *Contract) Hashes() {
	canonical := c.Canonical()
	canonical.Axes = slices.Sorted(slices.Values(c.Axes))
	tree := encode(reflect.ValueOf(canonical).Elem(), contentForm)
	if tree == nil {
		tree = &node{kind: mapNode}
	}
	var buf bytes.Buffer
	compact(&buf, tree)
	c.ContentHash = sum(buf.Bytes())
	// How the interface is reached is in it; where it was published is not.
	for i := range tree.fields {
		tree.fields[i].words = tree.fields[i].words || tree.fields[i].key == "library"
	}
	buf.Reset()
	face(&buf, tree)
	c.InterfaceHash = sum(buf.Bytes())
	c.InsideHash = ""
	if len(c.Inside) > 0 {
		buf.Reset()
		compact(&buf, encode(reflect.ValueOf(&c.Inside).Elem(), contentForm))
		c.InsideHash = sum(buf.Bytes())
	}
}

func sum(data []byte) string {
	h := sha256.Sum256(data)
	return hex.EncodeToString(h[:])
}
