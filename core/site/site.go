// Package site is the model of use sites: the places in an app where a library
// component is used, with what each one gives. What scanning prints,
// steady.uses/1, is this model as JSON.
package site

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strconv"
	"strings"

	"steadysocket/core/place"
)

// Format names the format of a scan.
const Format = "steady.uses/1"

// Scan is the sites that one reader version found in one state of an app.
type Scan struct {
	Format    string       `json:"format"`
	Reader    string       `json:"reader"`
	App       App          `json:"app"`
	Covers    []string     `json:"covers"`
	Packages  []PackageUse `json:"packages"`
	Sites     []Site       `json:"sites"`
	OtherUses []OtherUse   `json:"otherUses"`
	StyleUses []StyleUse   `json:"styleUses"`
	Imports   []Import     `json:"imports"`
	Own       []OwnUse     `json:"own"`
	Loose     []Loose      `json:"loose"`
	Wrappers  []Wrapper    `json:"wrappers"`
	Defaults  []AppDefault `json:"defaults"`
	Beside    []PackageUse `json:"beside"` // all that the app depends on
	Marks     []Mark       `json:"marks"`
	// StyleScans are the tools that make styles only from the files that they scan.
	StyleScans []StyleScan `json:"styleScans"`
	// Augments are the declarations that the app adds to those of packages.
	Augments []Augment `json:"augments"`
	Unread   []Unread  `json:"unread"`
}

// App is a code base that uses libraries, in one state.
type App struct {
	Name      string `json:"name"`
	Path      string `json:"path"`
	Commit    string `json:"commit"`
	Dirty     bool   `json:"dirty"`
	Digest    string `json:"digest"`
	Framework string `json:"framework"`
}

// PackageUse is the range under which an app depends on a package and the
// versions that its lock file holds.
type PackageUse struct {
	Name   string   `json:"name"`
	Range  string   `json:"range"`
	Locked []string `json:"locked"`
}

// Form is how a component is used at a site.
type Form string

// The forms of use.
const (
	Element   Form = "element"   // <X />
	Call      Form = "call"      // createElement(X)
	Reference Form = "reference" // as={X}, styled(X), const Y = X
	Extension Form = "extension" // class Y extends X
)

// Site is one place where a component is used.
type Site struct {
	ID        string      `json:"id"`
	Package   string      `json:"package"`
	Module    string      `json:"module,omitempty"` // "" for the package's main module
	Component string      `json:"component"`
	Form      Form        `json:"form"`
	In        string      `json:"in"`
	Checked   bool        `json:"checked"` // a type checker sees this site
	At        place.Place `json:"at"`
	Text      string      `json:"text"`
	Props     []Given     `json:"props"`
	Slots     []Given     `json:"slots"`
	Events    []Given     `json:"events"`
	Result    *Takes      `json:"result,omitempty"`  // of logic: what is taken of what it gives back
	Found     string      `json:"found,omitempty"`   // how its name was found where nothing imports it: registered, plugin, auto, layer, module, tag
	Styles    string      `json:"styles,omitempty"`  // what a template of styles around it says
	Via       []string    `json:"via"`               // wrappers of the app between it and the package, nearest first
	Through   string      `json:"through,omitempty"` // the site in the nearest wrapper that this one feeds
}

// Given is one thing given at a site: a prop, a filled slot, a listened event,
// or a spread. A literal is typed: "3" is not 3, a bare attribute is true.
type Given struct {
	Name       string      `json:"name,omitempty"`
	Spelled    string      `json:"spelled,omitempty"`
	Spread     string      `json:"spread,omitempty"`
	Position   int         `json:"position,omitempty"` // of an argument to logic, from 1
	Keys       []string    `json:"keys,omitempty"`     // of a spread or record: what is surely in it
	Perhaps    []string    `json:"perhaps,omitempty"`  // of a spread: what may be in it
	Holds      []Given     `json:"holds,omitempty"`    // of a spread or record: what is known of what it holds
	Open       bool        `json:"open,omitempty"`     // of a spread: there may be more
	Literal    *Value      `json:"literal,omitempty"`
	Expression string      `json:"expression,omitempty"`
	MayBe      []Value     `json:"mayBe,omitempty"`   // literals that the expression may be
	All        bool        `json:"all,omitempty"`     // it can be nothing else
	Type       string      `json:"type,omitempty"`    // of the expression, where it is known and no set of literals
	Guarded    bool        `json:"guarded,omitempty"` // a condition may leave less of it than MayBe or Type says
	Takes      *Takes      `json:"takes,omitempty"`
	At         place.Place `json:"at"`
}

