package contract

import (
	"encoding/json"
	"math/rand/v2"
	"reflect"
	"testing"

	"steadysocket/core/place"
	"steadysocket/core/types"
)

// TestPoolTellsApart holds that members which differ in any one field are told
// apart, and that those which do not are one.
func TestPoolTellsApart(t *testing.T) {
	members := []struct {
		of   reflect.Type
		in   func(c *Contract) reflect.Value
		same func(a, b any) bool
	}{
		{reflect.TypeFor[Prop](), func(c *Contract) reflect.Value { return reflect.ValueOf(&c.Props).Elem() },
			func(a, b any) bool { return sameProp(a.(*Prop), b.(*Prop)) }},
		{reflect.TypeFor[Slot](), func(c *Contract) reflect.Value { return reflect.ValueOf(&c.Slots).Elem() },
			func(a, b any) bool { return sameSlot(a.(*Slot), b.(*Slot)) }},
		{reflect.TypeFor[Event](), func(c *Contract) reflect.Value { return reflect.ValueOf(&c.Events).Elem() },
			func(a, b any) bool { return sameEvent(a.(*Event), b.(*Event)) }},
	}
	for _, m := range members {
		pool := NewPool()
		made := func(path []int, value bool) any {
			x := reflect.New(m.of)
			if field := follow(x.Elem(), path); value {
				set(field)
			}
			return x.Interface()
		}
		pooled := func(x any) any {
			c := &Contract{}
			m.in(c).Set(reflect.Append(m.in(c), reflect.ValueOf(x)))
			pool.Share(c)
			return m.in(c).Index(0).Interface()
		}
		for _, path := range paths(m.of) {
			name := m.of.Name() + "." + m.of.FieldByIndex(path[:1]).Name
			if name == "Prop.Values" || name == "Prop.Open" {
				continue // they follow from the type
			}
			without, with := made(path, false), made(path, true)
			if m.same(without, with) || m.same(with, without) {
				t.Errorf("members that differ in %s%v are taken for one", name, path[1:])
			}
			if pooled(with) != pooled(made(path, true)) {
				t.Errorf("members that are the same in %s%v are not one", name, path[1:])
			}
			if pooled(with) == pooled(without) {
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

// TestPoolChangesNothing holds that contracts whose members are shared say what
// they said.
func TestPoolChangesNothing(t *testing.T) {
	rng := rand.New(rand.NewPCG(7, 1))
	pool := NewPool()
	for range 300 {
		c := &Contract{}
		fill(rng, reflect.ValueOf(c).Elem(), 4)
		before, err := c.MarshalJSON()
		if err != nil {
			t.Fatal(err)
		}
		pool.Share(c)
		after, err := c.MarshalJSON()
		if err != nil || string(before) != string(after) {
			t.Fatalf("shared members say something else (%v):\n%s\n%s", err, before, after)
		}
	}
}
