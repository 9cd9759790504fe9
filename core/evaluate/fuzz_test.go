package evaluate

import (
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// FuzzType holds that no type brings the evaluator down, and that what it gives
// out is a text of the type language.
func FuzzType(f *testing.F) {
	for _, seed := range []string{
		"Split<'a-b-c'>", "{ [K in keyof Base as `on${Capitalize<K>}`]-?: (x: Base[K]) => void }", "IsText<'a' | 3> & { a: this }", "typeof spread[number] | keyof typeof nested",
		"Partial<Far & Both>['own']", "Parameters<typeof compute>", "PropsOf<typeof Draw>", "Grow<string>", "Tail<[1, ...string[]]>", "Omit<Base | Tree, keyof Far>",
		"<T extends keyof T>(x: T[T]) => T extends infer U ? U : never", "import('./other').Base[]", "Loop | Self", "abstract new <T>(...args: T[]) => InstanceType<typeof Thing>",
	} {
		f.Add(seed, "'x'")
	}
	f.Fuzz(func(t *testing.T, text, more string) {
		source := strings.ReplaceAll(library, "‵", "`") + "type Grow<T> = { next: Grow<T[]>; as: " + more + " }; type Loop = Loop | string; interface Self extends Self { a: " + more + " }\ntype Asked = " + text + ";\n"
		set, err := modules.Open(fstest.MapFS{"a.tsx": {Data: []byte(source)}, "other.ts": {Data: []byte(other)}}, ".")
		if err != nil {
			t.Fatal(err)
		}
		set.Known = map[string]*modules.Module{"frame": modules.Parse("frame.d.ts", frame)}
		set.Survey([]string{"a.tsx"}, whole)
		m := set.Module("a.tsx")
		if m == nil {
			return
		}
		for _, d := range m.Decls.Of("Asked") {
			alias, ok := d.Node.(*syntax.Alias)
			if !ok {
				continue
			}
			e := New(set, frameNames)
			of := e.Type(alias.Type, In(m))
			e.Shape(of)
			for _, name := range e.Statics(of) {
				e.Static(of, name)
			}
			plain := e.Plain(of)
			if plain == nil || len(m.File.Errors) > 0 {
				continue // broken sources leave broken names
			}
			if _, err := types.Parse(plain.String()); err != nil {
				t.Errorf("%s is %s, which is no text of the type language: %v", text, plain, err)
			}
		}
	})
}
