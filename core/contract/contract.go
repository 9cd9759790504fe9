// Package contract is the model of a component's public interface: everything
// an app can rely on. A contract comes from a reader or from a file; it goes
// into files (YAML or JSON), listings, hashes and comparisons. Every member is
// defined once, under props, slots, events, parts, style hooks or handle;
// everything else refers to it by name.
//
// The struct tags drive the file formats, the JSON Schema and the hashes:
//
//	key,keyed     a list whose entries stand as a map by name in files
//	key,always    printed in listings even when empty
//	key,words     left out of the interface hash
//	key,position  belongs to a reading: in listings, never in files or hashes
//	key,derived   worked out from the rest: in listings, never in files or hashes
package contract

import (
	"strings"

	"steadysocket/core/place"
	"steadysocket/core/types"
)

// Version is the version of the contract file format.
const Version = 1

// Kind tells components from shared logic.
type Kind string

// The kinds of contracts.
const (
	KindComponent Kind = "component"
	KindLogic     Kind = "logic"
)

// Stage is how far a component is in its life.
type Stage string

// The stages.
const (
	StageDraft    Stage = "draft"
	StageReady    Stage = "ready"
	StageRetiring Stage = "retiring"
	StageRetired  Stage = "retired"
)

// Role is what a prop controls.
type Role string

// The roles. The zero role is not proved.
const (
	RoleVariant   Role = "variant"
	RoleData      Role = "data"
	RoleContent   Role = "content"
	RoleState     Role = "state"
	RoleBehaviour Role = "behaviour"
	RoleIdentity  Role = "identity"
)

// Form is how a slot is filled.
type Form string

// The forms of slots.
const (
	FormContent   Form = "content"
	FormFunction  Form = "function"
	FormElement   Form = "element"
	FormComponent Form = "component"
)

// Contract is the public interface of one component.
type Contract struct {
	Component      string          `c:"component"`
	Library        string          `c:"library"`
	Package        string          `c:"package"`
	Framework      string          `c:"framework"`
	Kind           Kind            `c:"kind"`
	Complete       bool            `c:"complete,always"`
	Bases          []Base          `c:"bases,always"`
	Summary        string          `c:"summary,words"`
	Owner          string          `c:"owner,words"`
	Stage          Stage           `c:"stage"`
	Was            []Was           `c:"was"`
	Deprecated     *Deprecated     `c:"deprecated"`
	Export         Export          `c:"export"`
	Counterpart    []Counterpart   `c:"counterpart"`
	TypeParameters []TypeParameter `c:"typeParameters,keyed"`
	Root           Root            `c:"root"`
	PassThrough    PassThrough     `c:"passThrough"`
	Props          []*Prop         `c:"props,keyed"`
	Slots          []*Slot         `c:"slots,keyed"`
	Events         []*Event        `c:"events,keyed"`
	TwoWay         []TwoWay        `c:"twoWay"`
	Axes           []string        `c:"axes"`
	Modes          []Mode          `c:"modes"`
	Exclusions     []Exclusion     `c:"exclusions"`
	Companions     []Companion     `c:"companions"`
	Parts          []Part          `c:"parts,keyed"`
	Handle         *Handle         `c:"handle"`
	StyleHooks     StyleHooks      `c:"styleHooks"`
	Theming        Theming         `c:"theming"`
	Context        Context         `c:"context"`
	Pairs          []Pair          `c:"pairs"`
	ValueSets      []ValueSet      `c:"valueSets,keyed"`
	StateChanges   []StateChange   `c:"stateChanges,keyed"`
	Guarantees     []Guarantee     `c:"guarantees"`
	Result         *Payload        `c:"result"`
	Names          []NamedType     `c:"names,keyed"` // of the types above that are given by name
	Inside         []Outline       `c:"inside,words"`
	Words          Words           `c:"words"`
	At             *place.Place    `c:"at,position"`
	Marks          string          `c:"marks,position"` // the fingerprint of its source, where that was asked for: core/marks
	ContentHash    string          `c:"contentHash,derived"`
	InterfaceHash  string          `c:"interfaceHash,derived"`
	InsideHash     string          `c:"insideHash,derived"`
}

