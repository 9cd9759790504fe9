// This file holds the values that a site gives against the types of its members.

package inspect

import (
	"encoding/json"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/html"
	"steadysocket/core/match"
	"steadysocket/core/names"
	"steadysocket/core/site"
	"steadysocket/core/types"
)

// values holds everything that is given by name against what the member takes.
func values(a *at) {
	for key, m := range a.members {
		x, ok := a.given.By[key]
		if !ok {
			continue
		}
		_, sure := a.given.Value(key)
		switch {
		case m.event != nil:
			a.handler(x, m)
		case m.prop != nil:
			a.value(x, m, sure)
		case m.slot != nil && m.slot.Type.Known() && x.Literal != nil && x.Name != "default":
			a.codeAsText(x, m)
		}
	}
}

// handler finds a handler that is called instead of named. In a template a call is what
// a handler is written as.
func (a *at) handler(x site.Given, m member) {
	if a.contract.Framework != "react" || x.Type == "" || !strings.HasSuffix(x.Expression, ")") {
		return
	}
	t, err := types.Parse(x.Type)
	if err != nil || mayBeFunction(t) {
		return
	}
	a.say(told{kind: HandlerCalled, member: m.spelled, at: x.At, why: fmt.Sprintf("calls %s when it is drawn, and gives %s what that gives back (%s)", x.Expression, m.spelled, x.Type),
		mend: "hand over a function: () => " + x.Expression, edits: a.replaceValue(x, x.Expression, "() => "+x.Expression)})
}

// mayBeFunction reports whether some member of a type is a function or is not known.
func mayBeFunction(t types.Type) bool {
	return slices.ContainsFunc(types.Members(t), func(m types.Type) bool {
		switch m := m.(type) {
		case *types.Func, *types.Named:
			return true
		case *types.Intersection:
			return slices.ContainsFunc(m.Members, mayBeFunction)
		case types.Basic:
			return m == types.Any || m == types.Unknown
		}
		return false
	})
}

// value holds one value against a prop. What a mode makes of its type is not looked at.
func (a *at) value(x site.Given, m member, sure bool) {
	p := m.prop
	if x.Literal != nil {
		a.codeAsText(x, m)
	}
	if a.contract.Framework == "web component" && a.presentFalse(x, m) {
		return
	}
	if set := a.valueSet(p); set != nil {
		a.inSet(x, m, set, sure)
		return
	}
	if !p.Type.Known() || len(p.PerMode) > 0 {
		return
	}
	to := p.Type.T
	if p.Rest {
		to = types.ElementOf(to)
	}
	if p.Required != contract.Yes {
		to = types.NewUnion(to, types.Undefined)
	}
	list, why := x.MayBe, "may give "
	if x.Literal != nil {
		list, why = []site.Value{*x.Literal}, "gives "
	}
	if len(list) == 0 {
		if x.Type != "" {
			a.typed(x, m, to, sure)
		}
		return
	}
	fits := func(v site.Value) bool {
		t := match.TypeOf(v.V)
		return t == nil || a.converted(v, p) || types.Assignable(t, to).Answer != types.No
	}
	if x.Guarded && slices.ContainsFunc(list, fits) {
		return // a condition may leave nothing else
	}
	for _, v := range list {
		if fits(v) {
			continue
		}
		if v.V == nil && x.Literal == nil {
			continue // a null that only a condition brings
		}
		out := a.misfit(x, m, v, why)
		if !sure {
			out.sure = Unsure
		} else if x.Literal == nil && !x.All {
			out.sure = Likely
		}
		a.say(out)
	}
}

// presentFalse finds a flag of a custom element that is given as an attribute which says
// false: an attribute that is there is true, whatever it says (HTML, boolean attributes).
func (a *at) presentFalse(x site.Given, m member) bool {
	for _, raw := range a.site.Props {
		if raw.At != x.At || raw.Literal == nil || raw.Literal.V != "false" || !isFlag(m.prop) {
			continue
		}
		t := told{kind: TextForValue, member: m.spelled, at: x.At, sure: Likely, why: fmt.Sprintf("%s is there, and so it is true, although it says false", raw.Spelled), mend: "leave the attribute out"}
		if w, ok := a.written(raw); ok {
			t.edits = []Edit{{At: x.At, Old: w.whole, New: ""}}
		}
		a.say(t)
		return true
	}
	return false
}

func isFlag(p *contract.Prop) bool {
	return p.Type.Known() && types.Assignable(types.True, p.Type.T).Answer == types.Yes && types.Assignable(types.StringLiteral("false"), p.Type.T).Answer == types.No
}

