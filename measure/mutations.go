// This file judges comparing over libraries that are changed at random. In a copy of a
// published package single places of its declarations are changed; the compiler says in
// which members of which components the two copies differ and whether what fitted still
// fits, and that is held against the rows of the comparison.

package main

import (
	"cmp"
	"context"
	_ "embed"
	"encoding/json"
	"fmt"
	"io/fs"
	"math/rand/v2"
	"os"
	"path"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"time"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/syntax"
)

//go:embed mutations.cjs
var mutationsScript string

//go:embed mutations.json
var mutatedText []byte

// mutation is one change of one file.
type mutation struct {
	File, What string
	Line       int
	From, To   int
	New        string
}

// mutable gives one mutation of each declaration in a file, chosen at random; none where a
// declaration offers nothing.
func mutable(file, text string, rng *rand.Rand) []mutation {
	parsed := syntax.Parse(file, text)
	if len(parsed.Errors) > 0 {
		return nil
	}
	var out []mutation
	for _, stmt := range parsed.Body {
		var all []mutation
		add := func(from, to int, what, new string) {
			all = append(all, mutation{File: file, What: what, From: from, To: to, New: new, Line: 1 + strings.Count(text[:from], "\n")})
		}
		syntax.Walk(stmt, func(n syntax.Node) bool {
			switch n := n.(type) {
			case *syntax.TypeMember:
				mutateMember(n, text, add)
			case *syntax.FuncType:
				return false // what it takes is changed by the member that it is the type of
			}
			return true
		})
		if alias, ok := stmt.(*syntax.Alias); ok {
			mutateType(alias.Name.Name, alias.Type, text, add)
		}
		if len(all) > 0 {
			out = append(out, all[rng.IntN(len(all))])
		}
	}
	return out
}

// adding notes that what stands between two places may become something else.
type adding func(from, to int, what, new string)

// configured are names of options rather than of members.
var configured = map[string]bool{"type": true, "required": true, "default": true, "validator": true}

// mutateMember lists what can be changed about a member.
func mutateMember(m *syntax.TypeMember, text string, add adding) {
	name, ok := syntax.KeyName(m.Key)
	if !ok || configured[name] || m.Kind != syntax.FieldMember {
		return
	}
	key := m.Key
	end := m.Stop() // with what ends it: alone it is no member
	if rest := text[end:]; strings.HasPrefix(rest, ";") || strings.HasPrefix(rest, ",") {
		end++
	}
	add(m.Pos(), end, "removes "+name, "")
	switch {
	case name == names.UpperFirst(name): // no library has parts that may be missing
	case m.Optional:
		at := strings.IndexByte(text[key.Stop():], '?') + key.Stop()
		add(at, at+1, "requires "+name, "")
	default:
		add(key.Stop(), key.Stop(), "lets "+name+" be left out", "?")
	}
	if id, ok := m.Key.(*syntax.Ident); ok && !strings.HasPrefix(name, "on") {
		add(id.Pos(), id.Stop(), "renames "+name, name+"Renamed")
	}
	add(m.Pos(), m.Pos(), "adds mutantAdded before "+name, "mutantAdded?: number;\n")
	if m.Type != nil {
		mutateType(name, m.Type, text, add)
	}
}

