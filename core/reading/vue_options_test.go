package reading_test

import (
	"strings"
	"testing"
	"testing/fstest"

	"steadysocket/core/contract"
	"steadysocket/core/reading"
)

// TestHelpersOfOptions holds what props are whose options a library's own helpers make:
// the values that the options let through, as Vue's declarations have it, and never a part
// of them.
func TestHelpersOfOptions(t *testing.T) {
	const helpers = `import type { ExtractPropTypes, PropType } from 'vue';
type Inside<T> = T[keyof T];
type Of<T extends object> = Inside<ExtractPropTypes<{ key: T }>>;
type Free<T> = T extends readonly any[] ? { -readonly [P in keyof T]: T[P] } : T;
export type Option<T> = { readonly type: PropType<Of<{ type: Free<T>; required: true }>>; readonly required: false };
export type Loose<T> = { readonly type: PropType<Inside<ExtractPropTypes<{ key?: { type: T; required: true } }>>>; readonly required: false };
export type Perhaps<T> = { readonly type: PropType<Of<{ type: T; required: false }>>; readonly required: false };
`
	given := func(of string) string { // as compilers write PropType<of>
		both := "(new (...args: any[]) => " + of + ") | (() => " + of + ")"
		return both + " | ((" + both + ") | null)[]"
	}
	for _, test := range []struct{ name, option, want string }{
		{"a set", "Option<" + given("'calm' | 'loud'") + ">", "'calm' | 'loud'"},
		{"a list", "Option<" + given("string[]") + ">", "string[]"},
		{"a record", "Option<" + given("{ at: number }") + ">", "{ at: number }"},
		{"a function", "Option<((() => (by: number) => void) & { readonly prototype: any } & (new (...args: any[]) => (by: number) => void))>", "(by: number) => void"},
		{"several", "Option<(StringConstructor | NumberConstructor)[]>", "string | number"},
		{"one that may be left out", "Perhaps<" + given("number") + ">", "number | undefined"},
		{"options that may be left out", "Loose<" + given("number") + ">", "Unread"},
		{"written at once", "{ type: PropType<'calm'>; required: false }", "'calm'"},
	} {
		fsys := fstest.MapFS{
			"package.json": {Data: []byte(`{"name": "@saltmarsh/kit", "version": "1.0.0", "types": "index.d.ts", "peerDependencies": {"vue": "^3.5.0"}}`)},
			"helpers.d.ts": {Data: []byte(helpers)},
			"index.d.ts": {Data: []byte("import type { DefineComponent, PropType } from 'vue';\nimport type { Option, Loose, Perhaps } from './helpers';\n" +
				"export declare const Spar: DefineComponent<{ readonly of: " + test.option + " }>;\n")},
		}
		r, err := reading.Read(fsys, reading.Options{})
		if err != nil {
			t.Fatal(err)
		}
		c := r.Listing.Component("Spar")
		if c == nil || len(c.Props) != 1 {
			t.Fatalf("%s: %s gives no prop of Spar", test.name, test.option)
		}
		if got := c.Props[0].Type.String(); got != test.want {
			t.Errorf("%s: %s is %s, want %s", test.name, test.option, got, test.want)
		}
	}
	// A constructor that no function says the same beside is not left out of what is read.
	fsys := fstest.MapFS{
		"package.json": {Data: []byte(`{"name": "@saltmarsh/kit", "version": "1.0.0", "types": "index.d.ts", "peerDependencies": {"vue": "^3.5.0"}}`)},
		"helpers.d.ts": {Data: []byte(helpers)},
		"index.d.ts": {Data: []byte("import type { DefineComponent } from 'vue';\nimport type { Option } from './helpers';\ndeclare class Rope { length: number }\n" +
			"export declare const Spar: DefineComponent<{ readonly of: Option<(StringConstructor | (new () => Rope))[]> }>;\n")},
	}
	r, err := reading.Read(fsys, reading.Options{})
	if err != nil {
		t.Fatal(err)
	}
	if got := r.Listing.Component("Spar").Props[0].Type.String(); got == "string" || strings.HasPrefix(got, "string |") && !strings.Contains(got, "Rope") && !strings.Contains(got, "Unread") {
		t.Errorf("a constructor is left out: %s", got)
	}
}

// TestOptionsOutsideComponents holds that what exports and composables make of tables of
// options is the values those let through, in the words of the language.
func TestOptionsOutsideComponents(t *testing.T) {
	fsys := fstest.MapFS{
		"package.json": {Data: []byte(`{"name": "@saltmarsh/kit", "version": "1.0.0", "types": "index.d.ts", "peerDependencies": {"vue": "^3.5.0"}}`)},
		"index.d.ts": {Data: []byte(`import type { DefineComponent, ExtractPropTypes, PropType } from 'vue';
declare const sparProps: { readonly tone: { readonly type: PropType<'calm' | 'loud'>; readonly required: true }; readonly at: NumberConstructor; readonly odd: { readonly type: Oddly } };
type Oddly = unique symbol;
export type SparProps = ExtractPropTypes<typeof sparProps>;
export declare function useSpar(props: SparProps): number;
export declare const Spar: DefineComponent<{ readonly tone: StringConstructor }>;
`)},
	}
	r, err := reading.Read(fsys, reading.Options{})
	if err != nil {
		t.Fatal(err)
	}
	got := ""
	for _, x := range r.Listing.Exports {
		if x.Name == "SparProps" {
			got = x.Type.String()
		}
	}
	if want := "{ readonly tone: 'calm' | 'loud'; readonly at?: number; readonly odd?: Unread }"; got != want {
		t.Errorf("SparProps is %s, want %s", got, want)
	}
	use := r.Listing.Component("useSpar")
	if use == nil || len(use.Props) != 3 || use.Props[0].Name != "tone" || use.Props[0].Required != contract.Yes || use.Props[1].Type.String() != "number" {
		t.Errorf("useSpar is %+v", use)
	}
}