// Key names a component within its package: module and exported name.
func (c *Contract) Key() string { return c.Export.Module + "#" + c.Component }

// Base is something that a contract extends and that was not resolved.
type Base struct {
	Name string       `c:"name"`
	From string       `c:"from"`
	At   *place.Place `c:"at,position"`
}

// Was says what a member or component replaces: a former name, and for a flag
// folded into a set the value that it stood for.
type Was struct {
	Member MemberKind // "" for the kind of the member that it stands on
	Name   string
	When   any // the old value, nil for any
	Gives  any // the value that stands for it now, nil for the same
}

// Deprecated says that something will go.
type Deprecated struct {
	Since     string `c:"since"`
	Until     string `c:"until"`
	Successor string `c:"successor"`
	Note      string `c:"note"`
}

// Export is where apps import a component from.
type Export struct {
	Module string      `c:"module"`
	Name   string      `c:"name"`
	Kind   string      `c:"kind"` // named, default, member, global or place
	Of     string      `c:"of"`   // the component that a member hangs on
	Also   []OtherPath `c:"also"`
}

// Paths lists the ways to a component, the one that it is known by first.
// What is a module's default export is called default.
func (c *Contract) Paths() []OtherPath {
	name := c.Export.Name
	if c.Export.Kind == "default" {
		name = "default"
	}
	return append([]OtherPath{{Module: c.Export.Module, Name: name}}, c.Export.Also...)
}

// The ways to reach a component that no import shows.
const (
	ExportGlobal = "global" // it is registered for a whole app, under the name
	ExportPlace  = "place"  // its file's place gives the name, in an app that is laid over the package
)

// OtherPath is a further way to reach a component.
type OtherPath struct {
	Module string `c:"module"`
	Name   string `c:"name"`
}

// Counterpart is the same component in another package.
type Counterpart struct {
	Package   string `c:"package"`
	Component string `c:"component"`
}

// TypeParameter is a type parameter of a generic component.
type TypeParameter struct {
	Name       string `c:"name"`
	Constraint Type   `c:"constraint"`
	Default    Type   `c:"default"`
}

// Root is what may be the outermost element: Elements by branch, native
// elements in lower case, components by name. Known is false where the source
// cannot show it; None marks logic without any.
type Root struct {
	Known    bool
	None     bool
	Elements []string
	ChosenBy string
	Among    []string
}

// First is the element of the first branch, "" where none is known.
func (r *Root) First() string {
	if !r.Known || len(r.Elements) == 0 {
		return ""
	}
	return r.Elements[0]
}

// PassThrough lists the elements that undeclared attributes are forwarded to.
// Where a source shows only which attributes are taken, each entry goes to
// "unknown", with the element whose attributes they are; "*" for any name.
type PassThrough struct {
	Unknown bool
	To      []Forward
}

// Forward is one target of forwarded attributes: the root or an inner element.
type Forward struct {
	To      string   `c:"to"`
	Element string   `c:"element"`
	Except  []string `c:"except"`
}

// Prop is a value that the app hands in.
type Prop struct {
	Name        string       `c:"name"`
	Spelled     Spelled      `c:"spelled"`
	Type        Type         `c:"type"`
	Values      []any        `c:"values,derived"`
	Open        bool         `c:"open,derived"`
	Required    Fact         `c:"required,always"`
	Rest        bool         `c:"rest"` // of logic: all arguments from here on, as a list
	Default     Default      `c:"default"`
	Limits      *Limits      `c:"limits"`
	Unit        string       `c:"unit"`
	Role        Role         `c:"role"`
	PerMode     []PerMode    `c:"perMode"`
	Origin      string       `c:"origin"`
	ValueSet    string       `c:"valueSet"`
	Deprecated  *Deprecated  `c:"deprecated"`
	Was         []Was        `c:"was"`
	Description string       `c:"description,words"`
	Written     string       `c:"written,position"` // the type as the source writes it
	At          *place.Place `c:"at,position"`
}

// Limits bound a value beyond its type.
type Limits struct {
	Min       any    `c:"min"`
	Max       any    `c:"max"`
	MinLength any    `c:"minLength"`
	MaxLength any    `c:"maxLength"`
	Pattern   string `c:"pattern"`
}

