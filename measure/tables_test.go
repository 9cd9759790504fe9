package main

import (
	"context"
	"fmt"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/evanw/esbuild/pkg/api"
)

// tableKit is what the tables of prop types are made with, as libraries without types
// write it.
const tableKit = `import React, { Component, forwardRef, memo } from 'react';
import PropTypes, { bool, func, node, number, oneOf, oneOfType, shape, string } from 'prop-types';
const TONES = ['calm', 'loud'];
const SIZES = { s: 1, m: 2, l: 3 };
const SIDE = Object.freeze({ PORT: 'port', STARBOARD: 'starboard' });
const KEY = 'keyed';
const tone = PropTypes.oneOf(TONES);
const size = oneOf(Object.keys(SIZES));
const common = { id: string, tone, hidden: bool };
const { element, elementType, any } = PropTypes;
const deprecated = (of, why) => function check(...args) { return args[0][args[1]] === undefined ? null : of(...args); };
const positive = (props, name) => (props[name] < 0 ? new Error(name) : null);
function Base() { return null; }
Base.propTypes = { first: number, 'aria-x': string.isRequired };
function sizesOf(table) { return Object.keys(table); }
const listed = (...values) => oneOf(values);
`

// tableMaker writes components with tables of prop types and of defaults.
type tableMaker struct {
	typeMaker
	withTable []string // components whose table others take over
	plain     []string // of these, those without defaults
}

// entryOf writes what a table asks of a member.
func (m *tableMaker) entryOf() string {
	of := m.of("string", "PropTypes.number", "bool", "func", "PropTypes.node", "any", "element", "elementType", "PropTypes.object", "PropTypes.array", "PropTypes.symbol",
		"tone", "size", "PropTypes.oneOf(['x', 'y'])", "oneOf([1, 2, 'auto'])", "oneOf(TONES.concat('still'))", "PropTypes.oneOf([...TONES, 'mild'])", "oneOf(Object.values(SIZES))", "oneOf(Object.values(SIDE))",
		"oneOf([SIDE.PORT, 'none'])", "oneOf([true, false])", "oneOf(sizesOf(SIZES))", "oneOf(Object.keys(SIZES).map(key => SIZES[key]))", "oneOf(TONES.slice())", "oneOf(TONES.map(tone => tone.toUpperCase()))", "oneOf(Object.keys(SIZES).filter(key => key !== 'l'))", "oneOf(TONES.map(tone => `very-${tone}`))", "oneOf([null, 'x'])", "listed('x', 'y')",
		"oneOfType([string, number])", "oneOfType([oneOf(['x']), oneOf(['y', 'z'])])", "oneOfType([bool, oneOf(['x'])])", "PropTypes.arrayOf(string)", "shape({ x: number, y: number.isRequired })", "PropTypes.exact({ x: string })",
		"PropTypes.objectOf(func)", "PropTypes.instanceOf(Date)", "PropTypes.arrayOf(shape({ of: node }))", "positive", "(props, name) => null", "deprecated(string, 'gone')", "PropTypes.oneOf(/** @type {const} */ (['x', 'y']))")
	if m.IntN(3) == 0 && !strings.Contains(of, "=> null") && of != "positive" && !strings.HasPrefix(of, "deprecated") {
		of += ".isRequired"
	}
	return of
}

// table writes a table of prop types, and a table of defaults for some of them.
func (m *tableMaker) table() (types, defaults string) {
	var list, given []string
	for _, name := range shuffled(m.Rand, []string{"a", "b", "c", "d", "e", "'data-x'"})[:1+m.IntN(5)] {
		of := m.entryOf()
		list = append(list, name+": "+of)
		if m.IntN(4) == 0 {
			given = append(given, name+": "+m.of("'x'", "1", "() => {}", "false", "TONES[0]", "SIDE.PORT"))
		}
	}
	switch m.IntN(7) {
	case 0:
		list = append([]string{"...common"}, list...)
	case 1:
		list = append(list, "["+m.of("KEY", "`${KEY}More`", "'plain'")+"]: "+m.entryOf())
	case 2:
		if len(m.withTable) > 0 {
			list = append([]string{"..." + m.of(m.withTable...) + ".propTypes"}, list...)
		}
	case 3:
		list = append(list, "tone")
	case 4:
		if len(m.withTable) > 0 {
			list = append(list, "taken: "+m.of(m.withTable...)+".propTypes.first")
		}
	}
	types = "{ first: " + m.entryOf() + ", " + strings.Join(list, ", ") + " }"
	if m.IntN(8) == 0 {
		types = "Object.assign({}, common, " + types + ")"
	}
	return types, "{ " + strings.Join(given, ", ") + " }"
}

