package main

import (
	"fmt"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
)

// kit is what the components of random forms are made with, as libraries write it.
const kit = `import * as React from 'react';
import { Component, PureComponent, createContext, forwardRef, lazy, memo, useImperativeHandle, useState } from 'react';
import type { ComponentProps, ComponentPropsWithoutRef, ComponentPropsWithRef, ComponentType, CSSProperties, ElementType, FC, ForwardedRef, ForwardRefExoticComponent, HTMLAttributes, PropsWithChildren, ReactElement, ReactNode, Ref, RefAttributes } from 'react';
type Mood = 'calm' | 'loud';
interface Toned { mood?: Mood }
const context = createContext<Mood>('calm');
function withMood<P extends object>(Inner: ComponentType<P>): FC<P & Toned> { return ({ mood, ...rest }) => <div data-mood={mood}><Inner {...(rest as P)} /></div>; }
function withoutTone<P extends { tone?: Mood }>(Inner: ComponentType<P>): ComponentType<Omit<P, 'tone'>> { return props => <Inner {...({ ...props, tone: 'calm' } as unknown as P)} />; }
function drawn<P>(draw: (props: P) => ReactNode) { return function Drawn(props: P) { return <>{draw(props)}</>; }; }
function element<P = {}>(Tag: 'div' | 'span') { return forwardRef<HTMLElement, P & HTMLAttributes<HTMLElement>>((props, ref) => <Tag ref={ref as Ref<HTMLDivElement>} {...props} />); }
type As<D extends ElementType, P> = { <E extends ElementType = D>(props: { as?: E } & P & Omit<ComponentPropsWithoutRef<E>, keyof P | 'as'>): ReactElement | null; displayName?: string };
interface Named<P> { (props: P): ReactElement | null; displayName: string }
abstract class Base<P> extends Component<P & Toned, { open: boolean }> { state = { open: false }; }
interface Grip { grab(): void }
type VariantsOf<F> = F extends (given: infer V) => string ? V : never;
function axes<T extends Record<string, Record<string, string>>>(table: T) { return (given: { [K in keyof T]?: keyof T[K] }): string => Object.keys(given).concat(Object.keys(table)).join(' '); }
function pair<A, B>(one: FC<A>, other: FC<B>) { return [one, other] as const; }
function bound<P, D extends Partial<P>>(Inner: FC<P>, given: D): FC<Omit<P, keyof D> & Partial<Pick<P, keyof D & keyof P>>> { return props => <Inner {...given} {...(props as any)} />; }
const looks = axes({ tone: { calm: 'a', loud: 'b' }, size: { s: 'c', m: 'd', l: 'e' } });
`

// formMaker writes components of random forms, and the types of their props.
type formMaker struct {
	typeMaker
	declared  bool
	inner     int      // components that others are made of
	defaulted bool     // one is the default
	plain     []string // names of components that take no type arguments
}

// props declares an interface of props and gives its name, or writes them out.
func (m *formMaker) props() string {
	text := "{ " + m.firm() + " }"
	switch m.IntN(5) {
	case 0:
		return text
	case 1:
		m.bases++
		fmt.Fprintf(&m.b, "type P%d = %s;\n", m.bases, text)
	case 2:
		m.bases++
		fmt.Fprintf(&m.b, "export interface P%d extends %s { %s }\n", m.bases, m.native(), m.firm())
	case 3:
		m.bases++
		fmt.Fprintf(&m.b, "type P%d = %s & Omit<%s, 'a' | 'b' | 'c' | 'd'>;\n", m.bases, text, m.native())
	default:
		m.bases++
		fmt.Fprintf(&m.b, "interface P%d { %s }\n", m.bases, m.firm())
	}
	return fmt.Sprint("P", m.bases)
}

// firm writes members whose names no element has.
func (m *formMaker) firm() string {
	var list []string
	for _, name := range shuffled(m.Rand, []string{"a", "b", "c", "d"})[:1+m.IntN(4)] {
		list = append(list, name+m.of("?", "")+": "+m.of("'x' | 'y'", "string", "number", "boolean", "() => void", "(next: string, spot: number) => void", "ReactNode", "1 | 2", "string[]", "Mood", "CSSProperties", "ReactElement"))
	}
	return strings.Join(list, "; ")
}

