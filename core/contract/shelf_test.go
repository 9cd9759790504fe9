package contract

import (
	"encoding/json"
	"math/rand/v2"
	"reflect"
	"testing"

	"steadysocket/core/place"
	"steadysocket/core/types"
)

// TestShelfTellsApart holds that members which differ in any one field are told
// apart, and that those which do not are one.
func TestShelfTellsApart(t *testing.T) {
	members := []struct {
		of reflect.Type
		in func(c *Contract) reflect.Value
	}{
		{reflect.TypeFor[Prop](), func(c *Contract) reflect.Value { return reflect.ValueOf(&c.Props).Elem() }},
		{reflect.TypeFor[Slot](), func(c *Contract) reflect.Value { return reflect.ValueOf(&c.Slots).Elem() }},
		{reflect.TypeFor[Event](), func(c *Contract) reflect.Value { return reflect.ValueOf(&c.Events).Elem() }},
	}
	for _, m := range members {
		for _, path := range paths(m.of) {
			name := m.of.Name() + "." + m.of.FieldByIndex(path[:1]).Name
			if name == "Prop.Values" || name == "Prop.Open" {
				continue // they follow from the type
			}
			shelf := NewShelf()
			for _, value := range []bool{true, true, false} {
				x := reflect.New(m.of)
				if field := follow(x.Elem(), path); value {
					set(field)
				}
				c := &Contract{}
				m.in(c).Set(reflect.Append(m.in(c), x))
				shelf.Put(c)
			}
			var made []any
			for _, c := range shelf.From(0) {
				made = append(made, m.in(&c).Index(0).Interface())
			}
			if made[0] != made[1] {
				t.Errorf("members that are the same in %s%v are not one", name, path[1:])
			}
			if made[0] == made[2] {
				t.Errorf("members that differ in %s%v are not kept apart", name, path[1:])
			}
		}
	}
}

// paths lists the ways to all fields of a struct, into structs, pointers to them and
// lists of them.
func paths(t reflect.Type) (list [][]int) {
	for i := range t.NumField() {
		list = append(list, []int{i})
		inner := pointed(t.Field(i).Type)
		if inner.Kind() == reflect.Slice {
			inner = inner.Elem()
		}
		if inner.Kind() == reflect.Struct && inner != reflect.TypeFor[Type]() {
			for _, rest := range paths(inner) {
				list = append(list, append([]int{i}, rest...))
			}
		}
	}
	return list
}

func follow(v reflect.Value, path []int) reflect.Value {
	for _, i := range path {
		if v.Kind() == reflect.Pointer {
			if v.IsNil() {
				v.Set(reflect.New(v.Type().Elem()))
			}
			v = v.Elem()
		}
		if v.Kind() == reflect.Slice {
			v.Set(reflect.MakeSlice(v.Type(), 1, 1))
			v = v.Index(0)
		}
		v = v.Field(i)
	}
	return v
}

var one = types.MustParse("'a' | 'b'")

// set gives a field a value that it does not have by itself.
func set(v reflect.Value) {
	switch v.Addr().Interface().(type) {
	case *Type:
		v.Set(reflect.ValueOf(TypeOf(one)))
		return
	case **place.Place:
		v.Set(reflect.ValueOf(&place.Place{}))
		return
	}
	switch v.Kind() {
	case reflect.String:
		v.SetString("said")
	case reflect.Bool:
		v.SetBool(true)
	case reflect.Int:
		v.SetInt(1)
	case reflect.Uint8:
		v.SetUint(1)
	case reflect.Pointer:
		v.Set(reflect.New(v.Type().Elem()))
	case reflect.Interface:
		v.Set(reflect.ValueOf([]any{json.Number("1")}))
	case reflect.Slice:
		v.Set(reflect.MakeSlice(v.Type(), 1, 1))
	case reflect.Map:
		v.Set(reflect.ValueOf(map[string]any{"x": true}))
	case reflect.Array:
		set(v.Index(0))
	case reflect.Struct:
		set(v.Field(0))
	}
}

// TestShelfChangesNothing holds that contracts come back as they were put, whatever
// stands in them, and where they are exported too.
func TestShelfChangesNothing(t *testing.T) {
	rng := rand.New(rand.NewPCG(7, 1))
	shelf, put := NewShelf(), []Contract{}
	for range 300 {
		var c Contract
		fill(rng, reflect.ValueOf(&c).Elem(), 4)
		c.Derive()
		c.ContentHash, c.InterfaceHash, c.InsideHash = "", "", ""
		shelf.Put(&c)
		put = append(put, c)
		if got := shelf.Export(len(put) - 1); !reflect.DeepEqual(got, c.Export) {
			t.Fatalf("exported as %+v, put as %+v", got, c.Export)
		}
	}
	for i, c := range shelf.From(0) {
		if !reflect.DeepEqual(c, put[i]) {
			t.Fatalf("a contract comes back as another:\n%+v\n%+v", c, put[i])
		}
	}
	if rest := shelf.From(290); len(rest) != 10 || !reflect.DeepEqual(rest, put[290:]) {
		t.Error("the last contracts are not those that were put last")
	}
	for i, c := range shelf.In([]int{200, 7, 299}) {
		if want := put[[]int{200, 7, 299}[i]]; !reflect.DeepEqual(c, want) {
			t.Errorf("asked for in this order, contract %d comes back as another", i)
		}
	}
}

// TestShelfIsSmall holds what it is for: a contract whose members are all of its own
// weighs a few dozen bytes for each of them, one that shares them a fraction of that.
func TestShelfIsSmall(t *testing.T) {
	shelf := NewShelf()
	put := func(line int) {
		c := &Contract{Component: "Button", Package: "@acme/ui", Framework: "react", Kind: KindComponent, Complete: true}
		for i := range 100 {
			c.Props = append(c.Props, &Prop{Name: "size", Spelled: SpelledAs("size"), Type: TypeOf(one), Origin: "own", At: &place.Place{File: "src/components/button.tsx", Line: line, Column: i}})
		}
		shelf.Put(c)
	}
	for line := range 100 {
		put(line)
	}
	own := shelf.Weight()
	if own > 100*100*80 {
		t.Errorf("10000 members of their own weigh %d bytes", own)
	}
	for line := range 100 {
		put(line)
	}
	if shared := shelf.Weight() - own; shared > own/20 {
		t.Errorf("100 contracts that share all members weigh %d bytes more, where those weigh %d", shared, own)
	}
}
