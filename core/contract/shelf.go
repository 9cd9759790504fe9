// This file keeps contracts packed while a library is read.

package contract

import (
	"hash/maphash"
	"reflect"

	"steadysocket/core/types"
)

// Shelf keeps contracts packed, in a sixth of the memory that they take, until all are
// read. Of members, lists of them, handles and pass-through that are the same it keeps
// one, and so do the contracts that it gives back: these parts must not be written to.
// Types are told apart by which they are: they should come from a types.Pool. It is not
// for use by several goroutines at once.
// Source of the method: hash consing (Ershov, 1958).
type Shelf struct {
	seed      maphash.Seed
	blocks    [][]byte          // of records, one behind the other
	bytes     int               // that the blocks have room for
	starts    []start           // of each record
	byHash    map[uint32]uint32 // records by hash; taken places are walked past
	contracts []uint32          // the record of each contract
	packed    []byte            // the contract at hand
	asked     Contract          // of which a part was asked for last
	texts     shelved[string]
	types     shelved[types.Type]
	others    []any // values that are none of JSON's, each kept as it is
	made      map[uint32]reflect.Value
	short     map[string]string // of short texts that were given back, one of each
}

// start is where a record begins: in which block, and where in that.
type start struct {
	block uint32
	at    uint16
}

// blockSize is how many bytes of records stand in one piece; a larger record has one of
// its own.
const blockSize = 4 << 10

// shelved numbers things.
type shelved[T comparable] struct {
	all []T
	of  map[T]uint64
}

func (s *shelved[T]) number(x T) uint64 {
	n, known := s.of[x]
	if !known {
		if s.of == nil {
			s.of = map[T]uint64{}
		}
		n = uint64(len(s.all))
		s.all = append(withRoom(s.all, 1), x)
		s.of[x] = n
	}
	return n
}

// withRoom gives a list with room for n more. It grows by little: much is held in it.
func withRoom[T any](list []T, n int) []T {
	if len(list)+n <= cap(list) {
		return list
	}
	return append(make([]T, 0, len(list)+n+len(list)/8), list...)
}

// NewShelf makes an empty shelf.
func NewShelf() *Shelf {
	return &Shelf{seed: maphash.MakeSeed(), byHash: map[uint32]uint32{}, made: map[uint32]reflect.Value{}, short: map[string]string{}}
}

// Len is the number of contracts that were put.
func (s *Shelf) Len() int { return len(s.contracts) }

// What a shelf holds beside its records, in bytes: for each record, text and type, with
// their places in tables.
const (
	recordWeight = 20
	numberWeight = 60
)

// Weight is about how many bytes the contracts take here.
func (s *Shelf) Weight() int {
	return s.bytes + recordWeight*len(s.starts) + numberWeight*(len(s.texts.all)+len(s.types.all))
}

// Put packs a contract. What follows from the rest is left aside.
func (s *Shelf) Put(c *Contract) {
	s.packed = ofContract.put(s, s.packed[:0], reflect.ValueOf(c).Elem())
	s.contracts = append(withRoom(s.contracts, 1), s.keep(s.packed))
}

// From gives the contracts from the one with a number on.
func (s *Shelf) From(first int) []Contract {
	return s.taken(s.contracts[first:])
}

// In gives the contracts with these numbers, in their order.
func (s *Shelf) In(order []int) []Contract {
	records := make([]uint32, len(order))
	for i, n := range order {
		records[i] = s.contracts[n]
	}
	return s.taken(records)
}

func (s *Shelf) taken(records []uint32) []Contract {
	list := make([]Contract, len(records))
	for i, record := range records {
		ofContract.take(s, s.record(record), reflect.ValueOf(&list[i]).Elem())
	}
	return list
}

// Export gives where the contract with a number is exported.
func (s *Shelf) Export(i int) Export {
	s.asked.Export = Export{}
	ofContract.fields(s, s.record(s.contracts[i]), reflect.ValueOf(&s.asked).Elem(), exportField)
	return s.asked.Export
}

// record gives the bytes from where a record begins; each says itself where it ends.
func (s *Shelf) record(n uint32) []byte {
	start := s.starts[n]
	return s.blocks[start.block][start.at:]
}

// keep adds a record.
func (s *Shelf) keep(packed []byte) uint32 {
	last := len(s.blocks) - 1
	if last < 0 || len(s.blocks[last])+len(packed) > cap(s.blocks[last]) {
		s.blocks = append(s.blocks, make([]byte, 0, max(blockSize, len(packed))))
		s.bytes += max(blockSize, len(packed))
		last++
	}
	n := uint32(len(s.starts))
	s.starts = append(withRoom(s.starts, 1), start{uint32(last), uint16(len(s.blocks[last]))})
	s.blocks[last] = append(s.blocks[last], packed...)
	return n
}

// one gives the record that holds the same, or keeps it as one. As each record says where
// it ends, none begins as another does as a whole.
func (s *Shelf) one(packed []byte) uint32 {
	for key := uint32(maphash.Bytes(s.seed, packed)); ; key++ {
		n, known := s.byHash[key]
		if !known {
			n = s.keep(packed)
			s.byHash[key] = n
			return n
		}
		if at := s.record(n); len(packed) <= len(at) && string(at[:len(packed)]) == string(packed) {
			return n
		}
	}
}
