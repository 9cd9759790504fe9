package contract

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"reflect"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"go.yaml.in/yaml/v3"

	"steadysocket/core/place"
	"steadysocket/core/types"
)

// TestShapesLoseNothing reads contracts written by hand for real shapes of six
// frameworks and writes them again: every key and value must come back.
func TestShapesLoseNothing(t *testing.T) {
	files, err := filepath.Glob("testdata/shapes/*.contract.yaml")
	if err != nil || len(files) < 20 {
		t.Fatalf("%d shapes, %v", len(files), err)
	}
	schema := compile(t, FileSchema)
	frameworks := map[string]bool{}
	for _, name := range files {
		t.Run(filepath.Base(name), func(t *testing.T) {
			data, err := os.ReadFile(name)
			if err != nil {
				t.Fatal(err)
			}
			c, err := ParseFile(name, data)
			if err != nil {
				t.Fatal(err)
			}
			frameworks[c.Framework] = true
			want := plain(t, data)
			if err := schema.Validate(want); err != nil {
				t.Errorf("the schema refuses the shape: %v", err)
			}
			for _, write := range []func() ([]byte, error){c.YAML, c.JSON} {
				out, err := write()
				if err != nil {
					t.Fatal(err)
				}
				if got := plain(t, out); !reflect.DeepEqual(got, want) {
					t.Errorf("comes back as\n%s\nwant\n%s", out, data)
				}
			}
			roundTrip(t, c)
		})
	}
	delete(frameworks, "")
	if len(frameworks) < 6 {
		t.Errorf("the shapes cover %d frameworks, want 6: %v", len(frameworks), frameworks)
	}
}

// plain reads YAML or JSON as any program would.
func plain(t *testing.T, data []byte) any {
	t.Helper()
	var v any
	if err := yaml.Unmarshal(data, &v); err != nil {
		t.Fatal(err)
	}
	out, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	v, err = jsonschema.UnmarshalJSON(bytes.NewReader(out))
	if err != nil {
		t.Fatal(err)
	}
	return v
}

func compile(t *testing.T, schema func() ([]byte, error)) *jsonschema.Schema {
	t.Helper()
	data, err := schema()
	if err != nil {
		t.Fatal(err)
	}
	doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(data))
	if err != nil {
		t.Fatal(err)
	}
	compiler := jsonschema.NewCompiler()
	if err := compiler.AddResource("schema.json", doc); err != nil {
		t.Fatal(err)
	}
	s, err := compiler.Compile("schema.json")
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// roundTrip holds that all written forms hold all of c.
func roundTrip(t *testing.T, c *Contract) {
	t.Helper()
	c.Hashes()
	want, err := c.YAML()
	if err != nil {
		t.Fatal(err)
	}
	same := func(form string, got *Contract, err error) {
		t.Helper()
		if err != nil {
			t.Errorf("%s does not read back: %v\n%s", form, err, want)
			return
		}
		again, err := got.YAML()
		if err != nil {
			t.Fatal(err)
		}
		if !bytes.Equal(again, want) {
			t.Errorf("%s reads back as\n%s\nwant\n%s", form, again, want)
		}
		if got.Hashes(); got.ContentHash != c.ContentHash || got.InterfaceHash != c.InterfaceHash || got.InsideHash != c.InsideHash {
			t.Errorf("%s reads back with other hashes", form)
		}
	}
	fromYAML, err := ParseFile("a.contract.yaml", want)
	same("YAML", fromYAML, err)
	data, err := c.JSON()
	if err != nil {
		t.Fatal(err)
	}
	fromJSON, err := ParseFile("a.contract.json", data)
	same("JSON", fromJSON, err)
	l := &Listing{Reader: "1", Components: []Contract{*c}}
	listed, err := l.JSON()
	if err != nil {
		t.Fatal(err)
	}
	back, err := ParseListing("a.json", listed)
	if err != nil {
		t.Fatalf("the listing does not read back: %v\n%s", err, listed)
	}
	same("the listing", &back.Components[0], nil)
	var single Contract
	marshalled, err := json.Marshal(c)
	if err != nil {
		t.Fatal(err)
	}
	same("JSON of one contract", &single, json.Unmarshal(marshalled, &single))
}

