// This file holds what is read of Vue components against what Vue's own types and the
// TypeScript compiler know of them: props, events and slots, with what slots give.

package main

import (
	"context"
	_ "embed"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"sort"
	"strings"
	"time"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/reading"
)

//go:embed vue.cjs
var vueScript string

//go:embed running.mjs
var vueRunning string

//go:embed vue.json
var vueLibraries []byte

// knownVue is what the compiler knows of the components of a package.
type knownVue struct {
	Components []struct {
		knownComponent
		Slots  []knownSlot `json:"slots"`  // nil where nothing tells of any
		Events []string    `json:"events"` // that $emit takes
	} `json:"components"`
	Missing []string `json:"missing"`
	Files   int      `json:"files"`
}

type knownSlot struct {
	Name   string   `json:"name"`
	Fields []string `json:"fields"` // nil where what it gives is not told
	Files  []string `json:"files"`
}

// The further kinds of differences in what Vue components have.
const (
	wrongFields = "wrong slot data"
	slotLost    = "slot lost"
)

// measureVue measures the Vue libraries, or the one that is asked for.
func measureVue(only, folder string, verbose bool) error {
	root, err := os.Getwd()
	if err != nil {
		return err
	}
	var rows []vueRow
	err = eachLibrary(vueLibraries, root, only, folder, beside("vue@3"), func(dir string, l library) error {
		start := time.Now()
		result, err := readWith(filepath.Join(dir, "node_modules", filepath.FromSlash(l.Name)), true, reading.Options{FromSource: l.Source, Framework: "vue", Undescribed: true})
		if err != nil {
			return err
		}
		ours, listing := time.Since(start), result.Listing
		modules := map[string]string{}
		for i := range listing.Components {
			m := listing.Components[i].Export.Module
			modules[m] = l.Name + strings.TrimPrefix(m, ".")
		}
		start = time.Now()
		var k knownVue
		if err := script(context.Background(), aroundScript+vueScript, filepath.Join(root, "console", "node_modules", "typescript"), dir, &k, modules); err != nil {
			return err
		}
		theirs := time.Since(start)
		loaded := map[string]runningVue{}
		if err := module(context.Background(), vueRunning, dir, &loaded, l.Name); err != nil && verbose {
			fmt.Println("  it could not be loaded:", strings.SplitN(err.Error(), "\n", 2)[0])
		}
		r := vueRow{library: l, comparison: compareVue(listing, &k), Ours: ours, Theirs: theirs}
		r.runs(listing, loaded)
		rows = append(rows, r)
		r.print(verbose)
		return nil
	})
	if err != nil {
		return err
	}
	if only == "" {
		return writeVue(filepath.Join(root, "docs", "reading.md"), rows)
	}
	return nil
}

type vueRow struct {
	library
	*comparison
	Ours, Theirs  time.Duration
	Loaded        int      // components that could be loaded
	Run, RunApart int      // names that they declare when they run, and those of them that we lack or require otherwise
	Apart         []string // the latter
}

// runningVue is what a component declares when it runs.
type runningVue struct {
	Props  map[string]bool `json:"props"` // whether each is required
	Events []string        `json:"events"`
}

// runs holds the components that could be loaded against what was read: each prop and
// event that runs must have been read, and be required where it is.
func (r *vueRow) runs(l *contract.Listing, loaded map[string]runningVue) {
	for i := range l.Components {
		c := &l.Components[i]
		x, ok := loaded[c.Export.Name]
		if !ok || c.Export.Module != "." || c.Kind != contract.KindComponent {
			continue
		}
		r.Loaded++
		mine := vueMembers(c)
		apart := func(name, why string) {
			r.RunApart++
			r.Apart = append(r.Apart, c.Component+"."+name+": "+why)
		}
		for name, required := range x.Props {
			r.Run++
			switch m, here := mine[name]; {
			case !here:
				apart(name, "not read")
			case m.required == contract.Yes && !required || m.required == contract.No && required:
				apart(name, "required "+m.required.String())
			}
		}
		for _, name := range x.Events {
			r.Run++
			if _, here := mine[listener(name)]; !here && mine[name].name == "" {
				apart(name, "not read")
			}
		}
	}
	slices.Sort(r.Apart)
}

