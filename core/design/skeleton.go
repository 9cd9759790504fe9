// This file writes skeletons of components: source in which the interface is whole and
// the inside is left to be written.

package design

import (
	"fmt"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
)

// Source is one file of a skeleton.
type Source struct {
	Name string `json:"name"`
	Text string `json:"text"`
}

// skeletons is the table of what is written from a contract.
var skeletons = []struct {
	form   string
	reason string
	write  func(c *contract.Contract) ([]Source, error)
}{
	{"react", "a function component in TypeScript", reactSkeleton},
	{"vue", "a single-file component with script setup in TypeScript", vueSkeleton},
	{"svelte", "a component in Svelte 5 with TypeScript", svelteSkeleton},
	{"angular", "a standalone component with signal inputs", angularSkeleton},
	{"web component", "a custom element in TypeScript, without a library", elementSkeleton},
	{"sidecar", "the contract file with what source cannot say", func(c *contract.Contract) ([]Source, error) {
		data, err := Sidecar(c).YAML()
		return []Source{{nameOf(c) + ".contract.yaml", string(data)}}, err
	}},
	{"manifest", "a custom-elements manifest", manifestOf},
	{"schema", "a JSON Schema of the props", schemaOf},
	{"page", "a page of documentation in Markdown", pageOf},
}

// Forms lists what Skeleton writes.
func Forms() []string {
	var all []string
	for _, s := range skeletons {
		all = append(all, s.form)
	}
	return all
}

// Skeleton writes a contract in one of the forms: a framework's source, or a document.
func Skeleton(c *contract.Contract, form string) ([]Source, error) {
	for _, s := range skeletons {
		switch {
		case s.form != form:
		case c.Kind == contract.KindLogic && slices.Contains(Frameworks(), form):
			return logicSkeleton(c, form)
		default:
			return s.write(c)
		}
	}
	return nil, fmt.Errorf("%q is not written; there are %s", form, list(Forms()))
}

// text builds source line by line.
type text struct{ strings.Builder }

func (t *text) line(format string, args ...any) {
	if len(args) == 0 {
		t.WriteString(format)
	} else {
		fmt.Fprintf(t, format, args...)
	}
	t.WriteByte('\n')
}

func (t *text) lines(lines []string) {
	for _, l := range lines {
		t.line("%s", l)
	}
}

// hook is a style hook as a skeleton writes it: an attribute with what it reflects.
type hook struct {
	name string
	prop *contract.Prop // nil where it reflects no prop
}

// dataHooks are the data attributes of a contract, each with the prop that it reflects.
func dataHooks(c *contract.Contract) (out []hook) {
	for _, h := range c.StyleHooks.Data {
		out = append(out, hook{h.Name, reflected(c, h.Reflects)})
	}
	return out
}

// reflected finds the prop that a text speaks of.
func reflected(c *contract.Contract, text string) *contract.Prop {
	for _, w := range strings.FieldsFunc(text, func(r rune) bool {
		return !(r == '_' || r == '$' || r >= '0' && r <= '9' || r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z')
	}) {
		if p := c.Prop(w); p != nil {
			return p
		}
	}
	return nil
}

// rootOf is the element that a skeleton draws.
func rootOf(c *contract.Contract) string {
	for _, e := range c.Root.Elements {
		if e != "" && e == strings.ToLower(e) && !strings.ContainsAny(e, " {}") {
			return e
		}
	}
	return "div"
}

// passes reports whether undeclared attributes go to the root; the element whose
// attributes they are.
func passes(c *contract.Contract) (element string, ok bool) {
	for _, f := range c.PassThrough.To {
		if f.To == "root" || f.To == "" || f.To == "unknown" {
			if f.Element == "" || f.Element == "*" {
				return rootOf(c), true
			}
			return f.Element, true
		}
	}
	return "", false
}

// local gives a member a name that can name a variable.
func local(name string) string {
	if identifier(name) {
		return name
	}
	if parts := names.Words(name); len(parts) > 0 {
		if made := names.LowerFirst(camel(parts)); identifier(made) {
			return made
		}
		return "the" + camel(parts)
	}
	return "value"
}

// byMember sorts the values of a two-way prop out.
func heldBy(c *contract.Contract, value string) *contract.TwoWay {
	for i := range c.TwoWay {
		if c.TwoWay[i].Value == value {
			return &c.TwoWay[i]
		}
	}
	return nil
}

// Sidecar gives the part of a contract that source cannot say, as the contract file that
// stands beside it.
func Sidecar(c *contract.Contract) *contract.Contract {
	out := &contract.Contract{Component: c.Component, Complete: true, Owner: c.Owner, Stage: c.Stage, Was: c.Was, Deprecated: c.Deprecated, Counterpart: c.Counterpart,
		Exclusions: c.Exclusions, Companions: c.Companions, Pairs: c.Pairs, ValueSets: c.ValueSets, StateChanges: c.StateChanges, Guarantees: c.Guarantees,
		Theming: c.Theming, Words: c.Words}
	out.StyleHooks = contract.StyleHooks{CSSParts: c.StyleHooks.CSSParts, Classes: c.StyleHooks.Classes, Properties: c.StyleHooks.Properties}
	if !c.Root.Known {
		out.Root = c.Root
	}
	spoken := mentionedIn(c) // a contract file holds what its rules speak of
	for _, p := range c.Props {
		said := &contract.Prop{Name: p.Name, Limits: p.Limits, Unit: p.Unit, ValueSet: p.ValueSet, Deprecated: p.Deprecated, Was: p.Was}
		if p.Role != contract.RoleVariant && p.Role != contract.RoleIdentity {
			said.Role = p.Role
		}
		if p.Default.Kind == contract.DefaultExpression {
			said.Default = p.Default
		}
		if said.Limits != nil || said.Unit != "" || said.Role != "" || said.ValueSet != "" || said.Deprecated != nil || said.Was != nil || said.Default.Kind != contract.DefaultNone || spoken[p.Name] {
			out.Props = append(out.Props, said)
		}
	}
	for _, s := range c.Slots {
		if s.Deprecated != nil || s.Was != nil || s.Accepts != nil || spoken[s.Name] {
			out.Slots = append(out.Slots, &contract.Slot{Name: s.Name, Deprecated: s.Deprecated, Was: s.Was, Accepts: s.Accepts})
		}
	}
	for _, e := range c.Events {
		if e.Deprecated != nil || e.Was != nil || e.Cancelable != contract.No || e.Bubbles != contract.No || spoken[e.Name] {
			out.Events = append(out.Events, &contract.Event{Name: e.Name, Deprecated: e.Deprecated, Was: e.Was, Cancelable: e.Cancelable, Bubbles: e.Bubbles})
		}
	}
	for _, p := range c.Parts {
		if spoken[p.Name] || p.Description != "" || p.Deprecated != nil || p.Was != nil || p.Count != nil || p.Required != contract.No {
			out.Parts = append(out.Parts, contract.Part{Name: p.Name, Description: p.Description, Deprecated: p.Deprecated, Was: p.Was, Count: p.Count, Required: p.Required})
		}
	}
	return out
}

// pieces joins what is there.
func pieces(parts ...string) string {
	return strings.Join(slices.DeleteFunc(parts, func(s string) bool { return s == "" }), " ")
}