// TestGeneratedContractsLoseNothing fills every field of the model at random.
func TestGeneratedContractsLoseNothing(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 5))
	fileSchema, listSchema := compile(t, FileSchema), compile(t, ListingSchema)
	for range 300 {
		c := &Contract{}
		fill(rng, reflect.ValueOf(c).Elem(), 3)
		c.Component = "Made"
		c.At, c.ContentHash, c.InterfaceHash, c.InsideHash = nil, "", "", ""
		tidy(c)
		data, err := c.YAML()
		if err != nil {
			t.Fatal(err)
		}
		if err := fileSchema.Validate(plain(t, data)); err != nil {
			t.Fatalf("the schema refuses what the code writes: %v\n%s", err, data)
		}
		l := &Listing{Reader: "1", Source: SourceInfo{Kind: "directory"}, Package: PackageInfo{Name: "p"}, Components: []Contract{*c}}
		listed, err := l.JSON()
		if err != nil {
			t.Fatal(err)
		}
		if err := listSchema.Validate(plain(t, listed)); err != nil {
			t.Fatalf("the schema of listings refuses what the code writes: %v\n%s", err, listed)
		}
		roundTrip(t, c)
		if t.Failed() {
			return
		}
	}
}

// fill sets v to a random value.
func fill(rng *rand.Rand, v reflect.Value, depth int) {
	words := []string{"calm", "on", "7", "null", "it's", "two\nlines", "ünder", "a: b", "- x", "#c", ""}
	switch x := v.Addr().Interface().(type) {
	case *Type:
		if rng.IntN(4) > 0 {
			x.T = []types.Type{types.String, types.MustParse("'a' | 'b'"), types.MustParse("{ a?: Thing<string>[] }")}[rng.IntN(3)]
		}
		return
	case *Fact:
		*x = Fact(rng.IntN(3))
		return
	case *Default:
		x.Kind = DefaultKind(rng.IntN(4))
		if x.Kind == DefaultValue {
			x.Value = []any{"calm", true, json.Number("-2.5"), nil, []any{json.Number("1"), "x"}, map[string]any{"a": "b"}}[rng.IntN(6)]
		} else if x.Kind == DefaultExpression {
			x.Expression = "theme.ink"
		}
		return
	case *Root:
		switch rng.IntN(3) {
		case 0:
			*x = Root{Known: true, None: true}
		case 1:
			*x = Root{Known: true, Elements: []string{"div"}, Among: []string{"a", "b"}}
		}
		return
	case *PassThrough:
		if x.Unknown = rng.IntN(3) == 0; !x.Unknown {
			fill(rng, reflect.ValueOf(&x.To).Elem(), depth)
		}
		return
	case *Was:
		*x = Was{Name: "old"}
		if rng.IntN(2) == 0 {
			*x = Was{Member: MemberSlot, Name: "old", When: true, Gives: "urgent"}
		}
		return
	case *Hooks:
		*x = Hooks{{"a", ""}, {"b", words[rng.IntN(2)]}}
		return
	case *Spelled:
		*x = []Spelled{{}, {Name: "x"}, {"x", "x-y"}}[rng.IntN(3)]
		return
	case **place.Place:
		return
	}
	switch v.Kind() {
	case reflect.String:
		if allowed, ok := closedWords(v.Type()); ok {
			v.SetString(allowed[rng.IntN(len(allowed))])
			return
		}
		v.SetString(words[rng.IntN(len(words))])
	case reflect.Bool:
		v.SetBool(rng.IntN(2) == 0)
	case reflect.Int:
		v.SetInt(int64(rng.IntN(5)))
	case reflect.Pointer:
		if rng.IntN(2) == 0 && depth > 0 {
			v.Set(reflect.New(v.Type().Elem()))
			fill(rng, v.Elem(), depth-1)
		}
	case reflect.Interface:
		v.Set(reflect.ValueOf([]any{"x", true, json.Number("3")}[rng.IntN(3)]))
	case reflect.Map:
		m := reflect.MakeMap(v.Type())
		for i := range rng.IntN(3) {
			value := reflect.New(v.Type().Elem()).Elem()
			fill(rng, value, depth-1)
			m.SetMapIndex(reflect.ValueOf(fmt.Sprint("k", i)), value)
		}
		if m.Len() > 0 {
			v.Set(m)
		}
	case reflect.Slice:
		if depth <= 0 {
			return
		}
		for i := range rng.IntN(3) {
			value, elem := made(v.Type().Elem())
			fill(rng, value, depth-1)
			if name := nameField(value); name.IsValid() {
				name.SetString(fmt.Sprint("m", i))
			}
			v.Set(reflect.Append(v, elem))
		}
	case reflect.Struct:
		for i := range v.NumField() {
			fill(rng, v.Field(i), depth)
		}
	}
}

