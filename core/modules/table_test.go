package modules

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
)

// TestTable holds a table against a map that is told the same, before and beyond the
// number of names that are looked through.
func TestTable(t *testing.T) {
	for names := 1; names <= 4*fewNames; names += 3 {
		random := rand.New(rand.NewPCG(uint64(names), 1))
		var table Table[int]
		table.room(random.IntN(2 * names))
		want := map[string]int{}
		var order []string
		for said := range 5 * names {
			name := fmt.Sprint("name", random.IntN(names))
			if _, known := want[name]; !known {
				order = append(order, name)
			}
			want[name] = said
			table.set(name, said)
			asked := fmt.Sprint("name", random.IntN(2*names))
			of, ok := table.Find(asked)
			if expected, known := want[asked]; ok != known || of != expected || table.Has(asked) != known || table.Of(asked) != expected {
				t.Fatalf("of %d names, %s is said to be %d (%v), not %d (%v)", len(want), asked, of, ok, expected, known)
			}
		}
		var got []string
		for name, of := range table.All() {
			got = append(got, name)
			if of != want[name] {
				t.Errorf("%s is listed as %d, not %d", name, of, want[name])
			}
		}
		if table.Len() != len(want) || !slices.Equal(got, order) {
			t.Errorf("%d names are listed as %v, not as %v", table.Len(), got, order)
		}
	}
}
