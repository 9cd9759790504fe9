package reading

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"steadysocket/core/contract"
)

// takes lists what a component takes, by spelling: ! for required, ? for what nothing
// tells that of, then the type and the default, as far as they are known.
func takes(c *contract.Contract) string {
	marks := map[contract.Fact]string{contract.Yes: "!", contract.Unknown: "?"}
	var list []string
	for _, p := range c.Props {
		text := p.Spelled.Or(p.Name) + marks[p.Required]
		if p.Type.Known() {
			text += ":" + fmt.Sprint(p.Type.T)
		}
		if p.Default.Kind == contract.DefaultValue {
			text += fmt.Sprintf("=%v", p.Default.Value)
		}
		list = append(list, text)
	}
	for _, s := range c.Slots {
		list = append(list, "<"+s.Spelled.Or(s.Name)+marks[s.Required]+">")
	}
	for _, e := range c.Events {
		list = append(list, e.Spelled.Or(e.Name)+marks[e.Required]+"()")
	}
	slices.Sort(list)
	return strings.Join(list, " ")
}

// TestPropTypes holds what tables of prop types tell, through constants, tables of other
// components and functions of the library's own.
func TestPropTypes(t *testing.T) {
	shared := map[string]string{
		"package.json": manifest,
		"src/index.js": "export X from './x'; export * from './more';",
		"src/words.js": "export const TONES = ['calm', 'loud'];\nconst steps = { one: 'one', two: 'two' };\nexport const STEPS = [...Object.keys(steps), 3];\nexport const Kinds = { A: 'a', B: 'b' };\nexport const some = [1, 2].map((n) => n);\n" +
			"export const KEY = 'more';\nimport PropTypes from 'prop-types';\nexport const oneOfKeys = (table) => PropTypes.oneOf(Object.keys(table));\nexport function oneOfThese(...values) { return PropTypes.oneOf(values); }\n",
		"src/checks.js": "import PropTypes from 'prop-types';\nexport const target = PropTypes.oneOfType([PropTypes.string, node]);\nexport function node(props, name) { return props[name] ? null : new Error(name); }\n" +
			"export function old(check, words) { return function (props, name, ...rest) { if (props[name]) warn(words); return check(props, name, ...rest); }; }\nexport const both = (checks) => (props) => checks.map((c) => c(props));\n",
		"src/more.js": "import PropTypes from 'prop-types';\nexport function Base({ a }) { return <i>{a}</i>; }\nBase.propTypes = { a: PropTypes.number.isRequired, deep: PropTypes.shape({ x: PropTypes.bool.isRequired, y: PropTypes.string }) };\nBase.defaultProps = { a: 3 };\n",
	}
	// Each asks for each of its ten items all of the one before.
	chain := "const l0 = ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9'];\n"
	for i := range 18 {
		chain += fmt.Sprintf("const l%d = l0.filter((x) => l%d.includes(x));\n", i+1, i)
	}
	for _, test := range []struct{ table, defaults, want string }{
		{"a: PropTypes.string, b: PropTypes.bool.isRequired", "{}", "a:string b!:boolean"},
		{"a: PropTypes.string.isRequired, b: PropTypes.bool.isRequired", "{ a: 'x' }", "a:string=x b!:boolean"},
		{"a: PropTypes.string.isRequired", "{ ...Base.defaultProps }", "a:string=3"},
		{"a: PropTypes.oneOf(TONES), b: PropTypes.oneOf(words.STEPS)", "{}", "a:'calm' | 'loud' b:'one' | 'two' | 3"},
		{"a: PropTypes.oneOf([Kinds.A, Kinds.B])", "{}", "a:'a' | 'b'"},
		{"a: PropTypes.oneOf(_.without(TONES, 'loud'))", "{}", "a:'calm'"},
		{"a: PropTypes.oneOf(Object.values(Kinds)), b: PropTypes.oneOf(TONES.map(String))", "{}", "a:'a' | 'b' b:'calm' | 'loud'"},
		{"a: PropTypes.oneOf(words.some), b: PropTypes.oneOf([other])", "{}", "a:1 | 2 b"},
		{"a: PropTypes.oneOf(TONES.map((tone) => `very-${tone}`)), b: PropTypes.oneOf(TONES.filter((tone) => tone !== 'loud'))", "{}", "a:'very-calm' | 'very-loud' b:'calm'"},
		{"a: PropTypes.oneOf(TONES.concat('mild', ['still'])), b: PropTypes.oneOf(Object.keys(Kinds).map((key) => Kinds[key].toUpperCase()))", "{}", "a:'calm' | 'loud' | 'mild' | 'still' b:'A' | 'B'"},
		{"a: PropTypes.oneOf(Object.keys(Kinds).map((key) => Kinds[key])), b: PropTypes.oneOf(TONES.filter((tone) => !['calm'].includes(tone) && tone))", "{}", "a:'a' | 'b' b"},
		{"a: PropTypes.oneOf(TONES.map((tone) => tone + '!')), b: PropTypes.oneOf(TONES.filter((tone) => tone === 'calm' || words.later(tone)))", "{}", "a:'calm!' | 'loud!' b"},
		{"a: PropTypes.oneOf([null, ...Object.freeze(['x'])]), b: PropTypes.oneOf(Object.values(Object.freeze(Kinds)))", "{}", "a:null | 'x' b:'a' | 'b'"},
		{"a: words.oneOfKeys(Kinds).isRequired, b: words.oneOfThese('x', 'y'), c: words.oneOfThese(...TONES), d: words.oneOfKeys()", "{}", "a!:'A' | 'B' b:'x' | 'y' c d"},
		{"[words.KEY]: PropTypes.bool, [`${words.KEY}More`]: PropTypes.string, [other]: PropTypes.any", "{}", "more:boolean moreMore:string"},
		{"..._.omit(Base.propTypes, ['deep']), b: PropTypes.bool", "{}", "a!:number b:boolean"},
		{"..._.pick(Base.propTypes, 'deep', TONES[0])", "{}", ""},
		{"...rest, b: taken.isRequired", "{}", "b!:number deep:{ x: boolean; y?: string }"},
		{"a: PropTypes.bool.isRequired, ...gone, b: PropTypes.bool.isRequired", "{}", "a? b!:boolean"},
		{"...round, a: PropTypes.oneOf(round), b: rounds(1), c: PropTypes.oneOf(odd), d: PropTypes.oneOf(again)", "{}", "a b c d"},
		{"a: PropTypes.oneOf(l18), b: PropTypes.oneOf(l0)", "{}", "a b:'0' | '1' | '2' | '3' | '4' | '5' | '6' | '7' | '8' | '9'"},
		{"...(process.env.NODE_ENV === 'production' ? {} : Base.propTypes)", "{}", "a!:number deep:{ x: boolean; y?: string }"},
		{"a: target, b: checks.node, c: checks.node.isRequired", "{}", "a:string | Unread b c!"},
		{"a: old(PropTypes.bool, 'take b'), b: checks.old(PropTypes.oneOf(TONES)), c: both([PropTypes.bool])", "{}", "a:boolean b:'calm' | 'loud' c"},
		{"a: Base.propTypes.a, b: Base.propTypes.deep, c: Base.propTypes.none", "{}", "a!:number b:{ x: boolean; y?: string } c"},
		{"...Base.propTypes, a: PropTypes.string", "{}", "a:string deep:{ x: boolean; y?: string }"},
		{"...Object.assign({}, Base.propTypes, { a: PropTypes.bool })", "Object.assign({}, Base.defaultProps)", "a:boolean=3 deep:{ x: boolean; y?: string }"},
		{"a: PropTypes.arrayOf(PropTypes.shape(Base.propTypes)), b: PropTypes.shape({ ...gone })", "{}", "a:{ a: number; deep?: { x: boolean; y?: string } }[] b:object"},
		{"onGo: PropTypes.func, children: PropTypes.node.isRequired", "{}", "<children!> onGo()"},
	} {
		files := map[string]string{}
		for name, text := range shared {
			files[name] = text
		}
		files["src/x.js"] = "import PropTypes from 'prop-types';\nimport { Base } from './more';\nimport * as words from './words';\nimport { TONES, Kinds } from './words';\nimport * as checks from './checks';\nimport { target, old, both } from './checks';\nconst { a: taken, ...rest } = Base.propTypes;\nconst round = back, back = round, rounds = (x) => rounds(x), again = [...again.map((x) => again)], odd = TONES.filter((x) => odd.includes(x));\n" + chain +
			"export default class X extends React.Component {\n  static propTypes = { " + test.table + " };\n  static get defaultProps() { return " + test.defaults + "; }\n  render() { return <b {...this.props} />; }\n}\n"
		r, err := readFiles(t, files, Options{})
		if err != nil {
			t.Fatal(err)
		}
		c := r.Listing.Component("X")
		if c == nil {
			t.Fatalf("X is not read: %+v", r.Listing.Unread)
		}
		if got := takes(c); got != test.want {
			t.Errorf("{ %s } says %q, want %q", test.table, got, test.want)
		}
	}
}