func nameField(v reflect.Value) reflect.Value {
	if v.Kind() != reflect.Struct {
		return reflect.Value{}
	}
	return v.FieldByName("Name")
}

func closedWords(t reflect.Type) ([]string, bool) {
	allowed, ok := words[t]
	return allowed, ok
}

// tidy removes what refers to members that are not there, so that only the
// written form is tested here.
func tidy(c *Contract) {
	c.Axes, c.TwoWay, c.Modes, c.Exclusions, c.Companions = nil, nil, nil, nil, nil
	c.Root.ChosenBy = ""
	for _, p := range c.Props {
		p.ValueSet, p.Values, p.Open, p.Written = "", nil, false, ""
		if p.Required == Yes || p.Type.Known() {
			p.Default = Default{}
		}
	}
	for i := range c.Parts {
		c.Parts[i].HandedOut = ""
	}
}

func TestErrorsNameLineAndRemedy(t *testing.T) {
	tests := []struct{ text, want string }{
		{"contract: 1\ncomponent: X\nprps: {}", `f.yaml:3:1: the key "prps" means nothing here; did you mean "props"?`},
		{"contract: 1\ncomponent: X\nprops:\n  tone: { typ: string }", `f.yaml:4:11: the key "typ" means nothing in props.tone; did you mean "type"?`},
		{"contract: 1\ncomponent: X\nprops:\n  tone: { type: \"'a' |\" }", `f.yaml:4:17: props.tone.type is not a type: expected a type, found the end of the type (at character 6 of the type)`},
		{"contract: 1\ncomponent: X\nstage: redy", `f.yaml:3:8: stage must be one of draft, ready, retiring, retired, not "redy"; did you mean "ready"?`},
		{"contract: 1\ncomponent: X\nprops: { a: { required: yess } }", `f.yaml:3:25: props.a.required must be true, false or unknown`},
		{"contract: 1\ncomponent: X\nprops: { tone: { type: \"'a' | 'b'\", default: { value: c } } }", `f.yaml:3:46: the default c of props.tone is none of its values 'a' | 'b'`},
		{"contract: 1\ncomponent: X\nprops: { tone: { type: string, required: true, default: { value: c } } }", `f.yaml:3:57: props.tone is required and has a default; one of the two is never used`},
		{"contract: 1\ncomponent: X\nprops: { tone: string }\naxes: [tine]", `f.yaml:4:8: axes[0] names "tine", which this contract does not have; did you mean "tone"?`},
		{"component: X", `f.yaml:1:1: the key contract is missing; write contract: 1`},
		{"contract: 2\ncomponent: X", `f.yaml:1:11: this is contract format 2; formats up to 1 are read`},
		{"contract: 1", `f.yaml:1:1: the key component is missing; write component: and its name`},
		{"", `f.yaml:1:1: the file is empty; a contract file starts with contract: 1`},
		{"contract: 1\ncomponent: X\ncomponent: Y", `f.yaml:3:1: the key "component" stands twice`},
		{"a: &x 1\nb: *x", `f.yaml:2:4: anchors and aliases are not read; write the value out`},
		{"a: [", `f.yaml:1:1: this is not YAML: did not find expected node content`},
		{"\x00", `f.yaml:1:1: this is not text in UTF-8`},
		{`{"contract": 1,
  "component": "X", "prop": {}}`, `f.yaml:2:21: the key "prop" means nothing here; did you mean "props"?`},
		{`{"contract": 1`, `f.yaml:1:15: this is not JSON: it ends too early`},
		{`{"contract": 1, "contract": 1}`, `f.yaml:1:17: the key "contract" stands twice`},
		{strings.Repeat("[", 10000), `f.yaml:1:1: this is not YAML: exceeded max depth of 10000`},
		{"contract: 1\ncomponent: X\nslots: { a: { gives: { form: tuple } } }", `f.yaml:3:30: slots.a.gives.form must be positional or named`},
	}
	for _, test := range tests {
		_, err := ParseFile("f.yaml", []byte(test.text))
		if err == nil {
			t.Errorf("no error for %q", test.text)
			continue
		}
		if first, _, _ := strings.Cut(err.Error(), "\n"); first != test.want && !(strings.HasPrefix(test.text, "[[") || test.text == "a: [") {
			t.Errorf("%.60q\n got %s\nwant %s", test.text, first, test.want)
		}
	}
}

