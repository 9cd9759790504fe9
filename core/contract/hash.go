// This file gives contracts their canonical form and their hashes.

package contract

import (
	"crypto/sha256"
	"encoding/hex"
	"reflect"
	"runtime"
	"slices"
	"sort"
	"sync"
	"sync/atomic"
)

// Canonical gives c in its one normal order: members by name, sets sorted.
// The order of values and of axes is kept, for people read it.
func (c *Contract) Canonical() *Contract {
	out := *c
	out.Props = sortedBy(c.Props, (*Prop).named)
	out.Slots = sortedBy(c.Slots, (*Slot).named)
	out.Events = sortedBy(c.Events, (*Event).named)
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
	var w canonical
	w.value(reflect.ValueOf(&v).Elem())
	return w.String()
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
	w := writers.Get().(*canonical)
	defer writers.Put(w)
	c.hashes(w)
}

// HashAll fills the hashes of a list of contracts, several at a time. Members that
// contracts share are written once.
func HashAll(list []Contract) {
	var next atomic.Int64
	var wg sync.WaitGroup
	for range min(runtime.GOMAXPROCS(0), len(list)) {
		wg.Go(func() {
			w := &canonical{shared: map[memberFace]digest{}}
			for i := next.Add(1) - 1; i < int64(len(list)); i = next.Add(1) - 1 {
				list[i].hashes(w)
			}
		})
	}
	wg.Wait()
}

func (c *Contract) hashes(w *canonical) {
	sorted := c.Canonical()
	sorted.Axes = slices.Sorted(slices.Values(c.Axes))
	w.face = false
	hash := func(v any) string {
		w.Reset()
		if w.value(reflect.ValueOf(v).Elem()) == nothing {
			w.WriteString("{}")
		}
		return sum(w.Bytes())
	}
	c.ContentHash, c.InsideHash = hash(sorted), ""
	if len(c.Inside) > 0 {
		c.InsideHash = hash(&c.Inside)
	}
	// How the interface is reached is in its hash; where it was published is not.
	sorted.Library = ""
	w.face = true
	c.InterfaceHash = hash(sorted)
}

func sum(data []byte) string {
	h := sha256.Sum256(data)
	return hex.EncodeToString(h[:])
}
