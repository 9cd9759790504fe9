package reading

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"steadysocket/core/contract"
)

// outlineOf writes an outline in one line: elements with what stands in them,
// slots in braces, then ?condition, *each and !fallback.
func outlineOf(list []contract.Outline) string {
	var out []string
	for _, o := range list {
		s := o.Element
		if o.Slot != "" {
			s = "{" + o.Slot + "}"
		}
		if o.When != "" {
			s += "?" + strings.ReplaceAll(o.When, " ", "_")
		}
		if o.Each != "" {
			s += "*" + strings.ReplaceAll(o.Each, " ", "_")
		}
		if o.Fallback {
			s += "!"
		}
		if len(o.Children) > 0 {
			s += "(" + outlineOf(o.Children) + ")"
		}
		out = append(out, s)
	}
	return strings.Join(out, " ")
}

func hooksOf(h contract.StyleHooks) string {
	var out []string
	for _, list := range []contract.Hooks{h.Classes, h.Data, h.Properties} {
		for _, hook := range list {
			out = append(out, strings.TrimSpace(hook.Name+" "+strings.TrimPrefix(hook.Reflects, "reflects ")))
		}
	}
	return strings.Join(out, "; ")
}

// component reads the component X of one module.
func component(t *testing.T, text string) (*contract.Contract, *Result) {
	t.Helper()
	r, err := readFiles(t, map[string]string{"package.json": manifest, "src/index.tsx": "import * as React from 'react';\nimport { Children, cloneElement, createContext, createElement, forwardRef, useContext, useImperativeHandle, useMemo } from 'react';\n" + text}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	c := r.Listing.Component("X")
	if c == nil {
		t.Fatalf("X is not read from %s: %+v", text, r.Listing.Unread)
	}
	return c, r
}

// TestOutline holds what components draw, and where their slots stand in it.
func TestOutline(t *testing.T) {
	const slots = "{ head?: React.ReactNode; children?: React.ReactNode; open?: boolean; wide?: boolean; rows: string[]; row?: (r: string) => React.ReactNode; icon?: React.ComponentType; foot: React.ReactElement }"
	for _, test := range []struct{ body, outline, conditional string }{
		{"({ head, children }: P) => <div>{head}<p>{children}</p></div>", "div({head} p({default}))", "head no, default no"},
		{"({ head }: P) => <div>{head && <h1>{head}</h1>}</div>", "div(h1?head({head}))", "head no"},
		{"({ head, open }: P) => <div>{open && <h1>{head}</h1>}</div>", "div(h1?open({head}))", "head yes"},
		{"({ head, open }: P) => open ? <h1>{head}</h1> : <i/>", "h1?open({head}) i?not_open", "head yes"},
		{"({ head, open }: P) => <>{!open && head}{!(open && head) || <i/>}</>", "{head}?not_open i", "head yes"},
		{"({ head }: P) => <div>{head ?? <i/>}</div>", "div({head} i!)", "head no"},
		{"({ head }: P) => <div>{head ? head : <i/>}</div>", "div({head}?head i?not_head!)", "head no"},
		{"({ head, open }: P) => { if (!open) return null; return <div>{head}</div>; }", "div?open({head})", "head yes"},
		{"({ head, open }: P) => { if (open) { return <b>{head}</b>; } else { return <i>{head}</i>; } }", "b?open({head}) i?not_open({head})", "head no"},
		{"({ head, rows }: P) => { switch (rows.length) { case 0: return <i/>; default: return <b>{head}</b>; } }", "i?rows.length_===_0 b?not_rows.length_===_0({head})", "head yes"},
		{"({ head, open }: P) => { let top = <i/>; if (open) top = <b>{head}</b>; return <div>{top}</div>; }", "div(i?not_open b?open({head}))", "head yes"},
		{"({ head, open, wide }: P) => { let top; if (open && wide) top = <i/>; else top = <b>{head}</b>; if (wide) top = head; return <div>{top}</div>; }", "div(i?open_and_wide_and_not_wide b?not_open_&&_wide_and_not_wide({head}) {head}?wide)", "head yes"},
		{"({ head, foot, open, wide }: P) => open ? (wide ? <b>{head}</b> : <i>{head}{foot}</i>) : <p>{head}</p>", "b?open_and_wide({head}) i?open_and_not_wide({head} {foot}) p?not_open({head})", "head no, foot yes"},
		{"({ head, open }: P) => { switch (open) { case true: case undefined: return <b>{head}</b>; } return <i/>; }", "b?open_===_true_||_open_===_undefined({head}) i?not_open_===_true_||_open_===_undefined", "head yes"},
		{"({ head, open }: P) => { switch (open) { case true: return null; default: break; } return <b>{head}</b>; }", "b?not_open_===_true({head})", "head yes"},
		{"({ head, rows }: P) => { switch (rows.length) { case 1: return <i>{head}</i>; case 2: break; default: return <b>{head}</b>; } return <p>{head}</p>; }", "i?rows.length_===_1({head}) b?not_rows.length_===_1_and_not_rows.length_===_2({head}) p?not_rows.length_===_1_and_rows.length_===_2({head})", "head no"},
		{"({ head, foot }: P) => <div>{foot ?? <i>{head}</i>}</div>", "div({foot} i!({head}))", "head yes, foot no"},
		{"({ rows, row }: P) => <ul>{rows.map((r) => <li key={r}>{row?.(r)}</li>)}</ul>", "ul(li*rows({row}))", "row no"},
		{"({ rows, row }: P) => <ul>{rows.map(row!)}</ul>", "ul({row}*rows)", "row no"},
		{"({ rows, row, open }: P) => { const list = useMemo(() => rows.map((r) => open && row?.(r)), [rows]); return <ul>{list}</ul>; }", "ul({row}?open*rows)", "row yes"},
		{"(props: P) => <div>{props.head}{props.open && props.children}</div>", "div({head} {default}?props.open)", "head no, default yes"},
		{"({ head }: P) => { const top = <h1>{head}</h1>; const low = () => <i/>; return <div>{top}{low()}</div>; }", "div(h1({head}) i)", "head no"},
		{"({ head }: P) => { let top = null; if (head) top = <h1>{head}</h1>; return <div>{top}</div>; }", "div(h1?head({head}))", "head no"},
		{"({ icon: Icon }: P) => <div>{Icon && <Icon />}</div>", "div({icon}?Icon)", "icon no"},
		{"({ head }: P) => <Box title={head} />", "Box", "head no"},
		{"({ head }: P) => <Box title={<b>{head}</b>}><i/></Box>", "Box(b({head}) i)", "head no"},
		{"({ children }: P) => createElement('div', { className: 'x' }, createElement('b'), children)", "div(b {default})", "default no"},
		{"({ children }: P) => <React.Fragment>{Children.map(children, (c) => <li>{c}</li>)}</React.Fragment>", "{default} li*children", "default no"},
		{"({ foot }: P) => <div>{foot}</div>", "div({foot})", "foot no"},
		{"({ head }: P) => <div title={String(head)} />", "div", "head unknown"},
	} {
		c, _ := component(t, "type P = "+slots+";\nfunction Box(p: { title: React.ReactNode; children?: React.ReactNode }) { return <b>{p.title}</b> }\nexport const X = "+test.body+";")
		if got := outlineOf(c.Inside); got != test.outline {
			t.Errorf("%s\n is outlined %s\n not %s", test.body, got, test.outline)
		}
		var facts []string
		for _, s := range c.Slots {
			if strings.Contains(test.conditional, s.Name+" ") {
				facts = append(facts, s.Name+" "+s.Conditional.String())
			}
		}
		if got := strings.Join(facts, ", "); got != test.conditional {
			t.Errorf("%s\n has the slots %s, not %s", test.body, got, test.conditional)
		}
	}
}

// TestSlotsHandedOn holds that a slot that is handed to another component of the
// library is drawn where that component draws it.
func TestSlotsHandedOn(t *testing.T) {
	const library = `
import { Frame } from 'elsewhere';
type Boxed = { title?: React.ReactNode; children?: React.ReactNode; open?: boolean; foot?: () => React.ReactNode };
const Lit = createContext(0);
const Always = ({ title, children }: Boxed) => <b>{title}{children}</b>;
const Folded = ({ title, children, open }: Boxed) => <b>{title}{open && children}</b>;
const Twice = ({ title, children }: Boxed) => <Folded title={title}><i><Always>{children}</Always></i></Folded>;
const Nowhere = (p: Boxed) => <b title={String(p.title)} />;
const Spread = (p: Boxed) => <Always {...p} />;
const Kept = ({ title, ...rest }: Boxed) => <p>{title}<Folded {...rest} /></p>;
const Overlaid = (p: Boxed) => <Always {...p} title="x" />;
const Round = ({ children, open }: Boxed): React.ReactElement => open ? <Back>{children}</Back> : <b>{children}</b>;
const Back = ({ children }: Boxed): React.ReactElement => <Round>{children}</Round>;
const Told = ({ foot }: Boxed) => <b>{foot?.()}</b>;
type P = { head?: React.ReactNode; children?: React.ReactNode; wide?: boolean; foot?: () => React.ReactNode; as?: React.ElementType };
`
	for _, test := range []struct{ body, want string }{
		{"<Always title={head}>{children}</Always>", "no no"},
		{"<Always title={wide && head}>{wide && children}</Always>", "yes yes"},
		{"wide ? <Always title={head}>{children}</Always> : null", "yes yes"},
		{"<Folded title={head}>{children}</Folded>", "no yes"},
		{"<Folded title={<i>{head}</i>}><b><i>{children}</i></b></Folded>", "no yes"},
		{"<Folded title={children}>{head}</Folded>", "yes no"},
		{"<Twice title={head}>{children}</Twice>", "no yes"},
		{"<Nowhere title={head}>{children}</Nowhere>", "unknown unknown"},
		{"<Spread title={head}>{children}</Spread>", "no no"},
		{"<Kept title={head}>{children}</Kept>", "no yes"},
		{"<Overlaid title={head}>{children}</Overlaid>", "unknown no"},
		{"<Frame title={head}>{children}</Frame>", "unknown unknown"},
		{"<Frame title={head}><Always>{children}</Always></Frame>", "unknown unknown"},
		{"<Folded title={head}>{children}<i/></Folded>", "no yes"},
		{"<><Folded title={head}/>{children}</>", "no no"},
		{"<div><Folded>{children}</Folded>{children}{head}</div>", "no no"},
		{"<Lit.Provider value={1}>{head}{children}</Lit.Provider>", "no no"},
		{"<React.Suspense fallback={null}>{head}{children}</React.Suspense>", "no no"},
		{"<Tag>{head}{children}</Tag>", "no no"},
		{"<Back>{head}{children}</Back>", "unknown unknown"},
		{"<Missing>{head}{children}</Missing>", "unknown unknown"},
	} {
		c, r := component(t, library+"export const X = ({ head, children, wide, foot, as: Tag = 'div' }: P) => "+test.body+";")
		if got := c.Slot("head").Conditional.String() + " " + c.Slot("default").Conditional.String(); got != test.want {
			t.Errorf("%s\n has its slots drawn in some states only: %s, not %s", test.body, got, test.want)
		}
		if len(r.Listing.Components) != 1 {
			t.Errorf("%s: %d components are listed", test.body, len(r.Listing.Components))
		}
		for _, u := range r.Listing.Unread {
			if strings.Contains(u.Why, "Always") || strings.Contains(u.Why, "Nowhere") {
				t.Errorf("%s: a component that is not exported is unread: %s", test.body, u.Why)
			}
		}
	}
	c, _ := component(t, library+"export const X = ({ foot }: P) => <Told foot={foot} />;")
	if got := c.Slot("foot"); got == nil || got.Conditional != contract.No {
		t.Errorf("a slot that is a function is %+v", got)
	}
}

// TestLargeBodies holds that names which lead to each other, as bundlers write
// them, cost no more than a bound, and that what was not followed is said.
func TestLargeBodies(t *testing.T) {
	var body strings.Builder
	for i := range 40 {
		fmt.Fprintf(&body, "let v%d = open ? <i>{v%d}</i> : <b>{v%d}{v%d}</b>; v%d = v%d || v%d;\n", i, (i+1)%40, (i+7)%40, (i+13)%40, i, i, (i+3)%40)
	}
	c, r := component(t, "export const X = ({ head, open }: { head?: React.ReactNode; open?: boolean }) => {\n"+body.String()+"return <div>{v0}{open && head}</div>; };")
	if len(c.Inside) > 0 || c.Slot("head").Conditional != contract.Unknown || c.Prop("open").Role != "" {
		t.Errorf("what was not followed to the end is said to be %s, %s, %s", outlineOf(c.Inside), c.Slot("head").Conditional, c.Prop("open").Role)
	}
	if len(r.Listing.Unread) != 1 || !strings.Contains(r.Listing.Unread[0].Why, "too large to be followed") {
		t.Errorf("unread is %+v", r.Listing.Unread)
	}
	c, _ = component(t, "export const X = ({ head }: { head?: React.ReactNode }) => { let a = <i>{head}</i>; a = a || <b/>; return <div>{a}</div>; };")
	if got := outlineOf(c.Inside); got != "div(i({head}) b)" {
		t.Errorf("a name that leads to itself is drawn as %s", got)
	}
}

// TestFlagsOfRegions holds that a flag is taken for one that decides what is
// rendered only where it does nothing else.
func TestFlagsOfRegions(t *testing.T) {
	for body, want := range map[string]contract.Role{
		"<div>{open && <i/>}</div>":                              contract.RoleContent,
		"<div>{open ? <i/> : <b/>}{!open && <u/>}</div>":         contract.RoleContent,
		"<div data-open={open}>{open && <i/>}</div>":             "",
		"<div>{open && tell(open)}</div>":                        "",
		"<div hidden={open} />":                                  "",
		"<div>{[1].map(() => open && <i/>)}</div>":               contract.RoleContent,
		"<div>{open && <i onClick={() => tell(!open)} />}</div>": "",
	} {
		c, _ := component(t, "declare function tell(x: unknown): null;\nexport const X = ({ open }: { open?: boolean }) => "+body+";")
		if got := c.Prop("open").Role; got != want {
			t.Errorf("%s: open has the role %q, want %q", body, got, want)
		}
	}
}

// TestClasses holds that what render calls is followed through the methods of a class.
func TestClasses(t *testing.T) {
	const props = "{ head?: React.ReactNode; children?: React.ReactNode; open?: boolean; tone: 'calm' | 'loud'; rows: string[] } & React.HTMLAttributes<HTMLElement>"
	for _, test := range []struct{ body, root, forwards, head, hooks string }{
		{"render() { const { head, open, tone, children, rows, ...rest } = this.props; return <p {...rest} className={`x-${tone}`}>{head}</p>; }", "p", "root p", "no no no", "x-calm tone; x-loud tone"},
		{"render() { return this.draw(); } draw() { const { head, open, tone, children, rows, ...rest } = this.props; return open ? <p {...rest}>{head}</p> : <b className={'x-' + tone}/>; }", "p b", "root p", "yes no no", "x-calm tone; x-loud tone"},
		{"render() { return <ul>{this.rows()}</ul>; } rows() { return this.props.rows.map(row => <li key={row}>{this.props.head ?? <i/>}</li>); }", "ul", "", "no yes yes", ""},
		{"render() { return this.first(); } first = () => this.second(); second() { if (this.props.open) return null; return <p>{this.props.head}</p>; }", "p", "", "yes no no", ""},
		{"render() { return this.round(); } round() { return this.other(); } other() { return this.round(); }", "", "", "unknown unknown unknown", ""},
		{"static draw() { return <i/>; } render() { return <p><span className={this.props.tone}>{this.props.head}</span></p>; }", "p", "", "no no no", "calm tone; loud tone"},
	} {
		c, _ := component(t, "export class X extends React.Component<"+props+"> { "+test.body+" }")
		if got := strings.Join(c.Root.Elements, " "); got != test.root {
			t.Errorf("%s\n draws %q, not %q", test.body, got, test.root)
		}
		var forwards []string
		for _, f := range c.PassThrough.To {
			forwards = append(forwards, f.To+" "+f.Element)
		}
		if got := strings.Join(forwards, ", "); got != test.forwards {
			t.Errorf("%s\n hands attributes to %q, not %q", test.body, got, test.forwards)
		}
		s := c.Slot("head")
		if got := fmt.Sprint(s.Conditional, " ", s.InLoop, " ", s.Fallback); got != test.head {
			t.Errorf("%s\n draws head %q, not %q", test.body, got, test.head)
		}
		if got := hooksOf(c.StyleHooks); got != test.hooks {
			t.Errorf("%s\n has the hooks %q, not %q", test.body, got, test.hooks)
		}
	}
}

// TestStyleHooks holds which classes, attributes and properties are read.
func TestStyleHooks(t *testing.T) {
	for body, want := range map[string]string{
		`<b className="a b" />`: "a; b",
		"<b className={`a a--${tone} ${open ? 'is-open' : ''}`} />":                     "a; a--calm tone; a--loud tone; is-open open",
		`<b className={'a ' + (open && 'x')} />`:                                        "a; x open",
		`<b className={clsx('a', { 'a-wide': wide }, open && 'b', [tone])} />`:          "a; a-wide wide; b open; calm tone; loud tone",
		`<b className={['a', open ? 'b' : 'c'].filter(Boolean).join(' ')} />`:           "a; b open; c open",
		`<b className={names[tone]} />`:                                                 "n-calm tone; n-loud tone",
		`<b className={{ calm: 'i-calm', loud: 'i-loud is-up', other: 'no' }[tone]} />`: "i-calm tone; i-loud tone; is-up tone",
		`<b className={loose[tone]} />`:                                                 "l-calm tone; l-loud tone",
		`<b className={(loose)[extra]} />`:                                              "l-calm extra; l-loud extra",
		`<b className={styles.root} />`:                                                 "",
		`<b className="md:p-2 w-[3px] a" />`:                                            "a",
		`<b className={extra} />`:                                                       "",
		`<b className={both} />`:                                                        "k open",
		`<b data-tone={tone} data-x="1" data-state={open ? 'open' : 'closed'} />`:       "data-state open; data-tone tone; data-x",
		`<b style={{ '--b-size': size, color: 'var(--b-ink, red)', width: 3 }} />`:      "--b-ink; --b-size size",
		`<b style={{ ...(wide ? { '--w': 1 } : {}), ['--c']: 2 } as never} />`:          "--c; --w",
		`<b {...{ className: 'z', 'data-q': wide }} />`:                                 "z; data-q wide",
		`createElement('b', { className: 'made', style: { '--m': 1 } })`:                "made; --m",
		`<Box className="outer"><i className={open ? 'in in--open' : 'in'} /></Box>`:    "in open; in--open open; outer",
	} {
		c, _ := component(t, "declare const clsx: any, styles: any, Box: any;\nconst names = { calm: 'n-calm', loud: 'n-loud' } as const;\nconst loose = { calm: 'l-calm', loud: 'l-loud' };\nexport const X = ({ tone, open, wide, size, extra }: { tone: 'calm' | 'loud'; open?: boolean; wide?: boolean; size: number; extra: string }) => { const both = open ? 'k' : ''; return "+body+"; };")
		if got := hooksOf(c.StyleHooks); got != want {
			t.Errorf("%s\n has the hooks %q, want %q", body, got, want)
		}
	}
	c, _ := component(t, "import styled from 'styled-components';\nexport const X = styled.b.attrs({ 'data-kind': 'x' })`color: var(--x-ink); --x-gap: ${() => 3}px;`;")
	if got := hooksOf(c.StyleHooks); got != "data-kind; --x-gap; --x-ink" {
		t.Errorf("a styled element has the hooks %q", got)
	}
}

// TestContext holds what goes through the tree beside props: what is provided,
// needed, shared by parts, put into children, and what must be equal.
func TestContext(t *testing.T) {
	const tabs = `
interface Deck { deck: string; choose: (deck: string) => void }
const DeckContext = createContext<Deck | null>(null);
function useDeck() { const d = useContext(DeckContext); if (!d) throw new Error('outside'); return d; }
function Tab({ deck, children }: { deck: string; children?: React.ReactNode }) { const shared = useDeck(); return <button aria-selected={shared.deck === deck} onClick={() => shared.choose(deck)}>{children}</button>; }
function Panel({ deck: mine, children }: { deck: string; children?: React.ReactNode }) { const { deck } = useDeck(); return deck === mine ? <section>{children}</section> : null; }
export function X({ deck, children }: { deck: string; children?: React.ReactNode }) { return <DeckContext.Provider value={{ deck, choose: () => {} }}>{children}</DeckContext.Provider>; }
X.Tab = Tab;
X.Panel = Panel;
`
	c, r := component(t, tabs)
	var got []string
	for _, p := range c.Parts {
		got = append(got, fmt.Sprint(p.Name, " within ", p.Within, " shares ", p.Shares))
	}
	for _, p := range c.Pairs {
		got = append(got, strings.Join(p.Members, " = "))
	}
	tab := r.Listing.Component("X.Tab")
	for _, n := range tab.Context.Needs {
		got = append(got, fmt.Sprint("needs ", n.Name, " ", n.From, " ", n.Optional))
	}
	want := []string{"Tab within [X] shares [choose deck]", "Panel within [X] shares [choose deck]", "Panel.deck = Tab.deck", "needs X lib false"}
	if !slices.Equal(got, want) {
		t.Errorf("the parts are\n%s, want\n%s", strings.Join(got, "\n"), strings.Join(want, "\n"))
	}
	if len(c.Context.Provides) > 0 {
		t.Errorf("what no app can read is provided: %+v", c.Context.Provides)
	}

	c, _ = component(t, strings.Replace(tabs, "function useDeck", "export function useDeck", 1))
	if len(c.Context.Provides) != 2 || c.Context.Provides[0].Name != "deck" || c.Context.Provides[0].Type.String() != "string" {
		t.Errorf("what a given-out hook reads is provided as %+v", c.Context.Provides)
	}

	c, _ = component(t, "const Size = createContext('m');\nconst Ink = createContext<{ ink: string } | undefined>(undefined);\nexport const X = () => { const size = useContext(Size); const ink = useContext(Ink)?.ink; return <b data-size={size}>{ink}</b>; };")
	if n := c.Context.Needs; len(n) != 2 || !n[0].Optional || !n[1].Optional {
		t.Errorf("what has a value without a provider is needed as %+v", n)
	}

	c, _ = component(t, "export const X = ({ children, size, onPress }: { children: React.ReactElement<any>; size: 's' | 'm'; onPress: () => void }) => cloneElement(Children.only(children), { size, disabled: children.props.disabled ?? true, onPress });")
	var injected []string
	for _, in := range c.Context.Injects {
		injected = append(injected, fmt.Sprint(in.Name, ": ", in.Type, " ", in.Overrides))
	}
	if got := strings.Join(injected, ", "); got != "size: 's' | 'm' yes, disabled: boolean no, onPress: () => void yes" && !strings.HasPrefix(got, "size: 's' | 'm' yes, disabled: ") {
		t.Errorf("injected is %s", got)
	}
	if s := c.Slot("default"); s == nil || s.Count == nil || *s.Count.Min != 1 || *s.Count.Max != 1 {
		t.Errorf("the one child is %+v", s)
	}
	c, _ = component(t, "export const X = ({ children, tone }: { children?: React.ReactNode; tone: string }) => <ul>{Children.map(children, (c) => cloneElement(c as React.ReactElement<any>, { tone }))}</ul>;")
	if len(c.Context.Injects) != 1 || c.Context.Injects[0].Name != "tone" {
		t.Errorf("injected into each child is %+v", c.Context.Injects)
	}
}

// TestStateChanges holds that a function which decides new state is told from
// other functions, with the kinds of change it is told of.
func TestStateChanges(t *testing.T) {
	c, _ := component(t, "interface S { count: number }\ntype C = { type: 'more'; by: number } | { type: 'fewer' | 'none' };\nexport const X = ({ amend, other }: { amend?: (state: S, change: C) => S; other?: (a: S, b: string) => S }) => <b>{String(amend)}{String(other)}</b>;")
	if p := c.Prop("amend"); p == nil || p.Role != contract.RoleBehaviour {
		t.Errorf("amend is %+v", p)
	}
	if p := c.Prop("other"); p == nil || p.Role != "" {
		t.Errorf("other is %+v", p)
	}
	var names []string
	for _, s := range c.StateChanges {
		names = append(names, fmt.Sprint(s.Name, len(s.Payload.Fields)))
	}
	if got := strings.Join(names, " "); got != "more1 fewer0 none0" {
		t.Errorf("state changes are %s", got)
	}
}

// TestClaims holds what a component declares against what it does.
func TestClaims(t *testing.T) {
	for text, want := range map[string]string{
		"export const X = ({ a }: { a: string; b?: number }) => <b>{a}</b>;":                                                                                                            "declared, never read b",
		"export const X = ({ a, b }: { a: string; b?: number }) => <b>{a}</b>;":                                                                                                         "declared, never read b",
		"export const X = ({ a, ...rest }: { a: string; b?: number }) => <b {...rest}>{a}</b>;":                                                                                         "",
		"export const X = (props: { a: string; b?: number }) => <b>{props.a}</b>;":                                                                                                      "declared, never read b",
		"export const X = (props: { a: string; b?: number }) => <b {...props} />;":                                                                                                      "",
		"export const X = (props: { a: string; b?: number }) => { const { a } = props; return <b>{a}{props.b}</b>; };":                                                                  "",
		"export const X = ({ a: { c }, b }: { a: { c: string }; b?: number }) => { const o = { b }; return <b {...o}>{c}</b>; };":                                                       "",
		"export class X extends React.Component<{ a: string; b?: number }> { render() { return <b>{this.props.a}</b>; } }":                                                              "declared, never read b",
		"export class X extends React.Component<{ a: string; b?: number }> { go() { return this.props.b } render() { const { a } = this.props; return <b>{a}</b>; } }":                  "",
		"interface XProps { a: string }\nexport const X = (props) => <b>{props.a}</b>;":                                                                                                 "written, not attached XProps",
		"interface XProps { a: string }\nexport const X = (props: XProps) => <b>{props.a}</b>;":                                                                                         "",
		"export function X({ a = 1 }: { a?: number }) { return <b>{a}</b>; }\nX.defaultProps = { a: 2 };":                                                                               "two defaults a",
		"export function X({ a = 2 }: { a?: number }) { return <b>{a}</b>; }\nX.defaultProps = { a: 2 };":                                                                               "",
		"import PropTypes from 'prop-types';\nexport function X({ a, c }) { return <b>{a}{c}</b>; }\nX.propTypes = { a: PropTypes.string, b: PropTypes.number };":                       "declared, never read b; read, not declared c",
		"interface H { open(): void; shut(): void }\nexport const X = forwardRef<H, {}>((props, ref) => { useImperativeHandle(ref, () => ({ open() {}, turn() {} })); return <b/>; });": "handle shut; handle turn",
	} {
		_, r := component(t, text)
		var got []string
		for _, x := range r.Conflicts {
			name := x.Member
			if name == "" {
				name = x.What
			}
			got = append(got, string(x.Claim)+" "+name)
			if x.At.Line == 0 || x.Source == "" || x.File == "" {
				t.Errorf("a claim is not whole: %+v", x)
			}
		}
		slices.Sort(got)
		if s := strings.Join(got, "; "); s != want {
			t.Errorf("%s\n claims %q, want %q", text, s, want)
		}
	}
}

// TestMarkers holds that a module's own word on where it runs is a promise.
func TestMarkers(t *testing.T) {
	r, err := readFiles(t, map[string]string{"package.json": manifest, "src/index.tsx": "'use client';\nexport const X = () => <b/>;"}, Options{})
	if err != nil {
		t.Fatal(err)
	}
	if g := r.Listing.Component("X").Guarantees; len(g) != 1 || !strings.Contains(g[0].Promise, "use client") {
		t.Errorf("guarantees are %+v", g)
	}
}

// TestHooksInAnyOrder holds that what is needed through hooks that call each other, round
// in a circle too, does not depend on which of them is met first.
func TestHooksInAnyOrder(t *testing.T) {
	const depth = 9
	var hooks strings.Builder
	for i := range depth {
		fmt.Fprintf(&hooks, "function useH%d() { const of = useH%d(); return of ?? useH%d(); }\n", i, i+1, (i+4)%depth)
	}
	fmt.Fprintf(&hooks, "function useH%d() { const deck = useContext(Deck); useH0(); return deck; }\n", depth)
	for _, first := range []int{0, 3, depth - 1, depth} {
		var text strings.Builder
		text.WriteString("const Deck = createContext<string | null>(null);\nexport function X({ children }: { children?: React.ReactNode }) { return <Deck.Provider value=\"1\">{children}</Deck.Provider>; }\n" + hooks.String())
		for i := range depth + 1 {
			fmt.Fprintf(&text, "export function Part%d() { useH%d(); return <b />; }\n", i, (i+first)%(depth+1))
		}
		_, r := component(t, text.String())
		for i := range depth + 1 {
			if c := r.Listing.Component(fmt.Sprint("Part", i)); c == nil || len(c.Context.Needs) != 1 || c.Context.Needs[0].Name != "X" {
				t.Errorf("beginning with useH%d, Part%d needs %+v above", first, i, c.Context.Needs)
			}
		}
	}
}
