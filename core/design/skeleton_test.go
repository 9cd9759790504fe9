package design

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/reading"
	"steadysocket/core/types"
)

// random makes a contract with all that a React source and the file beside it can say.
// STEADY_SEED asks for others.
type random struct {
	*rand.Rand
	c    *contract.Contract
	used map[string]bool
}

// newRandom begins with contracts of a test's own.
func newRandom(t *testing.T, stream uint64) *random {
	return &random{Rand: rand.New(rand.NewPCG(seed(t), stream))}
}

// next gives the next contract.
func (r *random) next() *contract.Contract {
	r.c, r.used = &contract.Contract{}, map[string]bool{}
	return r.contract()
}

func seed(t *testing.T) uint64 {
	t.Helper()
	if s := os.Getenv("STEADY_SEED"); s != "" {
		n, err := strconv.ParseUint(s, 10, 64)
		if err != nil {
			t.Fatal(err)
		}
		return n
	}
	return 7
}

func (r random) yes(oneIn int) bool { return r.IntN(oneIn) == 0 }

func pick[T any](r random, list []T) T { return list[r.IntN(len(list))] }

// name gives a name that is not used yet.
func (r random) name(of ...string) string {
	name := pick(r, of)
	for n := 2; r.used[name] || r.used[strings.ToLower(name)]; n++ {
		name = strings.TrimRight(name, "0123456789") + strconv.Itoa(n)
	}
	r.used[name], r.used[strings.ToLower(name)] = true, true
	return name
}

var valueTypes = []string{"string", "number", "boolean", "'calm' | 'notice' | 'urgent'", "1 | 2 | 3", "string | number", "string[]", "{ from: string; to?: string }",
	"boolean | string", "'s' | 'm' | (string & {})", "readonly number[]", "[from: number, to: number]", "{ [key: string]: number }", "'only'", "{ id: number; legs: { quay: string }[] }[]", "string | null"}

func (r random) fields() []contract.Field {
	var list []contract.Field
	for i := range r.IntN(3) {
		list = append(list, contract.Field{Name: []string{"crossing", "via", "amount"}[i], Type: contract.MustType(pick(r, valueTypes))})
	}
	return list
}

func (r random) description() string {
	return pick(r, []string{"", "What it is.", "Said in one line."})
}

func (r random) contract() *contract.Contract {
	c := r.c
	c.Component, c.Kind, c.Complete = "Made", contract.KindComponent, true
	c.Export = contract.Export{Module: ".", Name: "Made", Kind: "named"}
	c.Summary = r.description()
	if r.yes(4) {
		r.generic()
	}
	c.Root = contract.Root{Known: true, Elements: []string{pick(r, []string{"div", "section", "span"})}}
	if r.yes(2) {
		c.PassThrough = contract.PassThrough{To: []contract.Forward{{To: "root", Element: c.Root.Elements[0]}}}
	}
	for range r.IntN(7) {
		r.prop()
	}
	if r.yes(4) {
		r.used["as"] = true
		c.Root = contract.Root{Known: true, Elements: []string{"span", "strong"}, ChosenBy: "as", Among: []string{"span", "strong"}}
		c.Props = append(c.Props, &contract.Prop{Name: "as", Type: contract.MustType("'span' | 'strong'"), Default: contract.Default{Kind: contract.DefaultValue, Value: "span"}, Role: contract.RoleIdentity})
		if len(c.PassThrough.To) > 0 {
			c.PassThrough.To[0].Element = "span"
		}
	}
	if r.yes(3) {
		r.held()
	}
	if len(c.Props) > 0 && r.yes(4) {
		r.parts()
	}
	for range r.IntN(3) {
		r.slot()
	}
	for range r.IntN(3) {
		e := &contract.Event{Name: r.name("explain", "dismiss", "pick", "settle"), Required: contract.FactOf(r.yes(4)), Returns: contract.MustType(pick(r, []string{"void", "void", "boolean"})), Description: r.description(),
			Payload: &contract.Payload{Positional: r.yes(2), Fields: r.fields()}}
		if len(e.Payload.Fields) == 0 {
			e.Payload.Positional = true
		}
		c.Events = append(c.Events, e)
	}
	if r.yes(5) {
		r.modes()
	}
	if r.yes(4) {
		c.Handle = &contract.Handle{Members: []contract.HandleMember{{Name: "focus", Type: contract.MustType("() => void")}}}
	}
	for _, p := range c.Props {
		if p.Role == contract.RoleVariant {
			c.Axes = append(c.Axes, p.Name)
		}
		if p.Role == contract.RoleVariant && r.yes(3) {
			c.StyleHooks.Data = append(c.StyleHooks.Data, contract.Hook{Name: "data-" + p.Name, Reflects: "reflects " + p.Name})
		}
	}
	if len(c.Props) > 1 && r.yes(2) {
		c.Exclusions = []contract.Exclusion{{When: map[string]any{c.Props[0].Name: true, c.Props[1].Name: true}, Because: "only one"}}
	}
	if r.yes(3) {
		c.Guarantees = []contract.Guarantee{{State: "busy", Event: "press", Promise: "nothing is told"}}
		c.Words.Advice = &contract.Advice{Use: "where one is needed"}
		c.Owner = "fares"
	}
	return c
}