// TestHigherOrderComponents holds what JavaScript's wrappers add to a component, give it
// themselves and pass on.
func TestHigherOrderComponents(t *testing.T) {
	inner := "import PropTypes from 'prop-types';\nclass Inner extends React.Component {\n  static propTypes = { a: PropTypes.string, ink: PropTypes.bool, b: PropTypes.number.isRequired };\n  render() { return <main>{this.props.a}</main>; }\n}\nInner.Part = () => <li />;\n"
	for _, test := range []struct{ name, wrapper, made, want string }{
		{"a class that adds a prop", "const wrap = (C) => class Outer extends React.Component { static propTypes = { more: PropTypes.bool }; static defaultProps = { more: true }; render() { return <C {...this.props} ink />; } };", "wrap(Inner)", "a:string b!:number more:boolean=true"},
		{"a function with a table", "function wrap(C) { const Outer = (props) => <C {...props} />; Outer.propTypes = { a: PropTypes.bool.isRequired }; return Outer; }", "wrap(Inner)", "a!:boolean b!:number ink:boolean"},
		{"names taken apart", "function wrap(C) { return ({ more, ...rest }) => <C ink={more} {...rest} />; }", "wrap(Inner)", "a:string b!:number more?"},
		{"nothing passed on", "const wrap = (C) => () => <C a=\"x\" b={3} />;", "wrap(Inner)", ""},
		{"through calls", "import hoist from 'hoist';\nfunction wrap(C) { class Outer extends React.Component { render() { return React.createElement(C, { ...this.props, b: 3 }); } } return hoist(Outer, C); }", "wrap(Inner)", "a:string ink:boolean"},
		{"with options before", "const wrap = (options) => (C) => { function Outer(props) { return <C {...props} b={options.b} />; } return React.memo(Outer); };", "wrap({ b: 1 })(Inner)", "a:string ink:boolean"},
		{"one in the other", "const wrap = (C) => (props) => <C {...props} ink />;\nconst again = (C) => { const Outer = (props) => <C {...props} b={1} />; Outer.propTypes = { z: PropTypes.string }; return Outer; };", "again(wrap(Inner))", "a:string z:string"},
	} {
		r, err := readFiles(t, map[string]string{"package.json": manifest, "src/index.js": inner + test.wrapper + "\nexport const X = " + test.made + ";\n"}, Options{})
		if err != nil {
			t.Fatal(err)
		}
		c := r.Listing.Component("X")
		if c == nil {
			t.Fatalf("%s: X is not read: %+v", test.name, r.Listing.Unread)
		}
		if got := takes(c); got != test.want {
			t.Errorf("%s: X takes %q, want %q", test.name, got, test.want)
		}
		if !slices.Contains(c.Root.Elements, "main") {
			t.Errorf("%s: the root is %+v", test.name, c.Root)
		}
	}
}