// misfit says of which kind a value is that does not fit.
func (a *at) misfit(x site.Given, m member, v site.Value, why string) told {
	t := told{kind: ValueMismatch, member: m.spelled, at: x.At, detail: v.String()}
	text, isText := v.V.(string)
	closed := len(m.prop.Values) > 0 && !m.prop.Open
	switch {
	case closed && (isText == isTextSet(m.prop.Values)):
		t.kind = ValueUnknown
		t.why = fmt.Sprintf("%s%s for %s, which takes %s", why, words(v), m.spelled, m.prop.Type)
		var list []string
		for _, known := range m.prop.Values {
			list = append(list, fmt.Sprint(known))
		}
		if near := contract.Nearest(text, list); near != "" {
			t.meant, t.mend = near, "give "+near
			if x.Literal != nil {
				t.edits = a.replaceValue(x, text, near)
			}
		} else {
			t.mend = "give one of " + listed(list)
		}
	case isText:
		t.kind = TextForValue
		t.why = fmt.Sprintf("%sthe text %s for %s, which reads %s", why, words(v), m.spelled, m.prop.Type)
		t.mend = "give a value"
		if x.Literal != nil && isValue(text) && types.Assignable(literalOf(text), m.prop.Type.T).Answer == types.Yes {
			t.meant, t.mend = text, "bind it: the value "+text
			t.edits = a.bind(x, text)
		}
	default:
		t.why = fmt.Sprintf("%s%s for %s, which takes %s", why, words(v), m.spelled, m.prop.Type)
		t.mend = "give what it takes"
	}
	return t
}

// isTextSet reports whether a closed set holds texts.
func isTextSet(values []any) bool {
	return slices.ContainsFunc(values, func(v any) bool {
		_, ok := v.(string)
		return ok
	})
}

func isValue(text string) bool {
	return text == "true" || text == "false" || json.Valid([]byte(text)) && text != "" && (text[0] == '-' || text[0] >= '0' && text[0] <= '9')
}

func literalOf(text string) types.Type {
	if text == "true" || text == "false" {
		return &types.Literal{Of: types.Boolean, Value: text}
	}
	return &types.Literal{Of: types.Number, Value: text}
}

// converted reports whether the framework turns a value into one that fits.
func (a *at) converted(v site.Value, p *contract.Prop) bool {
	text, isText := v.V.(string)
	flag := types.Assignable(types.True, p.Type.T).Answer == types.Yes
	switch a.contract.Framework {
	case "vue":
		// A flag is set by its bare name, by "" and by its own name; a bare name gives "" to others.
		return flag && isText && (text == "" || names.Camel(text) == p.Name) || v.V == true && !flag && types.Assignable(types.String, p.Type.T).Answer != types.No
	case "web component":
		return v.V == true && !flag && types.Assignable(types.String, p.Type.T).Answer != types.No || flag && isText && text != "false"
	}
	return false
}

// contentMayFit reports whether an expression that is content of some form may be of a form
// that fits: which one it is, its type does not say.
func contentMayFit(from, to types.Type) bool {
	forms := []types.Type{types.OneElement, types.String, types.Number}
	return slices.ContainsFunc(types.Members(from), func(m types.Type) bool {
		n, ok := m.(*types.Named)
		return ok && n.Own() && n.Name == "Content" && slices.ContainsFunc(forms, func(form types.Type) bool { return types.Assignable(form, to).Answer != types.No })
	})
}

// typed holds an expression against a prop by its type.
func (a *at) typed(x site.Given, m member, to types.Type, sure bool) {
	from, err := types.Parse(x.Type)
	if err != nil {
		return
	}
	from = types.Without(from, types.Undefined, types.Null)
	if types.Assignable(from, to).Answer != types.No || len(types.Members(from)) == 0 {
		return
	}
	if contentMayFit(from, to) {
		return
	}
	if x.Guarded && slices.ContainsFunc(types.Members(from), func(m types.Type) bool { return types.Assignable(m, to).Answer != types.No }) {
		return // a condition may leave nothing else
	}
	t := told{kind: ValueMismatch, member: m.spelled, at: x.At, why: fmt.Sprintf("gives %s, of type %s, for %s, which takes %s", orMarkup(x.Expression), x.Type, m.spelled, m.prop.Type), mend: "give what it takes", sure: Likely}
	if fn, ok := from.(*types.Func); ok && !mayBeFunction(m.prop.Type.T) {
		t.kind, t.why, t.mend = CallMissing, fmt.Sprintf("gives the function %s for %s, which takes %s", x.Expression, m.spelled, m.prop.Type), "call it: "+x.Expression+"()"
		if fn.Result != nil && types.Assignable(fn.Result, to).Answer == types.Yes {
			t.meant, t.sure = x.Expression+"()", Sure
			t.edits = a.replaceValue(x, x.Expression, x.Expression+"()")
		}
	}
	if !sure || slices.ContainsFunc(a.given.Spreads, func(s match.Spread) bool { return s.Open && len(s.Keys)+len(s.Perhaps) == 0 }) {
		t.sure = Unsure // beside a spread of which nothing is known, compilers let everything through
	}
	a.say(t)
}