// PerMode is what a prop is in one mode where it differs from the rest.
type PerMode struct {
	When     map[string]any `c:"when"`
	Type     Type           `c:"type"`
	Required Fact           `c:"required"`
	Default  Default        `c:"default"`
}

// Slot is a place that the app fills with content.
type Slot struct {
	Name        string       `c:"name"`
	Spelled     Spelled      `c:"spelled"`
	Form        Form         `c:"form"`
	Type        Type         `c:"type"`
	Required    Fact         `c:"required,always"`
	Fallback    Fact         `c:"fallback,always"`
	InLoop      Fact         `c:"inLoop,always"`
	Conditional Fact         `c:"conditional"`
	Count       *Count       `c:"count"`
	Accepts     []string     `c:"accepts"`
	Gives       *Payload     `c:"gives"`
	Origin      string       `c:"origin"`
	Deprecated  *Deprecated  `c:"deprecated"`
	Was         []Was        `c:"was"`
	Description string       `c:"description,words"`
	At          *place.Place `c:"at,position"`
}

// Count bounds how many there may be; a nil bound is open.
type Count struct {
	Min *int `c:"min"`
	Max *int `c:"max"`
}

// Event is something that the component reports to the app.
type Event struct {
	Name        string       `c:"name"`
	Spelled     Spelled      `c:"spelled"`
	Required    Fact         `c:"required,always"`
	Payload     *Payload     `c:"payload"`
	Returns     Type         `c:"returns"`
	Cancelable  Fact         `c:"cancelable"`
	Bubbles     Fact         `c:"bubbles"`
	Origin      string       `c:"origin"`
	Deprecated  *Deprecated  `c:"deprecated"`
	Was         []Was        `c:"was"`
	Description string       `c:"description,words"`
	At          *place.Place `c:"at,position"`
}

// Payload is what is handed over: positional (order matters, names do not) or
// named (names matter, order does not). Unknown says that the source cannot
// show it.
type Payload struct {
	Positional bool
	Unknown    bool
	Fields     []Field
}

// Text writes a payload for people: (at: number) by position, { at: number } by name, with
// what stands between named fields.
func (p *Payload) Text(between string) string {
	if p.Unknown {
		return "unknown"
	}
	var list []string
	for _, f := range p.Fields {
		name := f.Name
		if f.Rest {
			name = "..." + name
		}
		list = append(list, name+": "+f.Type.String())
	}
	if p.Positional {
		return "(" + strings.Join(list, ", ") + ")"
	}
	return "{ " + strings.Join(list, between) + " }"
}

// Field is one thing handed over. In files a plain text stands for its type.
type Field struct {
	Name       string      `c:"name"`
	Type       Type        `c:"type"`
	Optional   bool        `c:"optional"`
	Rest       bool        `c:"rest"` // all that follows by position, as a list: the type is that of the list
	Deprecated *Deprecated `c:"deprecated"`
	Was        string      `c:"was"`
}

// Held is who may hold a two-way value.
type Held string

// Who may hold a value.
const (
	HeldByApp  Held = "app"
	HeldBySelf Held = "self"
	HeldByBoth Held = "both"
)

// TwoWay is a value with its initial prop and its change event.
type TwoWay struct {
	Value   string `c:"value"`
	Initial string `c:"initial"`
	Change  string `c:"change"`
	Held    Held   `c:"held"`
}

// Mode is one form of a component, chosen by discriminating props.
type Mode struct {
	When    map[string]any `c:"when"`
	Members []ModeMember   `c:"members,keyed"`
}

// ModeMember is a member in one mode: its type there, or absent.
type ModeMember struct {
	Name     string `c:"name"`
	Type     Type   `c:"type"`
	Required Fact   `c:"required"`
	Absent   bool   `c:"absent"`
}

// Exclusion is a combination that must never occur. A value of true under a
// member's name also stands for "is given".
type Exclusion struct {
	When    map[string]any `c:"when"`
	Because string         `c:"because"`
	InType  bool           `c:"inType"`
}