// UnmarshalJSON reads one given thing; a literal null is a literal.
func (g *Given) UnmarshalJSON(data []byte) error {
	type plain Given
	raw := struct {
		*plain
		Literal json.RawMessage `json:"literal"`
	}{plain: (*plain)(g)}
	if err := json.Unmarshal(data, &raw); err != nil {
		return err
	}
	if raw.Literal == nil {
		return nil
	}
	g.Literal = &Value{}
	return json.Unmarshal(raw.Literal, g.Literal)
}

// Value is a JSON value that a site gives.
type Value struct{ V any }

// MarshalJSON writes the value itself.
func (v Value) MarshalJSON() ([]byte, error) { return json.Marshal(v.V) }

// UnmarshalJSON reads a value; numbers keep their text.
func (v *Value) UnmarshalJSON(data []byte) error {
	dec := json.NewDecoder(bytes.NewReader(data))
	dec.UseNumber()
	return dec.Decode(&v.V)
}

// String writes the value as JSON does.
func (v Value) String() string {
	data, err := json.Marshal(v.V)
	if err != nil {
		return fmt.Sprint(v.V)
	}
	return string(data)
}

// Takes is what content or a handler takes of what it is handed; Unknown where
// it is written elsewhere.
type Takes struct {
	Unknown bool
	Params  []Taken
}

// Taken is what is used of one parameter: fields by name, or all of it.
type Taken struct {
	Position int
	Fields   []string
	All      bool
}

// MarshalJSON writes "unknown" or the list of parameters.
func (t Takes) MarshalJSON() ([]byte, error) {
	if t.Unknown {
		return []byte(`"unknown"`), nil
	}
	if t.Params == nil {
		return []byte("[]"), nil
	}
	return json.Marshal(t.Params)
}

// UnmarshalJSON reads what MarshalJSON wrote.
func (t *Takes) UnmarshalJSON(data []byte) error {
	if string(data) == `"unknown"` {
		t.Unknown = true
		return nil
	}
	return json.Unmarshal(data, &t.Params)
}

type takenJSON struct {
	Position int             `json:"position"`
	Fields   json.RawMessage `json:"fields"`
}

// MarshalJSON writes the fields, or "all".
func (t Taken) MarshalJSON() ([]byte, error) {
	fields := []byte(`"all"`)
	if !t.All {
		list := t.Fields
		if list == nil {
			list = []string{}
		}
		var err error
		if fields, err = json.Marshal(list); err != nil {
			return nil, err
		}
	}
	return json.Marshal(takenJSON{t.Position, fields})
}

// UnmarshalJSON reads what MarshalJSON wrote.
func (t *Taken) UnmarshalJSON(data []byte) error {
	var raw takenJSON
	if err := json.Unmarshal(data, &raw); err != nil {
		return err
	}
	t.Position = raw.Position
	if string(raw.Fields) == `"all"` {
		t.All = true
		return nil
	}
	return json.Unmarshal(raw.Fields, &t.Fields)
}

// OtherUse is a use of something in a package that is no component, or of a
// component as a type.
type OtherUse struct {
	Package string      `json:"package"`
	Name    string      `json:"name"`
	Kind    string      `json:"kind"` // type or value
	At      place.Place `json:"at"`
}

// StyleUse is a style of the app that may rely on what a component draws: a
// selector, or a custom property that is set or read; or a query of code that looks
// for what a selector names. In the styles that are written around a component of a
// library, & stands for what that draws.
type StyleUse struct {
	Selector  string      `json:"selector"`
	Package   string      `json:"package,omitempty"`   // of the component that & stands for
	Component string      `json:"component,omitempty"` // that & stands for
	Sets      []string    `json:"sets,omitempty"`      // the properties that it sets
	Foreign   []string    `json:"foreign,omitempty"`   // its classes that no markup of the app gives
	Query     string      `json:"query,omitempty"`     // the function that looks for it
	At        place.Place `json:"at"`
}