// generic gives the contract a type parameter, and members whose types speak of it.
func (r random) generic() {
	p := contract.TypeParameter{Name: "T"}
	if r.yes(2) {
		p.Constraint = contract.MustType("{ key: string }")
	}
	r.c.TypeParameters = []contract.TypeParameter{p}
	own := func(of string) contract.Type { return contract.MustType(of) }
	r.c.Props = append(r.c.Props, &contract.Prop{Name: r.name("rows"), Type: own("T[]"), Required: contract.FactOf(r.yes(2)), Description: r.description()})
	if r.yes(2) {
		r.c.Slots = append(r.c.Slots, &contract.Slot{Name: r.name("entry"), Form: contract.FormFunction, Required: contract.No, Fallback: contract.No,
			Gives: &contract.Payload{Fields: []contract.Field{{Name: "row", Type: own("T")}, {Name: "index", Type: own("number")}}}})
	}
	if r.yes(2) {
		r.c.Events = append(r.c.Events, &contract.Event{Name: r.name("lift"), Required: contract.No, Returns: own("void"),
			Payload: &contract.Payload{Positional: true, Fields: []contract.Field{{Name: "row", Type: own("T")}}}})
	}
}

// modes makes a prop that chooses which others there are.
func (r random) modes() {
	kind, limit, note := r.name("kind", "sort"), r.name("limit", "most"), r.name("remark", "hint")
	r.c.Props = append(r.c.Props,
		&contract.Prop{Name: kind, Type: contract.MustType("'one' | 'many'"), Required: contract.Yes, Role: contract.RoleVariant},
		&contract.Prop{Name: limit, Type: contract.MustType("number")}, &contract.Prop{Name: note, Type: contract.MustType("string")})
	r.c.Modes = []contract.Mode{
		{When: map[string]any{kind: "one"}, Members: []contract.ModeMember{{Name: limit, Absent: true}, {Name: note, Type: contract.MustType("string"), Required: contract.FactOf(r.yes(2))}}},
		{When: map[string]any{kind: "many"}, Members: []contract.ModeMember{{Name: limit, Type: contract.MustType("number"), Required: contract.FactOf(r.yes(2))}, {Name: note, Absent: true}}},
	}
}

