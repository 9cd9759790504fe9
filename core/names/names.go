// Package names gives members their canonical names: one name for what each
// framework spells in its own way, so that members pair across packages and
// releases. What goes in is a spelling, what comes out its kind, as far as the
// spelling shows it, and the canonical name.
package names

import (
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"
)

// Kind is what a spelling says about the kind of a member.
type Kind string

// The kinds that a spelling can show.
const (
	Prop  Kind = "prop"
	Slot  Kind = "slot"
	Event Kind = "event"
)

// form is one row of the table of spellings.
type form struct {
	prefix string // followed by an upper-case letter
	whole  string // or the whole name
	kind   Kind
	name   string // the canonical name of a whole one
	reason string
}

// react is the table of React's spellings.
var react = []form{
	{whole: "children", kind: Slot, name: "default", reason: "what stands between the tags"},
	{prefix: "on", kind: Event, reason: "handlers are props that start with on"},
	{prefix: "render", kind: Slot, reason: "functions that draw a place start with render"},
}

// React gives the kind and canonical name of a spelling in React. The kind is
// what the spelling alone shows; a type may know better.
func React(spelled string) (Kind, string) { return spelledBy(react, spelled) }

// vue is the table of the spellings of Vue's props.
var vue = []form{
	{whole: "modelValue", kind: Prop, name: "value", reason: "the value of v-model"},
	{prefix: "on", kind: Event, reason: "a listener may be declared as a prop, too"},
	{prefix: "render", kind: Slot, reason: "functions that draw a place start with render"},
}

// Vue gives the kind and canonical name of the spelling of a prop in Vue. The kind
// is what the spelling alone shows; a type may know better.
func Vue(spelled string) (Kind, string) { return spelledBy(vue, spelled) }

// element is the table of the spellings of a custom element's properties.
var element = []form{
	{whole: "renderContent", kind: Slot, name: "default", reason: "draws what would stand between the tags"},
	{prefix: "on", kind: Event, reason: "handlers are properties that start with on, as those of HTML"},
	{prefix: "render", kind: Slot, reason: "functions that draw a place start with render"},
}

// Element gives the kind and canonical name of the spelling of a property of a custom
// element. The kind is what the spelling alone shows; a type may know better.
func Element(spelled string) (Kind, string) { return spelledBy(element, spelled) }

// VueEvent gives the canonical name of an event that Vue spells so.
func VueEvent(spelled string) string {
	if value, ok := strings.CutPrefix(spelled, "update:"); ok && value != "" {
		_, name := Vue(value)
		return Camel(name) + "Change"
	}
	return Camel(spelled)
}

// VueSlot gives the canonical name of a slot that Vue spells so.
func VueSlot(spelled string) string {
	if spelled == "" {
		return "default"
	}
	return Camel(spelled)
}

func spelledBy(table []form, spelled string) (Kind, string) {
	for _, f := range table {
		if f.whole != "" {
			if f.whole == spelled {
				return f.kind, f.name
			}
			continue
		}
		if rest, ok := strings.CutPrefix(spelled, f.prefix); ok && startsUpper(rest) {
			return f.kind, LowerFirst(rest)
		}
	}
	return Prop, Camel(spelled)
}

// Camel writes fare-tag as fareTag; what holds no hyphen stays. The attributes
// data-… and aria-… stay too, for no property stands behind them.
func Camel(s string) string {
	if !strings.Contains(s, "-") || strings.HasPrefix(s, "data-") || strings.HasPrefix(s, "aria-") || strings.HasPrefix(s, "-") {
		return s
	}
	parts := strings.Split(s, "-")
	for i, p := range parts[1:] {
		if p != "" {
			parts[i+1] = UpperFirst(p)
		}
	}
	return strings.Join(parts, "")
}

func startsUpper(s string) bool {
	r, _ := utf8.DecodeRuneInString(s)
	return unicode.IsUpper(r)
}

// IsComponent reports whether a name, or what stands behind its last dot, is
// spelled like a component: it begins with a capital and is no constant's name.
func IsComponent(name string) bool {
	last := name[strings.LastIndexByte(name, '.')+1:]
	return startsUpper(last) && (strings.ToUpper(last) != last || len(last) == 1)
}

// IsHook reports whether a name is spelled like that of shared logic.
func IsHook(name string) bool {
	rest, ok := strings.CutPrefix(name, "use")
	return ok && startsUpper(rest)
}

// MayBeComponent reports whether a tag of this name is a component: it begins
// with a capital.
func MayBeComponent(name string) bool { return startsUpper(name) }

// Initial gives the name of the member that says how a value starts.
func Initial(value string) string { return "default" + UpperFirst(value) }

// UpperFirst writes fareTag as FareTag.
func UpperFirst(s string) string { return first(s, unicode.ToUpper) }

// LowerFirst writes FareTag as fareTag.
func LowerFirst(s string) string { return first(s, unicode.ToLower) }

func first(s string, to func(rune) rune) string {
	r, size := utf8.DecodeRuneInString(s)
	if size == 0 {
		return ""
	}
	return string(to(r)) + s[size:]
}

// Words splits a name at its hyphens and capitals, in lower case.
func Words(name string) []string {
	var words []string
	var word strings.Builder
	end := func() {
		if word.Len() > 0 {
			words = append(words, strings.ToLower(word.String()))
			word.Reset()
		}
	}
	runes := []rune(name)
	for i, r := range runes {
		switch {
		case !unicode.IsLetter(r) && !unicode.IsDigit(r):
			end()
			continue
		case unicode.IsUpper(r) && i > 0 && (unicode.IsLower(runes[i-1]) || i+1 < len(runes) && unicode.IsLower(runes[i+1])):
			end()
		}
		word.WriteRune(r)
	}
	end()
	return words
}

// ByPlace is the name that the path of a file gives a component: base/Button.vue is
// BaseButton, base/BaseButton.vue too.
func ByPlace(file string) string {
	file = strings.TrimSuffix(strings.TrimSuffix(file, ".vue"), "/index")
	var out []string
	parts := strings.Split(file, "/")
	for i, part := range parts {
		words := Words(part)
		if i == len(parts)-1 {
			for n := len(out); n > 0; n-- {
				if len(words) >= n && slices.Equal(words[:n], out[len(out)-n:]) {
					words = words[n:]
					break
				}
			}
		}
		out = append(out, words...)
	}
	var b strings.Builder
	for _, word := range out {
		b.WriteString(UpperFirst(word))
	}
	return b.String()
}
