package reading

import (
	"runtime"
	"testing"
	"testing/fstest"
	"weak"

	"steadysocket/core/modules"
)

// TestWhatIsReadIsLetGo holds that contracts do not keep what they were read
// from: a service holds the contracts of many libraries.
func TestWhatIsReadIsLetGo(t *testing.T) {
	// What the missing type is given is a type of the source.
	fsys := fstest.MapFS{
		"package.json": {Data: []byte(`{"name": "p", "exports": "./a.tsx"}`)},
		"a.tsx": {Data: []byte("import { Missing } from 'missing';\n" +
			"export interface Held { b: string }\nexport interface Props extends Missing<Held> { a: 'x' | 'y'; on?: (e: { b: string }) => void; children?: React.ReactNode }\n" +
			"export function Lamp({ a = 'x', children }: Props) { return <b className=\"lamp\">{children}</b>; }\nexport type Other = Props['a'];\n")},
	}
	r, chosen, err := begin(fsys, ".", Options{})
	if err != nil {
		t.Fatal(err)
	}
	entries, err := r.entries()
	if err != nil {
		t.Fatal(err)
	}
	again := r.again(Options{}, chosen)
	for e := range entries {
		again.read(e)
	}
	r.arrange()
	r.connect()
	r.finish(Options{})
	listing := r.listing
	if c := listing.Component("Lamp"); c == nil || len(c.Bases) != 1 || len(c.Props) < 2 || len(listing.Exports) == 0 {
		t.Fatalf("the listing does not hold what it should: %+v", listing)
	}
	var held []weak.Pointer[modules.Module]
	for _, m := range r.set.Modules() {
		held = append(held, weak.Make(m))
	}
	r, again, entries = nil, nil, nil
	for range 3 {
		runtime.GC()
	}
	for _, m := range held {
		if m.Value() != nil {
			t.Errorf("the listing keeps a module")
		}
	}
	runtime.KeepAlive(listing)
}