// Wrapper is a component of the app that hands on what it is given to a component of a
// library, or to another wrapper (Inner).
type Wrapper struct {
	Of    string      `json:"of"` // file#name
	Site  string      `json:"site,omitempty"`
	Inner string      `json:"inner,omitempty"`
	Rest  bool        `json:"rest,omitempty"` // hands on all that it does not take
	Takes []string    `json:"takes"`          // the props that it takes by name
	Hands []Handed    `json:"hands"`
	At    place.Place `json:"at"`
}

// Handed is one prop of a wrapper with the member that it is handed on as.
type Handed struct {
	Prop string `json:"prop"`
	As   string `json:"as"`
}

// AppDefault is a value or style that an app sets for all uses of a component at once,
// in a table by components' names. Of a style Part and State say of what and when.
type AppDefault struct {
	Component string      `json:"component"`
	Given     *Given      `json:"given,omitempty"` // the default of a prop
	Style     string      `json:"style,omitempty"` // the key of a style
	Part      string      `json:"part,omitempty"`
	State     string      `json:"state,omitempty"`
	At        place.Place `json:"at"`
}

// StyleScan is a tool that makes styles from the files which it scans, with the globs of
// those that its configuration says.
type StyleScan struct {
	Tool  string      `json:"tool"`
	Globs []string    `json:"globs"`
	At    place.Place `json:"at"`
}

// Augment is a declaration that the app adds to those of a package, by declare module, or
// to those of all, by declare global.
type Augment struct {
	Package string      `json:"package"` // "" for global declarations
	Name    string      `json:"name"`
	Keys    []string    `json:"keys"`           // the members of an interface
	Open    bool        `json:"open,omitempty"` // it has more members than are listed
	At      place.Place `json:"at"`
}

// Mark is the fingerprint of one declaration of a source: what stays when names,
// blanks, order and styles are changed.
type Mark struct {
	Of    string      `json:"of"` // the name of the declaration
	Size  int         `json:"size"`
	Marks string      `json:"marks"` // coded, see core/marks
	At    place.Place `json:"at"`
}

// Import is one name that a file of the app imports from a library. Name is
// "default" for what has none, "*" for a whole module.
type Import struct {
	Package string      `json:"package"`
	Module  string      `json:"module,omitempty"` // "" for the package's main module
	Name    string      `json:"name"`
	Local   string      `json:"local"`
	Type    bool        `json:"type,omitempty"` // for its type alone
	At      place.Place `json:"at"`
}

// OwnUse is a use of one of the app's own components: what stands around a site
// goes on there. Of and In name components as file#name; In is "" where the use
// stands in none.
type OwnUse struct {
	Of string      `json:"of"`
	In string      `json:"in,omitempty"`
	At place.Place `json:"at"`
}

// LooseKind says where a name stands that stands for nothing.
type LooseKind string

// The kinds.
const (
	LooseTag     LooseKind = "tag"     // a tag that is no element and no component that is known
	LooseElement LooseKind = "element" // a native element whose name an imported component bears, but for capitals
	LooseName    LooseKind = "name"    // a name in an expression that nobody else would tell of
	LooseKey     LooseKind = "key"     // the place in a list, given as the key by which its items are known
	LooseMarks   LooseKind = "marks"   // an interpolation that a server takes for its own
)

// Loose is a tag or name of the app that stands for nothing where it is used.
// Perhaps says that a tool may give it a meaning.
type Loose struct {
	Name    string      `json:"name"`
	Kind    LooseKind   `json:"kind"`
	Perhaps bool        `json:"perhaps,omitempty"`
	In      string      `json:"in,omitempty"`
	At      place.Place `json:"at"`
}

// Owner names the component of the app that a site stands in, as OwnUse does.
func (s *Site) Owner() string {
	if strings.HasSuffix(s.At.File, ".vue") {
		return s.At.File + "#default"
	}
	return s.At.File + "#" + s.In
}

// Unread is something that was seen and not understood.
type Unread struct {
	At  place.Place `json:"at"`
	Why string      `json:"why"`
}

// MakeID makes the id of the nth site of a component in a declaration.
func MakeID(file, in, component string, ordinal int) string {
	return file + "#" + in + "/" + component + "/" + strconv.Itoa(ordinal)
}

// All gives everything that a site gives, in the order of the source.
func (s *Site) All() []Given {
	all := make([]Given, 0, len(s.Props)+len(s.Slots)+len(s.Events))
	all = append(append(append(all, s.Props...), s.Slots...), s.Events...)
	sortGiven(all)
	return all
}