// mutateType lists what can be changed about a type.
func mutateType(name string, t syntax.Type, text string, add adding) {
	from, to := t.Pos(), t.Stop()
	written := text[from:to]
	switch t := t.(type) {
	case *syntax.ParenType:
		mutateType(name, t.Type, text, add)
	case *syntax.TypeName:
		swap := map[string]string{"string": "number", "number": "string", "boolean": "string"}
		if other := swap[written]; other != "" {
			add(from, to, name+": "+written+" becomes "+other, other)
			add(from, to, name+": "+written+" becomes "+written+" or a date", "("+written+" | Date)")
		}
		if written == "string" {
			add(from, to, name+": string becomes a list", "('mutant-one' | 'mutant-two')")
		}
	case *syntax.LiteralType:
		if t.Value != nil && t.Value.Kind == syntax.StringLiteral {
			add(from, to, name+": a value is added", written+" | 'mutant-value'")
		}
	case *syntax.ListType:
		var literals []syntax.Type
		for _, m := range t.Types {
			if l, ok := m.(*syntax.LiteralType); ok && l.Value != nil && l.Value.Kind == syntax.StringLiteral {
				literals = append(literals, m)
			}
		}
		if t.Op != "|" || len(literals) == 0 {
			return
		}
		add(to, to, name+": a value is added", " | 'mutant-value'")
		for _, l := range literals {
			add(l.Pos(), l.Stop(), name+": "+text[l.Pos():l.Stop()]+" is renamed", "'mutant-value'")
			if len(t.Types) > 1 {
				add(l.Pos(), l.Stop(), name+": "+text[l.Pos():l.Stop()]+" goes", "never")
			}
		}
	case *syntax.FuncType:
		if t.New || len(t.TypeParams) > 0 {
			return
		}
		if len(t.Params) > 0 {
			last := t.Params[len(t.Params)-1]
			if last.Rest {
				return
			}
			start := last.Pos()
			if len(t.Params) > 1 {
				start = t.Params[len(t.Params)-2].Stop()
			}
			add(start, last.Stop(), name+": the last parameter goes", "")
			add(last.Stop(), last.Stop(), name+": a parameter comes", ", mutantParam: number")
			if p, ok := last.Type.(*syntax.TypeName); ok {
				mutateType(name+"'s last parameter", p, text, add)
			}
		}
		if t.Returns != nil && text[t.Returns.Pos():t.Returns.Stop()] == "void" {
			add(t.Returns.Pos(), t.Returns.Stop(), name+": hands back a text", "string")
		}
	}
}

// anotherVersion gives a package another version: the compiler takes two packages of the
// same name and version for one.
func anotherVersion(manifest string) error {
	data, err := os.ReadFile(manifest)
	if err != nil {
		return err
	}
	var fields map[string]any
	if err := json.Unmarshal(data, &fields); err != nil {
		return err
	}
	fields["version"] = "999.0.0"
	if data, err = json.MarshalIndent(fields, "", "  "); err != nil {
		return err
	}
	return os.WriteFile(manifest, data, 0o644)
}

// copyPackage makes a copy of a package, of another version.
func copyPackage(dir, to string) error {
	if err := os.RemoveAll(to); err != nil {
		return err
	}
	if err := os.CopyFS(to, os.DirFS(dir)); err != nil {
		return err
	}
	return anotherVersion(filepath.Join(to, "package.json"))
}

// mutate changes single places of the declarations in a folder. A file that is there
// several times, for several module systems, is changed alike everywhere: as a build does.
func mutate(dir string, rng *rand.Rand, most int) ([]mutation, error) {
	var all []mutation
	first, copies := map[string]string{}, map[string][]string{} // files by text, and those of the same text
	err := filepath.WalkDir(dir, func(name string, entry fs.DirEntry, err error) error {
		switch {
		case err != nil:
			return err
		case entry.IsDir() && entry.Name() == "node_modules":
			return fs.SkipDir
		case entry.IsDir() || !strings.HasSuffix(name, ".d.ts") && !strings.HasSuffix(name, ".d.mts"):
			return nil
		}
		data, err := os.ReadFile(name)
		if err != nil || len(data) > 4<<20 {
			return err
		}
		file, err := filepath.Rel(dir, name)
		if err != nil {
			return err
		}
		file = filepath.ToSlash(file)
		same := path.Base(file) + "\x00" + string(data)
		if before, again := first[same]; again {
			copies[before] = append(copies[before], file)
			return nil
		}
		first[same] = file
		all = append(all, mutable(file, string(data), rng)...)
		return nil
	})
	if err != nil {
		return nil, err
	}
	rng.Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	all = all[:min(len(all), most)]
	slices.SortFunc(all, func(a, b mutation) int { return cmp.Or(cmp.Compare(a.File, b.File), a.From-b.From) })
	byFile := map[string][]mutation{}
	for _, m := range all {
		byFile[m.File] = append(byFile[m.File], m)
	}
	for file, list := range byFile {
		name := filepath.Join(dir, filepath.FromSlash(file))
		data, err := os.ReadFile(name)
		if err != nil {
			return nil, err
		}
		text := string(data)
		for _, m := range slices.Backward(list) {
			text = text[:m.From] + m.New + text[m.To:]
		}
		for _, file := range append(copies[file], file) {
			if err := os.WriteFile(filepath.Join(dir, filepath.FromSlash(file)), []byte(text), 0o644); err != nil {
				return nil, err
			}
		}
	}
	return all, nil
}

