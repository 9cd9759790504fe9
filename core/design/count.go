// This file counts states without listing them.

package design

import (
	"encoding/binary"
	"math/big"
	"slices"
)

// maxCountSteps bounds the work of one count.
const maxCountSteps = 10_000

// counter counts the states of a space: it branches on the axis that most rules speak
// of, takes parts of the space that no rule connects apart and multiplies their counts,
// and remembers what it counted. Values that no rule tells apart are one class with a
// weight. Source of the method: counting models by decomposition (Bayardo and
// Pehoushek, 2000).
type counter struct {
	classes [][]int64 // by axis: how many values each class has
	known   map[string]*big.Int
	steps   int
}

// clause is a rule while states are counted: atoms over classes, by axis in order.
type clause []literal

// literal says that an axis is in one of the classes of a set, by its number.
type literal struct {
	axis int
	in   []bool
	id   int
}

// count gives the number of allowed states in which some axes have fixed values; false
// where the rules are too entangled to tell in a bounded time.
func (s *space) count(fixed map[int]int) (*big.Int, bool) {
	c := &counter{classes: make([][]int64, len(s.axes)), known: map[string]*big.Int{}}
	classOf := make([][]int, len(s.axes))
	atoms := make([][]atom, len(s.axes))
	for _, g := range s.nogoods {
		for _, a := range g.atoms {
			atoms[a.axis] = append(atoms[a.axis], a)
		}
	}
	for i, a := range s.axes {
		classOf[i] = make([]int, len(a.Values))
		numbers := map[string]int{}
		v, isFixed := fixed[i]
		for value := range a.Values {
			if isFixed && value != v {
				classOf[i][value] = -1
				continue
			}
			key := make([]byte, len(atoms[i]))
			for k, x := range atoms[i] {
				if x.in[value] {
					key[k] = 1
				}
			}
			n, known := numbers[string(key)]
			if !known {
				n = len(c.classes[i])
				numbers[string(key)] = n
				c.classes[i] = append(c.classes[i], 0)
			}
			classOf[i][value] = n
			c.classes[i][n]++
		}
	}
	var clauses []clause
	id := 0
	for _, g := range s.nogoods {
		var made clause
		possible := true
		for _, a := range g.atoms {
			in := make([]bool, len(c.classes[a.axis]))
			some, all := false, true
			for value, n := range classOf[a.axis] {
				if n >= 0 {
					in[n] = a.in[value]
					some, all = some || a.in[value], all && a.in[value]
				}
			}
			possible = possible && some
			if !all {
				made = append(made, literal{a.axis, in, id})
				id++
			}
		}
		if !possible {
			continue
		}
		if len(made) == 0 {
			return big.NewInt(0), true
		}
		slices.SortFunc(made, func(a, b literal) int { return a.axis - b.axis })
		clauses = append(clauses, made)
	}
	axes := make([]int, len(s.axes))
	for i := range axes {
		axes[i] = i
	}
	n := c.count(axes, clauses)
	s.steps += c.steps
	return n, n != nil
}

// weight is the number of values of an axis.
func (c *counter) weight(axis int) *big.Int {
	var n int64
	for _, w := range c.classes[axis] {
		n += w
	}
	return big.NewInt(n)
}

// count counts the states of some axes under clauses about them; nil where that takes
// too long.
func (c *counter) count(axes []int, clauses []clause) *big.Int {
	if c.steps++; c.steps > maxCountSteps {
		return nil
	}
	total := big.NewInt(1)
	for _, part := range apart(axes, clauses) {
		if len(part.clauses) == 0 {
			for _, i := range part.axes {
				total.Mul(total, c.weight(i))
			}
			continue
		}
		n := c.connected(part.axes, part.clauses)
		if n == nil {
			return nil
		}
		if total.Mul(total, n); total.Sign() == 0 {
			return total
		}
	}
	return total
}

// connected counts the states of axes that clauses connect.
func (c *counter) connected(axes []int, clauses []clause) *big.Int {
	var key []byte
	for _, x := range clauses {
		for _, l := range x {
			key = binary.AppendUvarint(key, uint64(l.id)+1)
		}
		key = append(key, 0)
	}
	if n, ok := c.known[string(key)]; ok {
		return n
	}
	often := map[int]int{}
	for _, x := range clauses {
		for _, l := range x {
			often[l.axis]++
		}
	}
	chosen := axes[0]
	for _, i := range axes {
		if often[i] > often[chosen] {
			chosen = i
		}
	}
	rest := slices.DeleteFunc(slices.Clone(axes), func(i int) bool { return i == chosen })
	total := big.NewInt(0)
	for class, weight := range c.classes[chosen] {
		left, possible := under(clauses, chosen, class)
		if !possible {
			continue
		}
		n := c.count(rest, left)
		if n == nil {
			return nil
		}
		total.Add(total, new(big.Int).Mul(n, big.NewInt(weight)))
	}
	c.known[string(key)] = total
	return total
}

// under gives what is left of clauses when an axis is of a class; false where one of
// them is broken then.
func under(clauses []clause, axis, class int) (left []clause, possible bool) {
	for _, x := range clauses {
		kept, met := x[:0:0], false
		for _, l := range x {
			switch {
			case l.axis != axis:
				kept = append(kept, l)
			case !l.in[class]:
				met = true
			}
		}
		switch {
		case met:
		case len(kept) == 0:
			return nil, false
		default:
			left = append(left, kept)
		}
	}
	return left, true
}

// piece is axes that clauses connect, with those clauses.
type piece struct {
	axes    []int
	clauses []clause
}

// apart takes axes apart into pieces that no clause connects.
func apart(axes []int, clauses []clause) []piece {
	parent := map[int]int{}
	for _, i := range axes {
		parent[i] = i
	}
	root := func(i int) int {
		for parent[i] != i {
			parent[i] = parent[parent[i]]
			i = parent[i]
		}
		return i
	}
	for _, x := range clauses {
		for _, l := range x[1:] {
			parent[root(l.axis)] = root(x[0].axis)
		}
	}
	at := map[int]int{}
	var pieces []piece
	for _, i := range axes {
		r := root(i)
		n, known := at[r]
		if !known {
			n = len(pieces)
			at[r] = n
			pieces = append(pieces, piece{})
		}
		pieces[n].axes = append(pieces[n].axes, i)
	}
	for _, x := range clauses {
		n := at[root(x[0].axis)]
		pieces[n].clauses = append(pieces[n].clauses, x)
	}
	return pieces
}
