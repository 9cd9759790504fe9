package reading

import (
	"math/rand/v2"
	"testing"
)

// TestEverywhere holds whether places cover all states against all answers there can be.
func TestEverywhere(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 8))
	questions := []string{"a", "b", "c", "d"}
	covered := 0
	for range 20000 {
		var places []spot
		for range 1 + rng.IntN(6) {
			var p spot
			for range rng.IntN(4) {
				p = append(p, asked{questions[rng.IntN(4)], rng.IntN(2) == 0})
			}
			places = append(places, p)
		}
		want := true
		for answers := range 1 << len(questions) {
			met := false
			for _, p := range places {
				fits := true
				for _, a := range p {
					for i, q := range questions {
						fits = fits && (a.what != q || a.no != (answers&(1<<i) != 0))
					}
				}
				met = met || fits
			}
			want = want && met
		}
		if got := everywhere(places); got != want {
			t.Fatalf("%v: said %v, is %v", places, got, want)
		}
		if want {
			covered++
		}
	}
	if covered < 1000 {
		t.Errorf("only %d lists cover all states", covered)
	}
}