// compilerDifference is one member in which the compiler says that two copies differ.
type compilerDifference struct {
	Module    string `json:"module"`
	Component string `json:"component"`
	Member    string `json:"member"`
	Kind      string `json:"kind"`
	Needed    bool   `json:"needed"`
	Fits      bool   `json:"fits"`
	FitsBack  bool   `json:"fitsBack"`
	Old       string `json:"old"`
	New       string `json:"new"`
}

// mutatedRow is what came of one library.
type mutatedRow struct {
	library
	Mutations, Components int
	Facts                 int // members in which the compiler says that they differ
	Told                  int // of them, of which some row speaks
	Wrong                 int // of those, with a verdict that the compiler refutes
	Unsure                int // of those, said to be unsure
	Extra                 int // rows about members that do not differ
	Distinct, DistinctOK  int // facts that differ in more than the component, and of them those that are told rightly everywhere
	Lines                 []string
	Took                  time.Duration
	nominal               map[[2]string]bool // members that differ in any two copies
}

// judgeMutations changes one library at random and judges what is said of it.
func judgeMutations(typescript, dir string, l library, seed uint64, most int) (*mutatedRow, error) {
	from := filepath.Join(dir, "node_modules", filepath.FromSlash(l.Name))
	copied := func(name string) (string, error) {
		to := filepath.Join(dir, "node_modules", filepath.FromSlash(name))
		return to, copyPackage(from, to)
	}
	next, same := l.Name+"-next", l.Name+"-same"
	to, err := copied(next)
	if err != nil {
		return nil, err
	}
	if _, err := copied(same); err != nil {
		return nil, err
	}
	made, err := mutate(to, rand.New(rand.NewPCG(seed, 22)), most)
	if err != nil {
		return nil, err
	}
	old, err := read(from, true)
	if err != nil {
		return nil, err
	}
	now, err := read(to, true)
	if err != nil {
		return nil, err
	}
	start := time.Now()
	changes := change.Compare(old, now, change.Options{})
	row := &mutatedRow{library: l, Mutations: len(made), Components: len(old.Components), Took: time.Since(start), nominal: map[[2]string]bool{}}
	type asking struct {
		Module string   `json:"module"`
		Path   []string `json:"path"`
		Vue    bool     `json:"vue"`
	}
	var ask []asking
	byReached := map[string]*contract.Contract{}
	for i := range old.Components {
		c := &old.Components[i]
		if c.Kind != contract.KindComponent || c.Export.Module == "" {
			continue
		}
		name := reached(c)
		if byReached[name] != nil || strings.Contains(name, "default") || strings.Contains(name, "#") {
			continue
		}
		byReached[name] = c
		ask = append(ask, asking{c.Export.Module, strings.Split(name, "."), c.Framework == "vue"})
	}
	type answer struct {
		Differ  []compilerDifference `json:"differ"`
		Unknown []string             `json:"unknown"`
	}
	var theirs, always answer // classes with private members differ in any two copies
	for name, into := range map[string]*answer{next: &theirs, same: &always} {
		if err := script(context.Background(), aroundScript+mutationsScript, typescript, dir, into, l.Name, name, ask); err != nil {
			return nil, err
		}
	}
	for _, d := range always.Differ {
		row.nominal[[2]string{d.Component, d.Member}] = true
	}
	theirs.Differ = slices.DeleteFunc(theirs.Differ, func(d compilerDifference) bool {
		return row.nominal[[2]string{d.Component, d.Member}] && d.Kind != "gone"
	})
	for _, m := range made {
		row.Lines = append(row.Lines, fmt.Sprintf("mutation  %s:%d %s", m.File, m.Line, m.What))
	}
	row.hold(theirs.Differ, theirs.Unknown, changes.Changes, byReached)
	return row, nil
}