// parts makes parts that share some of the props.
func (r random) parts() {
	var shared []string
	for _, p := range r.c.Props[:1+r.IntN(min(2, len(r.c.Props)))] {
		if p.Name != "as" {
			shared = append(shared, p.Name)
		}
	}
	if r.yes(2) {
		e := &contract.Event{Name: r.name("close", "fold"), Returns: contract.MustType("void"), Payload: &contract.Payload{Positional: r.yes(2), Fields: r.fields()}}
		e.Payload.Positional = e.Payload.Positional || len(e.Payload.Fields) == 0
		r.c.Events = append(r.c.Events, e)
		shared = append(shared, e.Name)
	}
	slices.Sort(shared)
	r.used["default"] = true
	r.c.Slots = append(r.c.Slots, &contract.Slot{Name: "default", Form: contract.FormContent})
	for _, name := range []string{"Mark", "Text"}[:1+r.IntN(2)] {
		r.c.Parts = append(r.c.Parts, contract.Part{Name: name, Component: "Made." + name, Spelled: contract.SpelledAs("Made." + name), Within: []string{"Made"}, Shares: shared, Description: r.description()})
	}
	if len(shared) == 0 {
		for i := range r.c.Parts {
			r.c.Parts[i].Within = nil
		}
	}
}

func (r random) prop() {
	p := &contract.Prop{Name: r.name("tone", "size", "amount", "quay", "struck", "lines", "label", "legs", "state"), Type: contract.MustType(pick(r, valueTypes)), Description: r.description()}
	values, open := choices(p)
	if len(values) > 1 {
		p.Role = contract.RoleVariant
	}
	switch {
	case r.yes(3):
		p.Required = contract.Yes
	case len(values) > 0 && !open:
		p.Default = contract.Default{Kind: contract.DefaultValue, Value: valueOfLiteral(values[len(values)-1])}
	case isFlag(p):
		p.Default = contract.Default{Kind: contract.DefaultValue, Value: r.yes(2)}
	case p.Type.String() == "number":
		p.Default = contract.Default{Kind: contract.DefaultValue, Value: json.Number("4")}
	case p.Type.String() == "string":
		p.Default = contract.Default{Kind: contract.DefaultValue, Value: "it's"}
	}
	if r.yes(5) {
		p.Unit = "pence"
	}
	if r.yes(5) {
		p.Limits = &contract.Limits{Min: json.Number("0")}
	}
	if p.Role == "" && r.yes(4) {
		p.Role = contract.RoleData
	}
	if r.yes(6) {
		p.Deprecated = &contract.Deprecated{Since: "2.0.0", Successor: "other"}
	}
	r.c.Props = append(r.c.Props, p)
}

func (r random) held() {
	value := r.name("open", "chosen", "level")
	of := contract.MustType(pick(r, []string{"boolean", "string", "number"}))
	t := contract.TwoWay{Value: value, Change: value + "Change", Held: contract.HeldByApp}
	held := &contract.Prop{Name: value, Type: of}
	r.c.Props = append(r.c.Props, held)
	if held.Required = contract.FactOf(r.yes(3)); held.Required == contract.No && r.yes(2) {
		t.Held, t.Initial = contract.HeldByBoth, names.Initial(value)
		r.c.Props = append(r.c.Props, &contract.Prop{Name: t.Initial, Type: of})
	}
	r.c.Events = append(r.c.Events, &contract.Event{Name: t.Change, Returns: contract.MustType("void"), Payload: &contract.Payload{Positional: true, Fields: []contract.Field{{Name: value, Type: of}}}})
	r.c.TwoWay = append(r.c.TwoWay, t)
}

func (r random) slot() {
	s := &contract.Slot{Name: r.name("default", "note", "row", "icon"), Form: pick(r, []contract.Form{contract.FormContent, contract.FormFunction, contract.FormElement, contract.FormComponent}),
		Required: contract.FactOf(r.yes(4)), Description: r.description()}
	if s.Required == contract.No {
		s.Fallback = contract.FactOf(r.yes(2))
	}
	switch s.Form {
	case contract.FormFunction:
		s.Gives = &contract.Payload{Positional: r.yes(2), Fields: r.fields()}
		s.Gives.Positional = s.Gives.Positional || len(s.Gives.Fields) == 0
		if len(s.Gives.Fields) == 1 {
			if o, ok := s.Gives.Fields[0].Type.T.(*types.Object); ok && len(o.Indexes) == 0 {
				s.Gives.Positional = false // React's readers take one record for its fields
			}
		}
	case contract.FormComponent:
		s.Type = contract.MustType("Component<{ crossing: number; via?: string }>")
	}
	if s.Form != contract.FormComponent {
		s.InLoop = contract.FactOf(r.yes(4))
	}
	r.c.Slots = append(r.c.Slots, s)
}