// TestSchemaAndCodeAgree changes right files at random places: what the schema
// accepts the code must accept as structure, and the other way round.
func TestSchemaAndCodeAgree(t *testing.T) {
	schema := compile(t, FileSchema)
	files, err := filepath.Glob("testdata/shapes/*.contract.yaml")
	if err != nil {
		t.Fatal(err)
	}
	rng := rand.New(rand.NewPCG(9, 9))
	accepted, refused := 0, 0
	for _, name := range files {
		data, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		for range 60 {
			doc := plain(t, data)
			spoil(rng, doc)
			text, err := json.Marshal(doc)
			if err != nil {
				t.Fatal(err)
			}
			structure := schema.Validate(plain(t, text)) == nil
			_, err = ParseFile(name, text)
			code := err == nil || !structural(err)
			if structure != code {
				t.Fatalf("the schema says %v, the code %v: %v\n%s", structure, code, err, text)
			}
			if code {
				accepted++
			} else {
				refused++
			}
		}
	}
	if accepted < 100 || refused < 100 {
		t.Errorf("%d accepted and %d refused: the changes do not test both ways", accepted, refused)
	}
}

// structural reports whether an error is one of structure, not of meaning.
func structural(err error) bool {
	for _, p := range err.(Problems) {
		if !strings.Contains(p.Message, "is not a type") && !strings.Contains(p.Message, "which this contract does not have") &&
			!strings.Contains(p.Message, "one of the two is never used") && !strings.Contains(p.Message, "is none of its values") {
			return true
		}
	}
	return false
}

// spoil changes one random place of a document.
func spoil(rng *rand.Rand, doc any) {
	values := []any{"x", true, json.Number("3"), []any{"x"}, map[string]any{"x": "y"}, nil}
	switch doc := doc.(type) {
	case map[string]any:
		keys := make([]string, 0, len(doc))
		for key := range doc {
			keys = append(keys, key)
		}
		if len(keys) == 0 {
			doc["odd"] = values[rng.IntN(len(values))]
			return
		}
		key := keys[rng.IntN(len(keys))]
		switch rng.IntN(6) {
		case 0:
			doc[key] = values[rng.IntN(len(values))]
		case 1:
			doc[key+"x"] = values[rng.IntN(len(values))]
		default:
			switch doc[key].(type) {
			case map[string]any, []any:
				spoil(rng, doc[key])
			default:
				doc[key] = values[rng.IntN(len(values))]
			}
		}
	case []any:
		if len(doc) > 0 {
			i := rng.IntN(len(doc))
			if _, ok := doc[i].(map[string]any); ok {
				spoil(rng, doc[i])
			} else {
				doc[i] = values[rng.IntN(len(values))]
			}
		}
	}
}