// expected says which verdicts are right for what the compiler says.
func (d compilerDifference) expected() []change.Verdict {
	switch d.Kind {
	case "gone", "required":
		return []change.Verdict{change.Breaking}
	case "came":
		if d.Needed {
			return []change.Verdict{change.Breaking}
		}
		return []change.Verdict{change.Additive, change.Behavioural}
	case "optional": // or one that is no longer declared and taken as an attribute
		return []change.Verdict{change.Additive, change.Neutral}
	case "type":
		if d.Fits {
			return []change.Verdict{change.Additive}
		}
		return []change.Verdict{change.Breaking}
	}
	return []change.Verdict{change.Breaking, change.Additive, change.Behavioural, change.Neutral}
}

// hold holds the rows of a comparison against what the compiler says.
func (r *mutatedRow) hold(theirs []compilerDifference, unknown []string, ours []change.Change, byReached map[string]*contract.Contract) {
	nameOf := map[string]string{} // what apps reach, by the name in the contract
	for reachedAs, c := range byReached {
		nameOf[c.Component] = reachedAs
	}
	type key struct{ component, member string }
	rows := map[key][]*change.Change{}
	used := map[*change.Change]bool{}
	for i := range ours {
		c := &ours[i]
		component := nameOf[c.Component]
		for _, name := range spellings(c) {
			k := key{component, name}
			rows[k] = append(rows[k], c)
			if c.Member.Kind == "part" {
				k = key{component + "." + name[strings.LastIndexByte(name, '.')+1:], ""}
				rows[k] = append(rows[k], c)
			}
		}
	}
	credited := credit(theirs, ours, nameOf, byReached)
	blind := map[key]bool{}
	theirs = collapsed(theirs, func(d compilerDifference) bool { return len(rows[key{d.Component, d.Member}]) > 0 })
	distinct := map[string]bool{} // fact without its component → all told rightly
	for _, d := range theirs {
		k := key{d.Component, d.Member}
		list := append(rows[k], credited[d]...)
		for _, c := range list {
			used[c] = true
		}
		if d.Kind == "blind" || d.Kind == "modes" {
			blind[k] = true
			continue
		}
		if d.Member == "" {
			blind[k] = true // nothing else is known of it
		}
		r.Facts++
		verdict := r.verdictOf(d, list)
		id := strings.Join([]string{d.Member, d.Kind, d.Old, d.New}, "\x00")
		if ok, seen := distinct[id]; !seen || ok {
			distinct[id] = verdict == "right"
		}
		if verdict != "right" {
			r.Lines = append(r.Lines, fmt.Sprintf("%-9s %s.%s: %s; %.120s → %.120s%s", verdict, d.Component, d.Member, d.shape(), d.Old, d.New, said(list)))
		}
	}
	for _, ok := range distinct {
		r.Distinct++
		if ok {
			r.DistinctOK++
		}
	}
	for i := range ours {
		c := &ours[i]
		name, judged := nameOf[c.Component]
		if used[c] || !judged || slices.Contains(unknown, name) || c.Verdict == change.Neutral || blind[key{name, ""}] {
			continue
		}
		if c.Member.Kind == "handle" || c.Member.Kind == "package" || c.Member.Kind == "component" || c.Kind == change.DefaultUnknown {
			continue // the compiler was not asked, or has nothing to say of it
		}
		if slices.ContainsFunc(spellings(c), func(member string) bool { return r.nominal[[2]string{name, member}] }) {
			continue
		}
		r.Extra++
		r.Lines = append(r.Lines, fmt.Sprintf("extra     %s%s", name, said([]*change.Change{c})))
	}
	slices.Sort(r.Lines)
}

