// This file says how a contract is read from each framework that it is written in: how
// it is spelled there, and what the framework cannot say.

package design

import (
	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// As gives a contract as a component of this interface is read in a framework. A
// contract that is the framework's own already stays as it is, and so do those of
// frameworks that are not read.
func As(c *contract.Contract, framework string) *contract.Contract {
	if c.Framework == framework {
		return c
	}
	switch framework {
	case "react":
		return ForReact(c)
	case "vue":
		return forVue(c)
	case "web component":
		return forElement(c)
	}
	return c
}

// forVue gives a contract as a Vue component is read.
func forVue(c *contract.Contract) *contract.Contract {
	made := copied(c)
	made.Framework = "vue"
	models := map[string]string{} // change events by value
	made.TwoWay = nil
	for _, w := range c.TwoWay {
		p := made.Prop(w.Value)
		if p != nil && w.Held != contract.HeldBySelf && w.Change == w.Value+"Change" {
			models[w.Change] = w.Value
			w.Initial, w.Held = "", contract.HeldByBoth // a model may be held by either
			made.TwoWay = append(made.TwoWay, w)
		}
	}
	for _, p := range made.Props {
		p.Spelled = contract.SpelledAs(p.Name)
		if p.Required != contract.Yes && p.Default.Kind == contract.DefaultNone && p.Type.Known() && holdsFlag(p.Type.T) {
			p.Default = contract.Default{Kind: contract.DefaultValue, Value: false} // what is not given is false
		}
	}
	for _, s := range made.Slots {
		s.Spelled = contract.SpelledAs(s.Name)
		if s.Form == contract.FormComponent { // handed in as a prop: whether it is drawn in a loop stands nowhere
			s.Fallback = contract.Unknown
			s.InLoop = contract.Unknown
			continue
		}
		s.Required, s.Gives = contract.No, asNamed(s.Gives)
		s.Form = contract.FormFunction
		if s.Gives == nil {
			s.Form = contract.FormContent
		}
	}
	for _, e := range made.Events {
		e.Spelled, e.Required, e.Returns = contract.SpelledAs(e.Name), contract.No, contract.Type{}
		if value := models[e.Name]; value != "" {
			e.Spelled = contract.SpelledAs("update:" + value)
			e.Description = ""
			e.Deprecated = nil
			e.Payload = &contract.Payload{Positional: true, Fields: []contract.Field{{Name: "value", Type: made.Prop(value).Type}}}
		}
	}
	for i := range made.Parts {
		made.Parts[i].Component = joined(simpleName(c), made.Parts[i].Name)
		made.Parts[i].Spelled = contract.SpelledAs(made.Parts[i].Component)
		made.Parts[i].Within = []string{simpleName(c)}
	}
	made.Modes = nil
	return made
}

// holdsFlag reports whether true and false are among what a type may be.
func holdsFlag(t types.Type) bool {
	for _, m := range types.Members(t) {
		if m == types.Type(types.Boolean) {
			return true
		}
	}
	return false
}

// asNamed gives what is handed over as a record; nil for nothing.
func asNamed(p *contract.Payload) *contract.Payload {
	if p == nil || len(p.Fields) == 0 {
		return nil
	}
	made := *p
	made.Positional = false
	return &made
}

// forElement gives a contract as a custom element is read.
func forElement(c *contract.Contract) *contract.Contract {
	made := copied(c)
	made.Framework = "web component"
	tag := customTag(simpleName(c))
	made.Root = contract.Root{Known: true, Elements: []string{tag}} // the host is what an app has
	made.PassThrough = contract.PassThrough{To: []contract.Forward{{To: "root", Element: tag}}}
	made.Export.Name, made.Component = simpleName(c)+"Element", simpleName(c)
	made.Modes = nil
	settle(made.TypeParameters) // what finds an element in a document cannot name them
	var props []*contract.Prop
	var axes []string
	for _, p := range made.Props {
		if serves(p) {
			continue // what every element has serves
		}
		attribute := ""
		if attributeType(p) != "" {
			attribute = hyphened(p.Name)
		}
		p.Spelled = contract.Spelled{Name: elementProperty(p.Name), Attribute: attribute}
		if values, _ := choices(p); p.Role == contract.RoleIdentity && len(values) > 1 {
			p.Role = contract.RoleVariant // the root is the element itself: nothing chooses it
		}
		if p.Role == contract.RoleVariant {
			axes = append(axes, p.Name)
		}
		props = append(props, p)
	}
	made.Props, made.Axes = props, axes
	for _, s := range made.Slots {
		s.Spelled = contract.SpelledAs(s.Name)
		if s.Form == contract.FormComponent || len(given(s.Gives)) > 0 {
			s.Spelled = contract.SpelledAs(reactSlotNameOf(s))
			s.Form, s.Type, s.Fallback, s.InLoop = contract.FormFunction, contract.Type{}, contract.Unknown, contract.Unknown
		} else {
			s.Form, s.Gives, s.InLoop = contract.FormContent, nil, contract.No
		}
		s.Required = contract.No
	}
	for _, e := range made.Events {
		e.Spelled, e.Required, e.Returns = contract.SpelledAs(hyphened(e.Name)), contract.No, contract.Type{}
		if e.Payload = asNamed(e.Payload); e.Payload == nil {
			e.Payload = &contract.Payload{Positional: true}
		}
	}
	for i := range made.Parts {
		made.Parts[i].Component = joined(simpleName(c), made.Parts[i].Name)
		made.Parts[i].Spelled = contract.SpelledAs(made.Parts[i].Component)
		made.Parts[i].Within, made.Parts[i].Shares = []string{simpleName(c)}, nil // each finds the element itself
	}
	return made
}