func (m *formMaker) native() string {
	return m.of("HTMLAttributes<HTMLDivElement>", "ComponentPropsWithoutRef<'div'>", "Omit<ComponentPropsWithoutRef<'button'>, 'type'>", "Pick<HTMLAttributes<HTMLElement>, 'id' | 'title'>", "React.ButtonHTMLAttributes<HTMLButtonElement>", "React.AriaAttributes")
}

// function writes a function of props.
func (m *formMaker) function(props string) string {
	body := m.of("<div />", "<><span /></>", "null", "React.createElement('div')", "<section><b /></section>")
	switch m.IntN(7) {
	case 0:
		return "(props: " + props + ") => " + body
	case 1:
		return "function (props: " + props + ") { return " + body + "; }"
	case 2:
		return "({ ...rest }: " + props + ") => { const [open] = useState(false); return open ? " + body + " : null; }"
	case 3:
		return "function Within(props: " + props + "): ReactElement | null { return " + body + "; }"
	case 4:
		return "(props: PropsWithChildren<" + props + ">) => <div>{props.children}</div>"
	case 5:
		return "(props: " + props + "): ReactNode => " + body
	}
	return "(props: Readonly<" + props + ">) => { if (Object.keys(props).length) { return " + body + "; } return <i />; }"
}

// expression writes an expression that is a component, of props or of others.
func (m *formMaker) expression(depth int) string {
	if depth == 0 {
		if len(m.plain) > 0 && m.IntN(4) == 0 {
			return m.of(m.plain...)
		}
		return "(" + m.function(m.props()) + ")"
	}
	inner := func() string { return m.expression(depth - 1) }
	switch m.IntN(12) {
	case 0:
		return m.of("memo", "React.memo") + "(" + inner() + ")"
	case 1:
		return "forwardRef<HTMLDivElement, " + m.props() + ">((props, ref) => <div ref={ref} />)"
	case 2:
		return "React.forwardRef(function Within(props: " + m.props() + ", ref: " + m.of("Ref<HTMLDivElement>", "ForwardedRef<HTMLDivElement>") + ") { return <div ref={ref} />; })"
	case 3:
		return "withMood(" + inner() + ")"
	case 4:
		return "withoutTone((props: " + m.props() + " & { tone?: Mood }) => <div />)"
	case 5:
		return "lazy(async () => ({ default: " + inner() + " }))"
	case 6:
		return "Object.assign(" + inner() + ", { displayName: 'X' })"
	case 7:
		return "drawn((props: " + m.props() + ") => <div />)"
	case 8:
		return "element<{ " + m.firm() + " }>('div')"
	case 9:
		return "class extends " + m.of("Component", "PureComponent", "React.Component", "Base") + "<" + m.props() + "> { render() { return <div />; } }"
	case 10:
		return "forwardRef<Grip, " + m.props() + ">((props, ref) => { useImperativeHandle(ref, () => ({ grab() {} })); return <div />; })"
	}
	return "(" + inner() + " as unknown as ComponentType<" + m.props() + ">)"
}