// TestNoComponents holds that functions which make functions draw nothing themselves, and
// that those which show nothing are components all the same.
func TestNoComponents(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json": manifest,
		"src/index.tsx": "import * as React from 'react';\nexport const Maker = (scenes: { x: string }) => ({ a }: { a: string }) => <b>{a}{scenes.x}</b>;\nexport const Silent = (props: { on: boolean }) => { use(props); return null; };\n" +
			"export const Loose = ({ a, b = 3, ...rest }) => <b {...rest}>{a}{b}</b>;\nexport function Nav() { return <nav />; }\nNav.Maker = Maker;\nNav.Item = ({ to }: { to: string }) => <a href={to} />;\n" +
			"const Typed = ((p: {}) => <b />) as React.FC & { Part: React.FC<{ x?: string }> };\nTyped.Part = ({ x, y }: { x: string; y?: number }) => <i>{x}{y}</i>;\nexport { Typed };\n",
	}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for i := range r.Listing.Components {
		c := &r.Listing.Components[i]
		got = append(got, c.Component+"("+takes(c)+")")
	}
	if text, want := strings.Join(got, " "), "Loose(a!:any b:number=3) Nav() Nav.Item(to!:string) Silent(on!:boolean) Typed() Typed.Part(x:string)"; text != want {
		t.Errorf("the components are %s, want %s", text, want)
	}
}