// TestSkeletonsReadBack writes random contracts as React components with the file beside
// them, and reads them: it is the same contract, and no two facts contradict each other.
func TestSkeletonsReadBack(t *testing.T) {
	for _, of := range []struct {
		framework, main, manifest, name string
		stream                          uint64
	}{
		{"react", "Made.tsx", `"peerDependencies": {"react": ">=18"}`, "Made", 1},
		{"vue", "index.ts", `"peerDependencies": {"vue": ">=3"}`, "Made", 11},
		{"web component", "made-element.ts", `"customElements": "none.json"`, "Made", 12},
	} {
		t.Run(of.framework, func(t *testing.T) { readBack(t, of.framework, of.main, of.manifest, of.name, of.stream) })
	}
}

func readBack(t *testing.T, framework, main, manifest, name string, stream uint64) {
	r := newRandom(t, stream)
	for n := range 400 {
		c := r.next()
		files, err := Skeleton(c, framework)
		if err != nil {
			t.Fatal(err)
		}
		beside, err := Skeleton(c, "sidecar")
		if err != nil {
			t.Fatal(err)
		}
		fsys := fstest.MapFS{"package.json": {Data: []byte(`{"name": "made", "exports": {".": "./src/` + main + `"}, ` + manifest + `}`)}}
		if framework == "vue" {
			fsys["src/index.ts"] = &fstest.MapFile{Data: []byte(exportsOf(files))}
		}
		for _, f := range append(files, beside...) {
			fsys["src/"+f.Name] = &fstest.MapFile{Data: []byte(f.Text)}
		}
		result, err := reading.Read(fsys, reading.Options{})
		if err != nil {
			t.Fatal(err)
		}
		got := result.Listing.Component(name)
		if got == nil {
			t.Fatalf("nothing was read of\n%s", files[0].Text)
		}
		// Nothing is written inside yet, and that is what is said of it.
		conflicts := slices.DeleteFunc(result.Conflicts, func(x reading.Conflict) bool { return x.Claim == reading.ClaimUnread })
		want, read := comparable(t, As(c, framework)), comparable(t, got)
		if want != read || len(result.Listing.Unread) > 0 || len(conflicts) > 0 {
			t.Fatalf("contract %d read back differs (unread %v, conflicts %v)\n%s\nthe file beside it:\n%s\nwant:\n%s\ngot:\n%s\n%s", n, result.Listing.Unread, conflicts,
				files[0].Text, beside[0].Text, want, read, difference(want, read))
		}
	}
}

// exportsOf gives out the components of files of their own.
func exportsOf(files []Source) string {
	var out strings.Builder
	for _, f := range files {
		if name, ok := strings.CutSuffix(f.Name, ".vue"); ok {
			fmt.Fprintf(&out, "export { default as %s } from './%s';\n", name, f.Name)
		}
	}
	return out.String()
}