// source writes a component with a body, and says what of.
func (m *formMaker) source(name string) {
	begin := m.b.Len()
	switch m.IntN(32) {
	case 0:
		fmt.Fprintf(&m.b, "export function %s(props: %s) { return <div />; }\n", name, m.props())
	case 15:
		fmt.Fprintf(&m.b, "function Inner%d<T>(props: { items: T[]; draw?: (item: T) => ReactNode; %s }) { return <div />; }\nexport const %s = memo(Inner%[1]d) as typeof Inner%[1]d;\n", m.inner, m.firm(), name)
		m.inner++
	case 16:
		fmt.Fprintf(&m.b, "export const %s = forwardRef(function Within<T>(props: { items: T[]; %s }, ref: Ref<HTMLDivElement>) { return <div ref={ref} />; }) as <T>(props: { items: T[]; %[2]s } & RefAttributes<HTMLDivElement>) => ReactElement;\n", name, m.firm())
	case 17:
		fmt.Fprintf(&m.b, "export class %s<T = string> extends Component<{ items: T[]; draw?: (item: T) => ReactNode; %s }> { render() { return <div />; } }\n", name, m.firm())
	case 18:
		props := m.props()
		fmt.Fprintf(&m.b, "export async function %s(props: %s) { return <div />; }\n", name, props)
	case 19:
		fmt.Fprintf(&m.b, "export const %s = (() => { const held: { %s } = {} as any; return (props: typeof held & { own?: string }) => <div />; })();\n", name, m.firm())
	case 20:
		fmt.Fprintf(&m.b, "export const { Row: %sRow, Cell: %[1]sCell } = { Row: (props: { %[2]s }) => <tr />, Cell: memo((props: { %[3]s }) => <td />) };\n", name, m.firm(), m.firm())
	case 21:
		fmt.Fprintf(&m.b, "export const [%sRow, %[1]sCell] = pair((props: { %[2]s }) => <tr />, (props: { %[3]s }) => <td />);\n", name, m.firm(), m.firm())
	case 22:
		fmt.Fprintf(&m.b, "export const %s = bound((props: { given: string; kept: 1 | 2; %s }) => <div />, { given: 'x' });\n", name, m.firm())
	case 23:
		fmt.Fprintf(&m.b, "export const %s = ({ tone, ...rest }: VariantsOf<typeof looks> & { %s }) => <div className={looks({ tone })} />;\n", name, m.firm())
	case 24:
		fmt.Fprintf(&m.b, "export const %s = Math.random() > 2 ? (props: { %s }) => <div /> : (props: { e: %s; f?: Mood }) => <b />;\n", name, m.firm(), m.of("string", "1 | 2", "() => void"))
	case 25:
		fmt.Fprintf(&m.b, "class Inner%d extends Component<{ %s }> { static Row = (props: { %s }) => <tr />; static Cell = class extends Component<{ %s }> { render() { return null; } }; static get defaultProps() { return {}; } render() { return null; } }\nexport const %s = Inner%[1]d;\n", m.inner, m.firm(), m.firm(), m.firm(), name)
		m.inner++
	case 26:
		fmt.Fprintf(&m.b, "export const %s: FC<{ kind: 'one'; %s } | { kind: 'two'; %s }> = props => <div data-kind={props.kind} />;\n", name, m.firm(), m.firm())
	case 27:
		props := m.props()
		fmt.Fprintf(&m.b, "function Inner%d(props: %s) { return <div />; }\nexport function %s({ more, ...rest }: Parameters<typeof Inner%[1]d>[0] & { more?: Mood }) { return <Inner%[1]d {...rest} />; }\n", m.inner, props, name)
		m.inner++
	case 28:
		if len(m.plain) > 0 {
			fmt.Fprintf(&m.b, "export { %s as %s };\n", m.of(m.plain...), name)
			break
		}
		fallthrough
	case 29:
		fmt.Fprintf(&m.b, "export const %s = memo(forwardRef<HTMLInputElement, { as?: 'a' | 'b'; %s } & Omit<ComponentPropsWithRef<'input'>, 'ref' | 'as'>>((props, ref) => <input ref={ref} />), (before, after) => before === after);\n", name, m.firm())
	case 30:
		fmt.Fprintf(&m.b, "export default function %s(props: { %s }) { return <div />; }\n", name, m.firm())
		if m.defaulted {
			text := m.b.String()
			m.b.Reset()
			m.b.WriteString(text[:begin] + strings.Replace(text[begin:], "export default function", "export function", 1))
		}
		m.defaulted = true
	case 31:
		fmt.Fprintf(&m.b, "const inner%d = { [%q]: (props: { %s }) => <div /> } as const;\nexport const %s = inner%[1]d[%[2]q];\n", m.inner, m.of("row", "Cell"), m.firm(), name)
		m.inner++
	case 1:
		fmt.Fprintf(&m.b, "export const %s: %s<%s> = props => <div />;\n", name, m.of("FC", "React.FunctionComponent", "React.FC"), m.props())
	case 2:
		fmt.Fprintf(&m.b, "export class %s extends Base<%s> { static displayName = 'X'; render() { return null; } }\n", name, m.props())
	case 3:
		props := m.props()
		fmt.Fprintf(&m.b, "class Inner%d extends Component<%s & { e: string; f?: 1 | 2 }> { static defaultProps = { e: 'x', f: 1 as 1 | 2 }; render() { return null; } }\nexport { Inner%[1]d as %[3]s };\n", m.inner, props, name)
		m.inner++
	case 4:
		props := m.props()
		fmt.Fprintf(&m.b, "export function %s<T extends string>(props: %s & { item: T; onPick?: (item: T) => void }) { return <div />; }\n", name, parenthesized(props))
	case 5:
		one, other := m.firm(), m.firm()
		fmt.Fprintf(&m.b, "export function %s(props: { many: true; %s }): ReactElement;\nexport function %[1]s(props: { many?: false; %[3]s }): ReactElement;\nexport function %[1]s(props: { many?: boolean }) { return <div />; }\n", name, one, other)
	case 6:
		fmt.Fprintf(&m.b, "export const %s = forwardRef((props: { as?: ElementType; %s }, ref: Ref<HTMLDivElement>) => { const As = props.as ?? 'div'; return <As ref={ref} />; }) as As<'%s', { %[2]s }>;\n", name, m.firm(), m.of("div", "button", "a"))
	case 7:
		whole, part := m.expression(1), m.expression(0)
		fmt.Fprintf(&m.b, "export const %s = Object.assign(%s, { Row: %s, Cell: (props: { %s }) => <td /> });\n", name, whole, part, m.firm())
	case 8:
		props := m.props()
		fmt.Fprintf(&m.b, "export function %s(props: %s) { return <div />; }\n%[1]s.Row = (props: { %[3]s }) => <tr />;\n%[1]s.Cell = memo(function Cell(props: { %[4]s }) { return <td />; });\n", name, props, m.firm(), m.firm())
	case 9:
		props := m.props()
		fmt.Fprintf(&m.b, "export function %s(props: %s) { return <div />; }\nexport namespace %[1]s { export interface Props { %[3]s } export const Row = (props: Props) => <tr />; }\n", name, props, m.firm())
	case 10:
		row, cell := m.expression(1), m.expression(0)
		fmt.Fprintf(&m.b, "export const %s = { Row: %s, Cell: %s };\n", name, row, cell)
	case 11:
		props := m.props()
		fmt.Fprintf(&m.b, "const Inner%d = (props: %s) => <div />;\nexport const %s = (props: Omit<ComponentProps<typeof Inner%[1]d>, 'a'> & { %[4]s }) => <Inner%[1]d {...(props as any)} />;\n", m.inner, props, name, m.of("own?: string", "a: 'z'", "own: Mood"))
		m.inner++
	case 12:
		fmt.Fprintf(&m.b, "export const %s = (%s) satisfies ComponentType<any>;\n", name, m.expression(2))
	default:
		fmt.Fprintf(&m.b, "export const %s = %s;\n", name, m.expression(1+m.IntN(3)))
	}
	m.told(name, begin)
}