func (r *vueRow) print(verbose bool) {
	fmt.Printf("%s %s: %d components, %d own members, %.2f %% agree, %d wrong; ours %v, the compiler %v\n", r.Name, r.Version, r.Components, r.Members, 100*r.share(), r.wrong()+r.Counts[wrongFields], r.Ours.Round(time.Millisecond), r.Theirs.Round(time.Millisecond))
	for _, kind := range []string{wrongRequired, wrongValues, wrongFields, invented, lost, slotLost, unknown} {
		if n := r.Counts[kind]; n > 0 {
			fmt.Printf("  %5d %s\n", n, kind)
		}
	}
	if len(r.Lost)+len(r.Invented) > 0 {
		fmt.Printf("  components lost %v, invented %v\n", r.Lost, r.Invented)
	}
	fmt.Printf("  running: %d components loaded, %d names, %d apart\n", r.Loaded, r.Run, r.RunApart)
	if verbose {
		for _, d := range r.Differ {
			fmt.Printf("  %-20s %s.%s: ours %s; theirs %s\n", d.Kind, d.Component, d.Member, d.Ours, d.Theirs)
		}
		for _, text := range r.Apart {
			fmt.Println("  running             ", text)
		}
	}
}

// vueMembers lists what a contract takes as props, as Vue's types spell it: listeners
// are props that begin with on.
func vueMembers(c *contract.Contract) map[string]member {
	out := map[string]member{}
	for name, m := range members(c) {
		if c.Framework != "" {
			out[name] = m
		}
	}
	for _, e := range c.Events {
		delete(out, e.Spelled.Or(e.Name))
	}
	for _, s := range c.Slots {
		if !isPropSlot(s) {
			delete(out, s.Spelled.Or(s.Name))
		}
	}
	for _, p := range c.Props { // a prop may be called as an event or slot is
		m := member{name: p.Spelled.Name, required: p.Required, known: p.Type.Known(), origin: p.Origin}
		if p.Type.Known() {
			m.values, m.open = closed(p.Type.T), holdsUnread(p.Type.T)
		}
		out[m.name] = m
	}
	for _, e := range c.Events {
		out[listener(e.Spelled.Or(e.Name))] = member{name: e.Name, known: true, origin: e.Origin, required: e.Required}
	}
	return out
}

// isPropSlot reports whether a slot is filled by a prop.
func isPropSlot(s *contract.Slot) bool {
	return s.Type.Known()
}

// listener is the prop that hears an event: onFareTag, onUpdate:open.
func listener(event string) string {
	if rest, ok := strings.CutPrefix(event, "on"); ok && names.MayBeComponent(rest) {
		return event
	}
	return "on" + names.UpperFirst(names.Camel(event))
}

// compareVue holds a listing against what the compiler knows.
func compareVue(l *contract.Listing, k *knownVue) *comparison {
	out := &comparison{Counts: map[string]int{}}
	ours := map[string]*contract.Contract{}
	for i := range l.Components {
		c := &l.Components[i]
		ours[c.Export.Module+"#"+reached(c)] = c
		for _, also := range c.Export.Also {
			ours[also.Module+"#"+also.Name] = c
		}
	}
	seen, judged := map[string]bool{}, map[*contract.Contract]bool{}
	for _, theirs := range k.Components {
		key := theirs.Module + "#" + theirs.Name
		seen[key] = true
		c := ours[key]
		if theirs.Any || c != nil && judged[c] {
			continue
		}
		out.Components++
		if c == nil || c.Kind != contract.KindComponent {
			out.Lost = append(out.Lost, theirs.Name)
			out.Members += len(theirs.Props) + len(theirs.Slots)
			out.Counts[lost] += len(theirs.Props) + len(theirs.Slots)
			continue
		}
		judged[c] = true
		out.vueComponent(c, theirs.Props, theirs.Slots, theirs.Events)
	}
	for key, c := range ours {
		if c.Kind == contract.KindComponent && !judged[c] && !seen[key] && !slices.Contains(k.Missing, c.Export.Module) {
			out.Invented = append(out.Invented, key)
		}
	}
	sort.Strings(out.Invented)
	return out
}