// Companion says which members go with another.
type Companion struct {
	Given   string   `c:"given"`
	Needs   []string `c:"needs"`
	Because string   `c:"because"`
	InType  bool     `c:"inType"`
}

// Part is a sub-component that shares the component's state.
type Part struct {
	Name        string       `c:"name"`
	Spelled     Spelled      `c:"spelled"`
	Component   string       `c:"component"`
	Within      []string     `c:"within"`
	Count       *Count       `c:"count"`
	Required    Fact         `c:"required"`
	Shares      []string     `c:"shares"`
	HandedOut   string       `c:"handedOut"` // the slot whose data hands it out
	Origin      string       `c:"origin"`
	Deprecated  *Deprecated  `c:"deprecated"`
	Was         []Was        `c:"was"`
	Description string       `c:"description,words"`
	At          *place.Place `c:"at,position"`
}

// Handle is what an app reaches through a ref.
type Handle struct {
	Type    Type           `c:"type"`
	Members []HandleMember `c:"members,keyed"`
}

// HandleMember is one method or field of a handle.
type HandleMember struct {
	Name        string       `c:"name"`
	Type        Type         `c:"type"`
	Deprecated  *Deprecated  `c:"deprecated"`
	Was         []Was        `c:"was"`
	Description string       `c:"description,words"`
	At          *place.Place `c:"at,position"`
}

// StyleHooks are what the component promises to keep for styles.
type StyleHooks struct {
	Classes    Hooks `c:"classes"`
	CSSParts   Hooks `c:"cssParts"`
	Properties Hooks `c:"properties"`
	Data       Hooks `c:"data"`
}

// Hooks is a list of names, each with what it reflects.
type Hooks []Hook

// Hook is one style hook. Reflects says which states it shows.
type Hook struct {
	Name     string
	Reflects string
}

// Theming is what a theme reaches.
type Theming struct {
	Tokens      []string `c:"tokens"`
	AppDefaults []string `c:"appDefaults"`
}

// Context is what goes through the tree beside props.
type Context struct {
	Provides []Carried  `c:"provides,keyed"`
	Needs    []Provider `c:"needs,keyed"`
	Injects  []Injected `c:"injects,keyed"`
}

// Carried is one thing provided inside.
type Carried struct {
	Name string `c:"name"`
	Type Type   `c:"type"`
}

// Provider is something that must stand above.
type Provider struct {
	Name     string `c:"name"`
	From     string `c:"from"`
	Optional bool   `c:"optional"`
}

// Injected is a prop given to children by copying them.
type Injected struct {
	Name      string `c:"name"`
	Type      Type   `c:"type"`
	Overrides Fact   `c:"overrides"`
}

// Pair names members of sibling parts that must carry equal values, each as
// Part.member.
type Pair struct {
	Members []string `c:"members"`
	Because string   `c:"because"`
}

// ValueSet is an outside set that a prop takes its values from.
type ValueSet struct {
	Name    string `c:"name"`
	From    string `c:"from"`
	Version string `c:"version"`
	Values  []any  `c:"values"`
}

// StateChange is a kind of state change that an app may amend.
type StateChange struct {
	Name    string   `c:"name"`
	Payload *Payload `c:"payload"`
	Was     []Was    `c:"was"`
}

// Guarantee is a promise: in a state, on an event.
type Guarantee struct {
	State   string `c:"state"`
	Event   string `c:"event"`
	Promise string `c:"promise"`
}

// Outline is one node of the rendered tree.
type Outline struct {
	Element  string    `c:"element"`
	Slot     string    `c:"slot"`
	When     string    `c:"when"`
	Each     string    `c:"each"`
	Fallback bool      `c:"fallback"`
	Children []Outline `c:"children"`
}

// Words are what people wrote.
type Words struct {
	Description string     `c:"description,words"`
	Advice      *Advice    `c:"advice,words"`
	Oddities    []Oddity   `c:"oddities"`
	Decisions   []Decision `c:"decisions,words"`
	Examples    []Example  `c:"examples,words"`
}

// Advice says when to use a component and each value of an axis.
type Advice struct {
	Use    string                       `c:"use"`
	Values map[string]map[string]string `c:"values"`
}