var typeParameter = regexp.MustCompile(`type parameter (\w+)`)

// credit gives the rows that speak of a type parameter for the members whose types are made
// of it: what is true of all of them is said once.
func credit(theirs []compilerDifference, ours []change.Change, nameOf map[string]string, byReached map[string]*contract.Contract) map[compilerDifference][]*change.Change {
	out := map[compilerDifference][]*change.Change{}
	for i := range ours {
		c := &ours[i]
		m := typeParameter.FindStringSubmatch(c.Why)
		component := nameOf[c.Component]
		if m == nil || component == "" {
			continue
		}
		word := regexp.MustCompile(`\b` + m[1] + `\b`)
		of := typeTexts(byReached[component])
		for _, d := range theirs {
			if d.Component == component && word.MatchString(of[d.Member]) {
				out[d] = append(out[d], c)
			}
		}
	}
	return out
}

// typeTexts gives what the types of a contract's members are made of, by spelling.
func typeTexts(c *contract.Contract) map[string]string {
	out := map[string]string{}
	fields := func(p *contract.Payload) (text string) {
		if p != nil {
			for _, f := range p.Fields {
				text += " " + f.Type.String()
			}
		}
		return text
	}
	for _, p := range c.Props {
		out[p.Spelled.Or(p.Name)] = p.Type.String()
	}
	for _, s := range c.Slots {
		out[s.Spelled.Or(s.Name)] = fields(s.Gives) + s.Type.String()
	}
	for _, e := range c.Events {
		out[e.Spelled.Or(e.Name)] = fields(e.Payload)
	}
	return out
}

// manyNative is how many members at least go or come with the attributes of an element.
const manyNative = 100

// collapsed makes one difference of the attributes of an element that go or come together;
// what is told of one of them stays.
func collapsed(list []compilerDifference, told func(d compilerDifference) bool) (out []compilerDifference) {
	type key struct{ component, kind string }
	count, said := map[key]int{}, map[key]bool{}
	for _, d := range list {
		count[key{d.Component, d.Kind}]++
	}
	for _, d := range list {
		k := key{d.Component, d.Kind}
		if count[k] < manyNative || d.Kind != "gone" && d.Kind != "came" || told(d) {
			out = append(out, d)
		} else if !said[k] {
			said[k] = true
			d.Member = "passThrough"
			out = append(out, d)
		}
	}
	return out
}

// verdictOf counts one fact and says how it was told: right, untold, wrong or unsure.
func (r *mutatedRow) verdictOf(d compilerDifference, list []*change.Change) string {
	if len(list) == 0 {
		return "untold"
	}
	r.Told++
	want := d.expected()
	unsure := false
	for _, c := range list {
		if slices.Contains(want, c.Verdict) || d.Kind == "came" && c.Pairing != nil { // what is renamed goes and comes
			return "right"
		}
		unsure = unsure || c.Verdict == change.Unsure
	}
	if unsure {
		r.Unsure++
		return "unsure"
	}
	r.Wrong++
	return "wrong"
}