func TestHashes(t *testing.T) {
	base := "contract: 1\ncomponent: X\nprops: { a: \"'x' | 'y'\", b: string }\n"
	tests := []struct {
		text          string
		content, face bool // whether the hashes stay
	}{
		{"contract: 1\ncomponent: X\nprops: { b: string, a: \"'y' | 'x'\" }\n", true, true},
		{base + "summary: other words\n", false, true},
		{base + "owner: fares\n", false, true},
		{base + "words: { description: d, advice: { use: u }, examples: [{ title: e }], decisions: [{ what: w }] }\n", false, true},
		{base + "stage: ready\n", false, false},
		{base + "guarantees: [{ state: busy, promise: p }]\n", false, false},
		{strings.Replace(base, "b: string", "b: { type: string, deprecated: { since: 1.0.0 } }", 1), false, false},
		{strings.Replace(base, "b: string", "b: { type: string, description: d }", 1), false, true},
		{strings.Replace(base, "b: string", "b: number", 1), false, false},
		{base + "inside: [{ element: p }]\n", false, true},
	}
	parse := func(text string) *Contract {
		c, err := ParseFile("a.yaml", []byte(text))
		if err != nil {
			t.Fatal(err)
		}
		c.Hashes()
		return c
	}
	want := parse(base)
	for _, test := range tests {
		got := parse(test.text)
		if (got.ContentHash == want.ContentHash) != test.content || (got.InterfaceHash == want.InterfaceHash) != test.face {
			t.Errorf("%q: content stays %v, interface stays %v", test.text, got.ContentHash == want.ContentHash, got.InterfaceHash == want.InterfaceHash)
		}
	}
}

func FuzzParseFile(f *testing.F) {
	files, _ := filepath.Glob("testdata/shapes/*.contract.yaml")
	for _, name := range files {
		if data, err := os.ReadFile(name); err == nil {
			f.Add(data)
		}
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		c, err := ParseFile("f", data)
		if err != nil {
			if _, ok := err.(Problems); !ok {
				t.Fatalf("an error without a place: %v", err)
			}
			return
		}
		out, err := c.YAML()
		if err != nil {
			t.Fatal(err)
		}
		again, err := ParseFile("again", out)
		if err != nil {
			t.Fatalf("what was written does not read back: %v\n%s", err, out)
		}
		c.Hashes()
		if again.Hashes(); again.ContentHash != c.ContentHash {
			t.Fatalf("what was written reads back otherwise:\n%s", out)
		}
	})
}

// TestWordsAreNotInTheFace holds that what people say of members changes the
// content and not the interface, wherever it stands, and that all else changes both.
func TestWordsAreNotInTheFace(t *testing.T) {
	parse := func(text string) *Contract {
		t.Helper()
		c, err := ParseFile("x.yaml", []byte("contract: 1\ncomponent: X\n"+text))
		if err != nil {
			t.Fatal(err)
		}
		c.Hashes()
		return c
	}
	for _, test := range []struct {
		a, b string
		face bool // whether the interface is the same
	}{
		{"props: { a: string }", "props: { a: { type: string, description: words } }", true},
		{"props: { a: {} }", "props: { a: { description: words } }", true},
		{"parts: { Row: {} }", "parts: { Row: { description: words } }", true},
		{"summary: one", "summary: two\nowner: me", true},
		{"stage: ready", "stage: ready\nwords: { description: long, advice: { use: always } }", true},
		{"inside: [{ element: b }]", "inside: [{ element: i }]", true},
		{"parts: { Row: {} }", "parts: { Gap: {} }", false},
		{"props: { a: string }", "props: { a: number }", false},
		{"props: { a: { type: string, description: words } }", "props: { a: { type: string, description: words, required: true } }", false},
		{"stage: ready", "stage: draft", false},
		{"guarantees: [{ state: busy, promise: quiet }]", "guarantees: [{ state: busy, promise: loud }]", false},
		{"words: { oddities: [{ what: a, reason: b }] }", "words: { oddities: [{ what: a, reason: c }] }", false},
	} {
		a, b := parse(test.a), parse(test.b)
		if (a.InterfaceHash == b.InterfaceHash) != test.face {
			t.Errorf("%s and %s: one interface is %v", test.a, test.b, !test.face)
		}
		if a.ContentHash == b.ContentHash {
			t.Errorf("%s and %s have one content", test.a, test.b)
		}
	}
}