// valueSet is the outside set that a prop takes its values from; nil where its values are
// not known.
func (a *at) valueSet(p *contract.Prop) []any {
	for _, s := range a.contract.ValueSets {
		if p.ValueSet != "" && s.Name == p.ValueSet && len(s.Values) > 0 {
			return s.Values
		}
	}
	return nil
}

// inSet holds what is given against an outside set.
func (a *at) inSet(x site.Given, m member, set []any, sure bool) {
	list := x.MayBe
	if x.Literal != nil {
		list = []site.Value{*x.Literal}
	}
	var known []string
	for _, v := range set {
		known = append(known, fmt.Sprint(v))
	}
	for _, v := range list {
		text := fmt.Sprint(v.V)
		if slices.Contains(known, text) {
			continue
		}
		t := told{kind: ValueUnknown, member: m.spelled, at: x.At, why: fmt.Sprintf("gives %s for %s, which is not in %s", words(v), m.spelled, m.prop.ValueSet), mend: "give a value of the set", detail: v.String()}
		if near := contract.Nearest(text, known); near != "" {
			t.meant, t.mend = near, "give "+near
			if x.Literal != nil {
				t.edits = a.replaceValue(x, text, near)
			}
		}
		if !sure {
			t.sure = Unsure
		}
		a.say(t)
	}
}

// marked are texts that are written as expressions.
var marked = regexp.MustCompile(`^\{` + pathText + `\}$|\$\{` + pathText + `\}|\{\{` + pathText + `\}\}`)

// pathText is a name with fields and calls, in its blanks.
const pathText = `\s*[A-Za-z_$][\w$]*(?:\??\.[A-Za-z_$][\w$]*|\[\w+\]|\([^(){}\n]*\))*\s*`

// codeAsText finds an expression that is written as a text.
func (a *at) codeAsText(x site.Given, m member) {
	text, ok := x.Literal.V.(string)
	if !ok || !marked.MatchString(text) {
		return
	}
	a.say(told{kind: CodeAsText, member: m.spelled, at: x.At, sure: Likely, why: fmt.Sprintf("gives the text %s for %s, braces and all", words(*x.Literal), m.spelled), mend: "give the expression, not a text", detail: text,
		edits: a.bind(x, strings.Trim(text, "${}"))})
}

// words is a value as people read it: texts in single quotes.
func words(v site.Value) string {
	if s, ok := v.V.(string); ok {
		return types.Quote(s)
	}
	return v.String()
}

// mark are characters that may stand alone by mistake.
var mark = regexp.MustCompile(`^[;,.:)}\]>'"]+$`)

// strayContent finds a lone mark where a fallback would stand.
func strayContent(a *at) {
	for key, m := range a.members {
		x, ok := a.given.By[key]
		if m.slot == nil || !ok || x.Literal == nil || m.slot.Fallback != contract.Yes {
			continue
		}
		if text, ok := x.Literal.V.(string); ok && mark.MatchString(text) {
			a.say(told{kind: FallbackReplaced, member: m.spelled, at: x.At, sure: Likely, why: fmt.Sprintf("%s alone fills %s, and takes the place of its fallback", words(*x.Literal), m.spelled), mend: "take the mark away", edits: []Edit{{At: x.At, Old: text, New: ""}}})
		}
	}
}

// styleKeys finds keys of style objects that are no style properties.
func styleKeys(a *at) {
	for _, x := range a.site.Props {
		if x.Spelled != "style" || len(x.Keys) == 0 {
			continue
		}
		for _, key := range x.Keys {
			if html.Property(key) {
				continue
			}
			t := told{kind: StyleKeyUnknown, member: key, at: x.At, why: key + " is no style property", mend: "take it out of the style", detail: key}
			if m, ok := a.memberOf(contract.MemberProp, key); ok {
				t.meant, t.why, t.mend = m.spelled, fmt.Sprintf("%s is a prop of %s and no style property", key, a.contract.Component), "give "+m.spelled+" as a prop"
			}
			a.say(t)
		}
	}
}

// orMarkup names markup that is given as a value: it has no expression.
func orMarkup(expression string) string {
	if expression == "" {
		return "markup"
	}
	return expression
}