// declaration writes a component as declarations tell of it.
func (m *formMaker) declaration(name string) {
	begin := m.b.Len()
	props := m.props()
	with := parenthesized(props)
	switch m.IntN(22) {
	case 0:
		fmt.Fprintf(&m.b, "export declare function %s(props: %s): %s;\n", name, props, m.of("ReactElement", "React.JSX.Element", "ReactNode", "React.JSX.Element | null", "ReactElement | null | undefined", "string", "null"))
	case 1:
		fmt.Fprintf(&m.b, "export declare const %s: %s<%s>;\n", name, m.of("FC", "React.FunctionComponent", "ComponentType", "Named", "React.ComponentClass", "React.NamedExoticComponent", "React.ExoticComponent", "React.JSXElementConstructor"), props)
	case 2:
		fmt.Fprintf(&m.b, "export declare const %s: ForwardRefExoticComponent<%s & RefAttributes<HTMLDivElement>>;\n", name, with)
	case 3:
		fmt.Fprintf(&m.b, "export declare const %s: React.MemoExoticComponent<%s>;\n", name, m.of("(props: "+props+") => ReactElement", "FC<"+props+">", "ForwardRefExoticComponent<"+with+" & RefAttributes<Grip>>", "ComponentType<"+props+">"))
	case 4:
		fmt.Fprintf(&m.b, "export declare const %s: React.LazyExoticComponent<%s>;\n", name, m.of("(props: "+props+") => ReactElement", "ComponentType<"+props+">", "FC<"+props+">"))
	case 5:
		fmt.Fprintf(&m.b, "export declare class %s extends %s<%s> { static displayName: string; private hidden; render(): ReactNode; }\n", name, m.of("Component", "PureComponent", "React.Component", "Base"), props)
	case 6:
		fmt.Fprintf(&m.b, "export declare class %s extends Component<%s & { e: string; f: number }> { static defaultProps: { %s }; render(): ReactElement; }\n", name, with, m.of("e: string", "e: string; f: number", "f?: number"))
	case 7:
		fmt.Fprintf(&m.b, "export declare const %s: { (props: %s): ReactElement; displayName: string };\n", name, props)
	case 8:
		fmt.Fprintf(&m.b, "export declare const %s: As<'%s', { %s }>;\n", name, m.of("div", "button", "a"), m.firm())
	case 9:
		fmt.Fprintf(&m.b, "export declare const %s: FC<%s> & { Row: FC<{ %s }>; Cell: (props: { %s }) => ReactElement };\n", name, props, m.firm(), m.firm())
	case 10:
		fmt.Fprintf(&m.b, "export declare function %s(props: { many: true; %s }): ReactElement;\nexport declare function %[1]s(props: { many?: false; %[3]s }): ReactElement;\n", name, m.firm(), m.firm())
	case 11:
		fmt.Fprintf(&m.b, "export declare const %s: <T extends %s>(props: %s & { item: T; onPick?: (item: T) => void }) => ReactElement;\n", name, m.of("string", "object", "'s' | 'm'", "unknown"), with)
	case 12:
		fmt.Fprintf(&m.b, "export declare function %s(props: %s): ReactElement;\nexport declare namespace %[1]s { var Row: (props: { %[3]s }) => ReactElement; const Cell: FC<{ %[4]s }>; interface Own { x: 1 } }\n", name, props, m.firm(), m.firm())
	case 13:
		fmt.Fprintf(&m.b, "declare const Inner%d: FC<%s>;\nexport { Inner%[1]d as %[3]s };\n", m.inner, props, name)
		m.inner++
	case 14:
		fmt.Fprintf(&m.b, "declare const Inner%d: (props: %s) => ReactElement;\nexport declare const %s: typeof Inner%[1]d;\n", m.inner, props, name)
		m.inner++
	case 15:
		fmt.Fprintf(&m.b, "declare const Inner%d: FC<%s>;\nexport declare const %s: FC<Omit<ComponentProps<typeof Inner%[1]d>, 'a'> & { %[4]s }>;\n", m.inner, props, name, m.of("own?: string", "a: 'z'", "own: Mood"))
		m.inner++
	case 16:
		fmt.Fprintf(&m.b, "export declare const %s: { readonly Row: FC<%s>; readonly Cell: ForwardRefExoticComponent<{ %s } & RefAttributes<HTMLElement>> };\n", name, props, m.firm())
	case 17:
		fmt.Fprintf(&m.b, "export interface %sComponent { (props: %s): ReactElement | null; displayName?: string; Row: FC<{ %s }> }\nexport declare const %[1]s: %[1]sComponent;\n", name, props, m.firm())
	case 18:
		fmt.Fprintf(&m.b, "export declare const %s: React.ForwardRefExoticComponent<Omit<%s, 'ref'> & RefAttributes<HTMLDivElement>>;\n", name, with)
	case 19:
		fmt.Fprintf(&m.b, "export declare const %s: ReturnType<typeof forwardRef<HTMLDivElement, %s>>;\n", name, props)
	case 20:
		fmt.Fprintf(&m.b, "export declare let %s: new (props: %s) => Component<%[2]s>;\n", name, props)
	case 21:
		fmt.Fprintf(&m.b, "export declare const %s: ReturnType<typeof withMood<%s>>;\n", name, props)
	}
	m.told(name, begin)
}