// component writes a component whose table stands in one of the places where it can.
func (m *tableMaker) component(name string) {
	types, defaults := m.table()
	begin := m.b.Len()
	f := func(format string, args ...any) { fmt.Fprintf(&m.b, format, args...) }
	other := "Base"
	if len(m.withTable) > 0 {
		other = m.of(m.withTable...)
	}
	switch m.IntN(20) {
	case 13:
		f("export const %s = () => <div />;\nif (process.env.NODE_ENV !== 'production') { %[1]s.propTypes = %[2]s; }\n", name, types)
	case 14:
		f("export const %s = () => <div />;\nprocess.env.NODE_ENV !== 'production' ? %[1]s.propTypes = %[2]s : void 0;\n", name, types)
	case 15:
		f("const { first: first%s, ...others%[1]s } = %[2]s.propTypes;\nexport const %[1]s = () => <div />;\n%[1]s.propTypes = { ...others%[1]s, last: number };\n", name, other)
		return
	case 16:
		f("export const %s = () => <div />;\n%[1]s.propTypes = %[2]s.propTypes;\n", name, other)
	case 17:
		f("export const %s = () => <div />;\n%[1]s.propTypes = { first: %[2]s.propTypes.first, more: any };\n", name, other)
	case 18:
		f("function with%s(Inner) { const Outer = props => <Inner {...props} />; Outer.propTypes = { ...Inner.propTypes, extra: number.isRequired }; return Outer; }\nexport const %[1]s = with%[1]s(%[2]s);\n", name, m.of(append(m.plain, "Base")...))
		return
	case 19:
		f("const held%s = { table: %s };\nexport const %[1]s = () => <div />;\n%[1]s.propTypes = held%[1]s.table;\n", name, types)
	case 0:
		f("export const %s = props => <div {...props} />;\n%[1]s.propTypes = %[2]s;\n%[1]s.defaultProps = %[3]s;\n", name, types, defaults)
	case 1:
		f("export function %s(props) { return <div {...props} />; }\n%[1]s.propTypes = %s;\n", name, types)
	case 2:
		f("export class %s extends Component { static propTypes = %s; static defaultProps = %s; render() { return <div />; } }\n", name, types, defaults)
	case 3:
		f("export class %s extends React.PureComponent { render() { return <div />; } }\n%[1]s.propTypes = %[2]s;\n%[1]s.defaultProps = %[3]s;\n", name, types, defaults)
	case 4:
		f("const types%s = %s;\nexport const %[1]s = () => <div />;\n%[1]s.propTypes = types%[1]s;\n", name, types)
	case 5:
		f("export const %s = forwardRef((props, ref) => <div ref={ref} />);\n%[1]s.propTypes = %s;\n", name, types)
	case 6:
		f("export const %s = memo(function Within(props) { return <div />; });\n%[1]s.propTypes = %s;\n", name, types)
	case 7:
		f("const Inner%s = () => <div />;\nInner%[1]s.propTypes = %s;\nexport { Inner%[1]s as %[1]s };\n", name, types)
		return
	case 8:
		f("export const %s = () => <div />;\n%[1]s.propTypes = process.env.NODE_ENV !== 'production' ? %s : {};\n", name, types)
		return
	case 9:
		f("class %s extends Component { static get propTypes() { return %s; } render() { return <div />; } }\nexport { %[1]s };\n", name, types)
	case 10:
		f("export const %s = Object.assign(() => <div />, { propTypes: %s, defaultProps: %s });\n", name, types, defaults)
	case 11:
		f("const defaults%s = %s;\nexport class %[1]s extends Component { static defaultProps = { ...defaults%[1]s }; render() { return null; } }\n%[1]s.propTypes = %[3]s;\n", name, defaults, types)
	case 12:
		f("export let %s = () => <div />;\n%[1]s.displayName = 'X';\n%[1]s.propTypes = { ...%s, last: string.isRequired };\n", name, types)
	}
	m.withTable = append(m.withTable, name)
	if !strings.Contains(m.b.String()[begin:], "defaultProps") {
		m.plain = append(m.plain, name)
	}
}

// TestRandomTablesAgreeWithThemselves writes components with tables of prop types in random
// forms, and holds their contracts against what the components declare when they run.
func TestRandomTablesAgreeWithThemselves(t *testing.T) {
	const components = 200
	m := &tableMaker{typeMaker: typeMaker{Rand: seeded(6, 7)}}
	m.b.WriteString(tableKit)
	from := map[string]string{}
	for i := range components {
		name := fmt.Sprint("X", i)
		begin := m.b.Len()
		m.component(name)
		from[name] = m.b.String()[begin:]
	}
	built := api.Transform(m.b.String(), api.TransformOptions{Loader: api.LoaderJSX, Format: api.FormatCommonJS, Target: api.ES2020})
	if len(built.Errors) > 0 {
		t.Fatal(built.Errors[0].Text)
	}
	a := newTrialApp(t)
	a.write(`{ "name": "lib", "version": "1.0.0", "source": "./src/index.jsx", "peerDependencies": { "react": "*" } }`, "lib", "package.json")
	a.write(m.b.String(), "lib", "src", "index.jsx")
	a.write(`{ "name": "lib", "version": "1.0.0", "main": "./index.js" }`, "run", "node_modules", "lib", "package.json")
	a.write(string(built.Code), "run", "node_modules", "lib", "index.js")
	listing, err := read(filepath.Join(a.root, "lib"), false)
	if err != nil {
		t.Fatal(err)
	}
	theirs, err := declaredTypes(context.Background(), filepath.Join(a.root, "run"), "lib")
	if err != nil {
		t.Fatal(err)
	}
	all := func(string) bool { return true }
	c := compare(listing, theirs, all)
	slices.SortStableFunc(c.Differ, func(a, b difference) int { return len(from[a.Component]) - len(from[b.Component]) })
	for _, d := range c.Differ[:min(len(c.Differ), 12)] {
		if d.Kind != unknown {
			t.Errorf("%s.%s: %s: ours %s, its own %s\n of %s", d.Component, d.Member, d.Kind, d.Ours, d.Theirs, from[d.Component])
		}
	}
	if len(c.Lost)+len(c.Invented) > 0 || c.Members < 4*components || c.wrong() > 0 || c.share() < 0.98 {
		t.Errorf("of %d members %.2f %% agree: %v; lost %v, invented %v", c.Members, 100*c.share(), c.Counts, c.Lost, c.Invented)
	}
	t.Logf("%d members, %v", c.Members, c.Counts)
}