// TestLogicReadsBack writes shared logic made of random contracts as hooks, and reads
// them: what each takes and gives back is the same. A handler is read as an option, as a
// function that is given to a function is.
func TestLogicReadsBack(t *testing.T) {
	r := newRandom(t, 4)
	for range 100 {
		c, err := Shaped(r.next(), "logic without markup")
		if err != nil {
			t.Fatal(err)
		}
		c.Result.Fields = append(c.Result.Fields, contract.Field{Name: "again", Type: contract.MustType("(count: number) => void")})
		c.Result.Positional = r.yes(3)
		files, err := Skeleton(c, "react")
		if err != nil {
			t.Fatal(err)
		}
		result, err := reading.Read(fstest.MapFS{"package.json": {Data: []byte(`{"name": "made", "exports": {".": "./useMade.ts"}, "peerDependencies": {"react": ">=18"}}`)}, files[0].Name: {Data: []byte(files[0].Text)}}, reading.Options{})
		if err != nil {
			t.Fatal(err)
		}
		got := result.Listing.Component("useMade")
		if got == nil || got.Kind != contract.KindLogic || got.Summary != c.Summary {
			t.Fatalf("read is %+v of\n%s", got, files[0].Text)
		}
		facts := func(of *contract.Contract) (list []string) {
			for _, p := range of.Props {
				list = append(list, fmt.Sprintf("%s %s %s", p.Name, p.Required, sorted(p.Type)))
			}
			for _, e := range of.Events {
				function := &types.Func{Result: types.Void}
				for _, f := range given(e.Payload) {
					function.Params = append(function.Params, types.Param{Name: f.Name, Type: f.Type.T, Optional: f.Optional})
				}
				if e.Payload != nil && !e.Payload.Positional && len(function.Params) > 0 {
					continue // taken apart: one parameter without a name
				}
				if e.Returns.Known() {
					function.Result = e.Returns.T
				}
				list = append(list, fmt.Sprintf("on%s %s %s", names.UpperFirst(e.Name), e.Required, sorted(contract.Type{T: function})))
			}
			var back []string
			for _, f := range of.Result.Fields {
				back = append(back, fmt.Sprintf("%s %t %s", f.Name, f.Optional, sorted(f.Type)))
			}
			if !of.Result.Positional {
				slices.Sort(back)
			}
			return append(list, back...)
		}
		read := facts(got)
		for _, fact := range facts(c) {
			if !slices.Contains(read, fact) {
				t.Fatalf("not read: %s\n%s\n%s", fact, strings.Join(read, "\n"), files[0].Text)
			}
		}
	}
}

// comparable writes a contract without what only a reading knows, in one order.
func comparable(t *testing.T, c *contract.Contract) string {
	t.Helper()
	made := copied(c)
	made.Library, made.Package, made.Inside, made.At = "", "", nil, nil
	for _, p := range made.Props {
		p.Origin, p.Written, p.At, p.Values, p.Open = "", "", nil, nil, false
		p.Type = sorted(p.Type)
	}
	for _, s := range made.Slots {
		s.Origin, s.At, s.Conditional = "", nil, contract.No
		if s.Gives != nil && len(s.Gives.Fields) == 0 {
			s.Gives = nil
		}
	}
	for _, e := range made.Events {
		e.Origin, e.At = "", nil
	}
	made.Context = contract.Context{} // a context that parts share is read with the types that it has inside
	for i := range made.Parts {
		made.Parts[i].Origin, made.Parts[i].At = "", nil
	}
	if made.Handle != nil {
		h := *made.Handle
		h.Type = contract.Type{}
		made.Handle = &h
	}
	made.StyleHooks.Data = slices.Clone(made.StyleHooks.Data)
	slices.SortFunc(made.StyleHooks.Data, func(a, b contract.Hook) int { return strings.Compare(a.Name, b.Name) })
	data, err := made.Canonical().YAML()
	if err != nil {
		t.Fatal(err)
	}
	return string(data)
}

func sorted(x contract.Type) contract.Type {
	if !x.Known() {
		return x
	}
	return contract.Type{T: types.MustParse(types.Key(x.T))}
}

// difference lists the lines that only one of two texts has.
func difference(a, b string) string {
	var out []string
	in := strings.Split(b, "\n")
	for _, l := range strings.Split(a, "\n") {
		if !slices.Contains(in, l) {
			out = append(out, "- "+l)
		}
	}
	in = strings.Split(a, "\n")
	for _, l := range strings.Split(b, "\n") {
		if !slices.Contains(in, l) {
			out = append(out, "+ "+l)
		}
	}
	return fmt.Sprintf("only in one:\n%s", strings.Join(out, "\n"))
}