// hardToReuse are the marks of what is no component like any other: it takes type
// arguments, has several ways to be called, parts of its own, or is none.
var hardToReuse = regexp.MustCompile(`<T\b|as As<|= \{|many\?|Row|async|random`)

// told notes a component that others may be made of.
func (m *formMaker) told(name string, begin int) {
	text := m.b.String()[begin:]
	if !m.declared && !hardToReuse.MatchString(text) && regexp.MustCompile(`(function|const|class) `+name+`\b`).MatchString(text) {
		m.plain = append(m.plain, name)
	}
}

// TestRandomFormsAgreeWithTheCompiler writes components in random forms, nested in each
// other, once with their bodies and once as declarations, and holds their contracts
// against the compiler: a component may be said to be unread, and nothing may be wrong.
func TestRandomFormsAgreeWithTheCompiler(t *testing.T) {
	const components = 250
	for _, declared := range []bool{false, true} {
		name, file, write := "kit", "src/index.tsx", (*formMaker).source
		if declared {
			name, file, write = "declared", "src/index.d.ts", (*formMaker).declaration
		}
		t.Run(name, func(t *testing.T) {
			m := &formMaker{typeMaker: typeMaker{Rand: seeded(4, 2)}, declared: declared}
			m.b.WriteString(kit)
			from := map[string]string{}
			for i := range components {
				name := fmt.Sprint("X", i)
				begin := m.b.Len()
				write(m, name)
				from[name] = m.b.String()[begin:]
			}
			text := m.b.String()
			if declared {
				text = declaredKit + text[len(kit):]
			}
			a := newTrialApp(t)
			a.write(fmt.Sprintf(`{ "name": "lib", "version": "1.0.0", "exports": %q, "peerDependencies": { "react": "*" } }`, "./"+file), name, "package.json")
			a.write(text, name, filepath.FromSlash(file))
			dir := filepath.Join(a.root, name)
			errors, err := compilerErrors(filepath.Join(console(t), "node_modules", "typescript"), dir)
			if err != nil {
				t.Fatal(err)
			}
			for _, e := range errors[:min(len(errors), 5)] {
				line := text[strings.LastIndex(text[:e.Start], "\n")+1:]
				t.Errorf("what is written is wrong: %s\n%s", e.Text, line[:strings.Index(line, "\n")])
			}
			_, c := judged(t, dir, func(string) string { return filepath.Join(dir, filepath.FromSlash(file)) })
			of := func(component string) string {
				name, _, _ := strings.Cut(component, ".")
				return from[name]
			}
			slices.SortStableFunc(c.Differ, func(a, b difference) int { return len(of(a.Component)) - len(of(b.Component)) })
			for _, d := range c.Differ[:min(len(c.Differ), 12)] {
				if d.Kind != unknown {
					t.Errorf("%s.%s: %s: ours %s, the compiler's %s\n of %s", d.Component, d.Member, d.Kind, d.Ours, d.Theirs, of(d.Component))
				}
			}
			for _, key := range append(c.Lost, c.Invented...) {
				_, name, _ := strings.Cut(key, "#")
				t.Errorf("%s is a component for one of the two only, of %s", name, of(name))
			}
			if c.Members < components || c.wrong() > 0 || c.share() < 0.99 {
				t.Errorf("of %d members %.2f %% agree: %v", c.Members, 100*c.share(), c.Counts)
			}
			t.Logf("%d members, %v", c.Members, c.Counts)
		})
	}
}

// declaredKit is kit as declarations tell of it.
var declaredKit = func() string {
	var b strings.Builder
	for line := range strings.Lines(kit) {
		for _, cut := range []struct{ from, to string }{{" { return ", ";\n"}, {" = createContext", ": React.Context<Mood>;\n"}} {
			if at := strings.Index(line, cut.from); at >= 0 && (strings.HasPrefix(line, "function") || strings.HasPrefix(line, "const")) {
				line = line[:at] + cut.to
			}
		}
		line = strings.Replace(line, " { state = { open: false }; }", " {}", 1)
		for _, word := range []string{"function ", "const ", "abstract class "} {
			if strings.HasPrefix(line, word) {
				line = "declare " + line
			}
		}
		b.WriteString(line)
	}
	return b.String()
}()