func (out *comparison) vueComponent(c *contract.Contract, props []knownProp, slots []knownSlot, events []string) {
	mine := vueMembers(c)
	note := func(name, kind, a, b string) {
		out.Counts[kind]++
		if kind != agreed {
			out.Differ = append(out.Differ, difference{c.Component, name, kind, a, b, c, nil})
		}
	}
	listened := map[string]bool{}
	for _, p := range props {
		out.Members++
		name := names.Camel(p.Name)
		listened[name] = true
		m, here := mine[name]
		if !here { // two spellings of one listener
			for spelled, x := range mine {
				if strings.EqualFold(strings.ReplaceAll(spelled, "-", ""), strings.ReplaceAll(name, "-", "")) {
					m, here, name = x, true, spelled
				}
			}
		}
		delete(mine, name)
		isEvent := strings.HasPrefix(p.Name, "on") && names.MayBeComponent(strings.TrimPrefix(p.Name, "on"))
		switch {
		case !here && !c.Complete:
			note(p.Name, unknown, "the contract is incomplete", "")
		case !here:
			note(p.Name, lost, "", p.Type)
		case isEvent && !p.Required:
			note(p.Name, agreed, "", "")
		case m.required == contract.Unknown:
			note(p.Name, unknown, "", "")
		case (m.required == contract.Yes) != p.Required:
			note(p.Name, wrongRequired, m.required.String(), fmt.Sprint(p.Required))
		case m.values != nil && !slices.Equal(m.values, p.Values) || m.known && !m.open && m.values == nil && len(p.Values) > 1:
			note(p.Name, wrongValues, fmt.Sprint(m.values), fmt.Sprint(p.Values)+" "+p.Type)
		case !m.known || m.open && p.Values != nil:
			note(p.Name, unknown, "", p.Type)
		default:
			note(p.Name, agreed, "", "")
		}
	}
	for _, name := range events { // those of which no listener is among the props
		if _, here := mine[listener(name)]; here {
			out.Members++
			note(name, agreed, "", "")
			delete(mine, listener(name))
		} else if !listened[listener(name)] {
			out.Members++
			note(name, lost, "", "emitted")
		}
	}
	told := map[string]bool{}
	for _, s := range slots {
		out.Members++
		told[s.Name] = true
		i := slices.IndexFunc(c.Slots, func(x *contract.Slot) bool { return x.Spelled.Or(x.Name) == s.Name && !isPropSlot(x) })
		switch {
		case i < 0:
			note("#"+s.Name, slotLost, "", "")
		case s.Fields == nil || c.Slots[i].Gives != nil && c.Slots[i].Gives.Unknown:
			note("#"+s.Name, agreed, "", "")
		default:
			var list []string
			if c.Slots[i].Gives != nil {
				list = fields(c.Slots[i].Gives)
			}
			sort.Strings(list)
			if !slices.Equal(list, s.Fields) {
				note("#"+s.Name, wrongFields, fmt.Sprint(list), fmt.Sprint(s.Fields))
			} else {
				note("#"+s.Name, agreed, "", "")
			}
		}
	}
	if slots != nil {
		for _, s := range c.Slots {
			if !told[s.Spelled.Or(s.Name)] && !isPropSlot(s) {
				note("#"+s.Spelled.Name, invented, "", "")
			}
		}
	}
	for name, m := range mine {
		note(name, invented, m.origin, "")
	}
}

// writeVue puts the table of Vue libraries into its place.
func writeVue(name string, rows []vueRow) error {
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s with TypeScript 5.9, Vue's own types and the running components.\n\n", time.Now().Format("2006-01-02"))
	b.WriteString("| library | style | components | own members | agreed | required wrong | closed set wrong | slot data wrong | invented | lost | unknown | running: loaded | names | apart | ours | compiler |\n|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|\n")
	for _, r := range rows {
		fmt.Fprintf(&b, "| %s %s | %s | %d | %d | %.2f %% | %d | %d | %d | %d | %d | %d | %d | %d | %d | %.2f s | %.2f s |\n", r.Name, r.Version, r.Style, r.Components, r.Members, 100*r.share(),
			r.Counts[wrongRequired], r.Counts[wrongValues], r.Counts[wrongFields], r.Counts[invented], r.Counts[lost]+r.Counts[slotLost], r.Counts[unknown], r.Loaded, r.Run, r.RunApart, r.Ours.Seconds(), r.Theirs.Seconds())
	}
	return between(name, "vue", b.String())
}