// spellings lists the names by which the compiler knows the members that a row speaks of.
func spellings(c *change.Change) (list []string) {
	of := cmp.Or(c.Detail.New, c.Detail.Old)
	add := func(name, spelled string) {
		if name == "" {
			return
		}
		list = append(list, cmp.Or(spelled, name))
		if c.Member.Kind == "event" && of != nil && of.Framework == "vue" {
			list = append(list, "on"+names.UpperFirst(name), "on"+names.UpperFirst(names.Camel(name)), "on"+names.UpperFirst(strings.Join(names.Words(name), "-")))
		}
		if c.Member.Kind == "slot" && name == "default" {
			list = append(list, "children")
		}
	}
	if c.Member.Kind == "component" {
		list = append(list, "") // the whole of it
	}
	add(c.Member.Name, c.Member.Spelled)
	if c.Pairing != nil {
		add(c.Pairing.Old, "")
		add(c.Pairing.New, "")
	}
	for _, name := range slices.Concat(c.Detail.Members, c.Detail.Names) {
		add(name, "")
	}
	return list
}

func said(list []*change.Change) string {
	var b strings.Builder
	for _, c := range list {
		fmt.Fprintf(&b, "\n            %s %s %s: %s", c.Verdict, c.Kind, c.Member.Name, c.Why)
		if c.Before != nil && c.After != nil {
			fmt.Fprintf(&b, " [%.150s → %.150s]", c.Before.Text, c.After.Text)
		}
	}
	return b.String()
}

// runMutations judges the listed libraries and writes the figures down.
func runMutations(only, folder string, seed uint64, most int, verbose bool) error {
	root, err := os.Getwd()
	if err != nil {
		return err
	}
	typescript := filepath.Join(root, "console", "node_modules", "typescript")
	var list struct{ React, Vue json.RawMessage }
	if err := json.Unmarshal(mutatedText, &list); err != nil {
		return err
	}
	var rows []*mutatedRow
	for _, part := range []struct {
		text []byte
		with func(library) []string
	}{{list.React, reactFor}, {list.Vue, beside("vue@3")}} {
		err := eachLibrary(part.text, root, only, folder, part.with, func(dir string, l library) error {
			row, err := judgeMutations(typescript, dir, l, seed, most)
			if err != nil {
				return err
			}
			fmt.Printf("%s %s: %d mutations; %d facts: told %d, wrong %d, unsure %d; extra %d; distinct %d, right %d; compared in %.2f s\n",
				l.Name, l.Version, row.Mutations, row.Facts, row.Told, row.Wrong, row.Unsure, row.Extra, row.Distinct, row.DistinctOK, row.Took.Seconds())
			if verbose {
				for _, line := range row.Lines {
					fmt.Println("  " + line)
				}
			}
			rows = append(rows, row)
			return nil
		})
		if err != nil {
			return err
		}
	}
	if only != "" {
		return nil
	}
	return writeMutations(rows)
}

func writeMutations(rows []*mutatedRow) error {
	var b strings.Builder
	fmt.Fprintf(&b, "Measured %s with TypeScript 5.9.\n\n| library | components | places changed | members that differ | told | with a wrong verdict | unsure | told and no difference | different facts | told rightly throughout | compared |\n|---|---|---|---|---|---|---|---|---|---|---|\n", time.Now().Format("2006-01-02"))
	for _, r := range rows {
		fmt.Fprintf(&b, "| %s %s | %d | %d | %d | %d | %d | %d | %d | %d | %d | %.2f s |\n", r.Name, r.Version, r.Components, r.Mutations, r.Facts, r.Told, r.Wrong, r.Unsure, r.Extra, r.Distinct, r.DistinctOK, r.Took.Seconds())
	}
	return between(filepath.Join("docs", "judges.md"), "mutations", b.String())
}

// shape says in which direction the types of a member fit each other.
func (d compilerDifference) shape() string {
	if d.Kind != "type" {
		return d.Kind
	}
	return fmt.Sprintf("type (old fits new: %t, new fits old: %t)", d.Fits, d.FitsBack)
}