// TestCompiledClasses holds that classes are read which compilers wrote as functions, in
// both of the ways in which they put members there.
func TestCompiledClasses(t *testing.T) {
	for name, members := range map[string]string{
		"defined":   "_createClass(Sign, [{ key: 'go', value: function go() {} }, { key: 'render', value: function render() { return React.createElement('main', this.props); } }]);\n  return Sign;",
		"at once":   "return _createClass(Sign, [{ key: 'render', value: function () { return React.createElement('main', null, this.props.a); } }]), Sign;",
		"prototype": "var _proto = Sign.prototype;\n  _proto.render = function render() { var a = this.props.a; return React.createElement('main', null, a); };\n  return Sign;",
	} {
		r, err := readFiles(t, map[string]string{"package.json": manifest, "src/index.js": "import React from 'react';\nimport PropTypes from 'prop-types';\nvar Sign = /*#__PURE__*/function (_React$Component) {\n  _inherits(Sign, _React$Component);\n  function Sign() { return _React$Component.apply(this, arguments) || this; }\n  " + members +
			"\n}(React.Component);\nSign.propTypes = { a: PropTypes.string.isRequired };\nexport { Sign as X };\nexport var Other = function (of) { function Other() {} return Other; }({});\n"}, Options{})
		if err != nil {
			t.Fatal(err)
		}
		if c := r.Listing.Component("X"); c == nil || takes(c) != "a!:string" || outlineOf(c.Inside) != "main" {
			t.Errorf("%s: X is %+v, unread %+v", name, c, r.Listing.Unread)
		}
		if len(r.Listing.Components) != 1 {
			t.Errorf("%s: %d components are read", name, len(r.Listing.Components))
		}
	}
}

// TestModulesOfAnotherKind holds that a module which gives out its names by assignments is
// said to be unread, and no other is.
func TestModulesOfAnotherKind(t *testing.T) {
	for text, unread := range map[string]int{
		"'use strict';\nexports.Sign = function Sign() {};\n":      1,
		"module.exports = require('./lib');\n":                     1,
		"exports['default'] = void 0;\n":                           1,
		"export const Sign = () => null; // exports.Sign = none\n": 0,
		"const quiet = 1;\n":                                       0,
	} {
		r, err := readFiles(t, map[string]string{"package.json": manifest, "src/index.js": text}, Options{})
		if err != nil {
			t.Fatal(err)
		}
		if len(r.Listing.Unread) != unread {
			t.Errorf("of %q is said %+v", text, r.Listing.Unread)
		}
	}
}

// TestOnlyTypesAreNoComponents holds that what is passed on as a type is listed as one,
// and never as a further way to the component.
func TestOnlyTypesAreNoComponents(t *testing.T) {
	r, err := readFiles(t, map[string]string{
		"package.json": `{"name": "lib", "version": "1.0.0", "exports": {".": "./src/index.ts", "./sign": "./src/sign.tsx"}}`,
		"src/index.ts": "export type { Sign } from './sign'; export { Part, type Part as PartProps } from './sign'; export * as Space from './space';",
		"src/space.ts": "export { Part as Root, type Part as RootProps } from './sign';",
		"src/sign.tsx": "export function Sign(p: { a: string }) { return <b>{p.a}</b>; }\nexport function Part(p: { b: string }) { return <i>{p.b}</i>; }\n",
	}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, c := range r.Listing.Components {
		way := c.Export.Module + "#" + c.Export.Name
		for _, also := range c.Export.Also {
			way += " " + also.Module + "#" + also.Name
		}
		got = append(got, way)
	}
	for _, x := range r.Listing.Exports {
		got = append(got, x.Kind+" "+x.Name)
	}
	if text, want := strings.Join(got, "; "), ".#Part .#Space.Root ./sign#Part; ./sign#Sign; type PartProps; type Sign"; text != want {
		t.Errorf("given out are %s, want %s", text, want)
	}
}
