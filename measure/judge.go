// This file asks the TypeScript compiler what it knows of a package's components,
// and holds our contracts against it, member by member.

package main

import (
	"context"
	_ "embed"
	"encoding/json"
	"fmt"
	"maps"
	"path/filepath"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

//go:embed around.cjs
var aroundScript string

//go:embed judge.cjs
var judgeScript string

// known is what the compiler knows of the components of a package.
type known struct {
	Components []knownComponent `json:"components"`
	Missing    []string         `json:"missing"`
	Files      int              `json:"files"`
}

type knownComponent struct {
	Module string      `json:"module"`
	Name   string      `json:"name"`
	Any    bool        `json:"any"` // the compiler knows nothing either
	Props  []knownProp `json:"props"`
}

type knownProp struct {
	Name     string   `json:"name"`
	Required bool     `json:"required"`
	Values   []string `json:"values"` // nil where it is no closed set
	Params   []string `json:"params"` // nil where it is no callback
	Files    []string `json:"files"`
	Type     string   `json:"type"`
	Untyped  bool     `json:"untyped"` // the judge does not know its type either
}

// ask runs the compiler from a folder over modules, by the specifier of each.
func ask(ctx context.Context, typescript, folder string, modules map[string]string) (*known, error) {
	var k known
	if err := script(ctx, aroundScript+judgeScript, typescript, folder, &k, modules); err != nil {
		return nil, err
	}
	return &k, nil
}

// The kinds of differences, worst first.
const (
	wrongRequired = "wrong required flag"
	wrongValues   = "wrong closed set"
	wrongParams   = "wrong parameters"
	wrongOrigin   = "wrong origin"
	invented      = "invented"
	lost          = "lost"
	unknown       = "said to be unknown"
	agreed        = "agreed"
)

// difference is one member on which the two do not agree.
type difference struct {
	Component, Member, Kind, Ours, Theirs string
	of                                    *contract.Contract
	values                                []string // that we say a closed set holds
}

// comparison is how a library's contracts agree with the compiler.
type comparison struct {
	Components int            // that the compiler knows
	Lost       []string       // components that we have neither read nor listed as unread
	Unread     []string       // components that we say we have not read
	Invented   []string       // components that are none
	Members    int            // members that the library declares itself
	Foreign    int            // other members that both list
	Counts     map[string]int // own members, by kind of difference
	Differ     []difference
	Settled    int // differences in which uses show that we are right
}

// share is the part of own members on which both agree.
func (c *comparison) share() float64 {
	if c.Members == 0 {
		return 1
	}
	return float64(c.Counts[agreed]) / float64(c.Members)
}

func (c *comparison) wrong() int {
	return c.Counts[wrongRequired] + c.Counts[wrongValues] + c.Counts[wrongParams] + c.Counts[wrongOrigin] + c.Counts[invented]
}

// member is one member of a contract in the words of the comparison.
type member struct {
	name     string
	required contract.Fact
	values   []string
	open     bool
	known    bool // whether its type is
	params   []string
	origin   string
}

// members lists what a contract takes as props, by spelling.
func members(c *contract.Contract) map[string]member {
	out := map[string]member{}
	for _, p := range c.Props {
		m := member{name: p.Spelled.Or(p.Name), required: p.Required, known: p.Type.Known(), origin: p.Origin}
		if p.Type.Known() {
			m.values, m.params = closed(p.Type.T), params(p.Type.T)
			m.open = holdsUnread(p.Type.T)
		}
		out[m.name] = m
	}
	for _, s := range c.Slots {
		m := member{name: s.Spelled.Or(s.Name), required: s.Required, known: true, origin: s.Origin}
		if s.Form == contract.FormFunction && s.Gives != nil && s.Gives.Positional {
			m.params = fields(s.Gives)
		}
		out[m.name] = m
	}
	for _, e := range c.Events {
		m := member{name: e.Spelled.Or(e.Name), required: e.Required, known: true, origin: e.Origin}
		if e.Payload != nil && !e.Payload.Unknown {
			m.params = fields(e.Payload)
			if !e.Payload.Positional {
				m.params = []string{"__0"} // one record, which is taken apart
			}
		}
		out[m.name] = m
	}
	return out
}

func fields(p *contract.Payload) []string {
	list := []string{}
	for _, f := range p.Fields {
		list = append(list, f.Name)
	}
	return list
}

// closed gives the values of a closed set as JSON texts, sorted; nil for any
// other type.
func closed(t types.Type) []string {
	values, open, ok := types.Values(t)
	if !ok || open {
		return nil
	}
	var list []string
	for _, v := range values {
		data, err := json.Marshal(v)
		if err != nil {
			return nil
		}
		text := string(data)
		if v.Of == types.BigInt {
			text = v.Value
		}
		list = append(list, text)
	}
	if slices.Contains(list, "true") && slices.Contains(list, "false") {
		return nil
	}
	sort.Strings(list)
	return slices.Compact(list)
}

func params(t types.Type) []string {
	var found []string
	for _, m := range types.Members(t) {
		switch m := m.(type) {
		case *types.Func:
			if found != nil {
				return nil
			}
			found = []string{}
			for _, p := range m.Params {
				found = append(found, p.Name)
			}
		case types.Basic:
			if m != types.Undefined && m != types.Null {
				return nil
			}
		default:
			return nil
		}
	}
	return found
}

// holdsUnread reports whether a type says that part of it is not known.
func holdsUnread(t types.Type) bool {
	found := false
	types.VisitNames(t, func(n *types.Named) { found = found || n.Name == "Unread" || n.Name == "KeyOf" || n.Name == "MemberOf" })
	return found
}

// compare holds a listing against what the compiler knows. own tells whether a
// file belongs to the library itself.
func compare(l *contract.Listing, k *known, own func(file string) bool) *comparison {
	out := &comparison{Counts: map[string]int{}}
	ours, owners := map[string]*contract.Contract{}, map[string]*contract.Contract{}
	for i := range l.Components {
		owners[l.Components[i].Key()] = &l.Components[i]
	}
	for i := range l.Components {
		c := &l.Components[i]
		// What hangs on a component is reached by all its names.
		if owner := owners[c.Export.Module+"#"+c.Export.Of]; c.Export.Kind == "member" && owner != nil {
			ours[owner.Export.Module+"#"+reached(owner)+"."+c.Export.Name] = c
			for _, also := range owner.Export.Also {
				ours[also.Module+"#"+also.Name+"."+c.Export.Name] = c
			}
			continue
		}
		ours[c.Export.Module+"#"+reached(c)] = c
		for _, also := range c.Export.Also {
			ours[also.Module+"#"+also.Name] = c
		}
	}
	unread := map[string]bool{}
	for _, u := range l.Unread {
		unread[u.Component] = true
	}
	seen := map[string]bool{}
	judged := map[*contract.Contract]bool{}
	for _, theirs := range k.Components {
		key := theirs.Module + "#" + theirs.Name
		seen[key] = true
		out.Components++
		c := ours[key]
		if c == nil || c.Kind != contract.KindComponent {
			out.Components--
			if theirs.Any || strings.HasPrefix(theirs.Name, "default.") {
				continue
			}
			out.Components++
			if unread[theirs.Name] {
				out.Unread = append(out.Unread, theirs.Name)
			} else {
				out.Lost = append(out.Lost, theirs.Name)
			}
			for _, p := range theirs.Props {
				if anyOwn(p.Files, own) {
					out.Members++
					if unread[theirs.Name] {
						out.Counts[unknown]++
					} else {
						out.Counts[lost]++
					}
				}
			}
			continue
		}
		if !theirs.Any && !judged[c] {
			judged[c] = true
			out.component(c, theirs, own)
		}
	}
	for key, c := range ours {
		// What a context gives out is asked of the compiler no more than the context.
		if strings.HasSuffix(key, ".Provider") || strings.HasSuffix(key, ".Consumer") {
			continue
		}
		if c.Kind == contract.KindComponent && !seen[key] && strings.Count(key, ".") <= 2+strings.Count(c.Export.Module[1:], ".") && !slices.Contains(k.Missing, c.Export.Module) && !strings.HasSuffix(key, "#default") {
			out.Invented = append(out.Invented, key)
		}
	}
	sort.Strings(out.Invented)
	return out
}

// reached is the name by which an app reaches a component.
func reached(c *contract.Contract) string {
	if c.Export.Kind == "member" {
		return c.Export.Of + "." + c.Export.Name
	}
	return c.Export.Name
}

func (out *comparison) component(c *contract.Contract, theirs knownComponent, own func(string) bool) {
	ours := members(c)
	all := maps.Clone(ours)
	differ := func(name, kind, a, b string) {
		out.Differ = append(out.Differ, difference{c.Component, name, kind, a, b, c, all[name].values})
	}
	for _, p := range theirs.Props {
		m, here := ours[p.Name]
		delete(ours, p.Name)
		isOwn := anyOwn(p.Files, own)
		if !isOwn {
			if here {
				out.Foreign++
				if m.origin == "own" || m.origin == "" {
					out.Counts[wrongOrigin]++
					differ(p.Name, wrongOrigin, m.origin, strings.Join(p.Files, " "))
				}
			}
			continue
		}
		out.Members++
		kind, a, b := agreed, "", ""
		switch {
		case !here && !c.Complete:
			kind, a = unknown, "the contract is incomplete"
		case !here:
			kind = lost
		case m.required == contract.Unknown:
			kind = unknown
		case (m.required == contract.Yes) != p.Required:
			kind, a, b = wrongRequired, m.required.String(), fmt.Sprint(p.Required)
		case m.values != nil && !slices.Equal(m.values, p.Values) || m.known && !m.open && m.values == nil && len(p.Values) > 1:
			kind, a, b = wrongValues, fmt.Sprint(m.values), fmt.Sprint(p.Values)
		case m.params != nil && p.Params != nil && !sameParams(m.params, p.Params):
			kind, a, b = wrongParams, fmt.Sprint(m.params), fmt.Sprint(p.Params)
		case m.origin != "own" && len(p.Files) > 0 && !anyOwn(p.Files, declaredBy(m.origin)):
			kind, a, b = wrongOrigin, m.origin, strings.Join(p.Files, " ")
		case !m.known && !p.Untyped || m.open && p.Values != nil:
			kind, b = unknown, p.Type
		}
		out.Counts[kind]++
		if kind != agreed {
			differ(p.Name, kind, a, b)
		}
	}
	for name, m := range ours {
		out.Counts[invented]++
		differ(name, invented, m.origin, "")
	}
}

// declaredBy reports whether a file is of a package, or of the types of one.
func declaredBy(pkg string) func(file string) bool {
	return func(file string) bool {
		return strings.Contains(file, "node_modules/"+pkg+"/") || strings.Contains(file, "node_modules/@types/"+pkg+"/")
	}
}

// anyOwn reports whether the library declares a member, be it beside others.
// What the compiler makes itself, as for Record, has no place and is the library's.
func anyOwn(files []string, own func(string) bool) bool {
	return len(files) == 0 || slices.ContainsFunc(files, own)
}

// sameParams compares the names of parameters; one that is taken apart in its
// place has no name.
func sameParams(a, b []string) bool {
	if len(a) != len(b) {
		return false
	}
	for i := range a {
		if a[i] != b[i] && !strings.HasPrefix(b[i], "__") && !strings.HasPrefix(a[i], "arg") {
			return false
		}
	}
	return true
}

// within reports whether files belong to a folder, but not to the packages
// installed in it.
func within(dir string) func(file string) bool {
	dir = filepath.ToSlash(dir)
	return func(file string) bool {
		rest, ok := strings.CutPrefix(file, strings.TrimSuffix(dir, "/")+"/")
		return ok && !strings.Contains(rest, "node_modules/")
	}
}