// Oddity is something known to be strange, with its reason.
type Oddity struct {
	What   string `c:"what"`
	Reason string `c:"reason"`
}

// Decision is what was decided and why.
type Decision struct {
	What       string   `c:"what"`
	Reason     string   `c:"reason"`
	On         string   `c:"on"`
	TurnedDown []string `c:"turnedDown"`
}

// Example is a use as an app would write it.
type Example struct {
	Title     string `c:"title"`
	Framework string `c:"framework"`
	Code      string `c:"code"`
}

// MemberKind tells the kinds of members apart.
type MemberKind string

// The kinds of members.
const (
	MemberProp      MemberKind = "prop"
	MemberSlot      MemberKind = "slot"
	MemberEvent     MemberKind = "event"
	MemberPart      MemberKind = "part"
	MemberStyleHook MemberKind = "styleHook"
	MemberHandle    MemberKind = "handle"
)

// Prop gives the prop of a canonical name, or nil.
func (c *Contract) Prop(name string) *Prop {
	return named(c.Props, name, (*Prop).named)
}

// Slot gives the slot of a canonical name, or nil.
func (c *Contract) Slot(name string) *Slot {
	return named(c.Slots, name, (*Slot).named)
}

// Event gives the event of a canonical name, or nil.
func (c *Contract) Event(name string) *Event {
	return named(c.Events, name, (*Event).named)
}

// Part gives the part of a name, or nil.
func (c *Contract) Part(name string) *Part {
	for i := range c.Parts {
		if c.Parts[i].Name == name {
			return &c.Parts[i]
		}
	}
	return nil
}

// SpelledOf gives how a prop, slot or event of a canonical name is spelled; false
// where there is none.
func (c *Contract) SpelledOf(name string) (string, bool) {
	if p := c.Prop(name); p != nil {
		return p.Spelled.Or(name), true
	}
	if s := c.Slot(name); s != nil {
		return s.Spelled.Or(name), true
	}
	if e := c.Event(name); e != nil {
		return e.Spelled.Or(name), true
	}
	return name, false
}

func named[T any](list []*T, name string, nameOf func(*T) string) *T {
	for _, x := range list {
		if nameOf(x) == name {
			return x
		}
	}
	return nil
}

func (p *Prop) named() string  { return p.Name }
func (s *Slot) named() string  { return s.Name }
func (e *Event) named() string { return e.Name }

// Type is a type in a contract; its zero value says that none is known.
type Type struct{ T types.Type }

// TypeOf wraps a type.
func TypeOf(t types.Type) Type { return Type{t} }

// MustType parses a type that is known to be right.
func MustType(text string) Type { return Type{types.MustParse(text)} }

// Known reports whether there is a type.
func (t Type) Known() bool { return t.T != nil }

func (t Type) String() string {
	if t.T == nil {
		return "unknown"
	}
	return t.T.String()
}

// Fact is yes, no (its zero value) or unknown.
type Fact uint8

// The facts.
const (
	No Fact = iota
	Yes
	Unknown
)

// FactOf turns a bool into a fact.
func FactOf(b bool) Fact {
	if b {
		return Yes
	}
	return No
}

func (f Fact) String() string { return [...]string{"no", "yes", "unknown"}[f] }

// DefaultKind tells defaults apart.
type DefaultKind uint8

// The kinds of defaults; the zero kind is none.
const (
	DefaultNone DefaultKind = iota
	DefaultValue
	DefaultExpression
	DefaultUnknown
)

// Default is what a prop is when the app does not give it.
type Default struct {
	Kind       DefaultKind
	Value      any // a JSON value; numbers are json.Number
	Expression string
}

// Spelled is how the framework spells a member. Web components spell the
// property and the attribute apart.
type Spelled struct {
	Name      string
	Attribute string
}

// SpelledAs is a plain spelling.
func SpelledAs(name string) Spelled { return Spelled{Name: name} }

func (s Spelled) String() string { return s.Name }

// Or gives the spelling, or the name where none is said.
func (s Spelled) Or(name string) string {
	if s.Name == "" {
		return name
	}
	return s.Name
}
