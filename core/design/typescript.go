// This file writes types of the type language as a framework's TypeScript.

package design

import (
	"slices"
	"strings"
	"unicode"

	"steadysocket/core/contract"
	"steadysocket/core/types"
)

// vocabulary is what a framework calls the names of the type language.
type vocabulary map[string]func(args []string) string

// vocabularies is the table of those names by framework; imported are the names that
// must then be imported, with the module.
var vocabularies = map[string]struct {
	names    vocabulary
	module   string
	imported []string
}{
	"react": {vocabulary{
		"Content": plainName("ReactNode"), "Component": generic("ComponentType", "any"), "Element": plainName("ReactElement"), "Ref": generic("Ref", "unknown"), "Style": plainName("CSSProperties"),
	}, "react", []string{"ReactNode", "ComponentType", "ReactElement", "Ref", "CSSProperties"}},
	"vue": {vocabulary{
		"Content": plainName("VNodeChild"), "Component": generic("Component", "any"), "Element": plainName("VNode"), "Ref": generic("Ref", "unknown"), "Style": plainName("StyleValue"),
	}, "vue", []string{"VNodeChild", "Component", "VNode", "Ref", "StyleValue"}},
	"svelte": {vocabulary{
		"Content": plainName("Snippet"), "Component": generic("Component", "any"), "Element": plainName("Snippet"), "Ref": firstOf("unknown"), "Style": plainName("string"),
	}, "svelte", []string{"Snippet", "Component"}},
	"angular": {vocabulary{
		"Content": generic("TemplateRef", "unknown"), "Component": generic("Type", "unknown"), "Element": generic("TemplateRef", "unknown"), "Ref": firstOf("unknown"), "Style": plainName("string"),
	}, "@angular/core", []string{"TemplateRef", "Type"}},
	"web component": {vocabulary{
		"Content": plainName("Node"), "Component": plainName("CustomElementConstructor"), "Element": plainName("Element"), "Ref": firstOf("unknown"), "Style": plainName("string"),
	}, "", nil},
}

func plainName(name string) func([]string) string { return func([]string) string { return name } }

func generic(name, otherwise string) func([]string) string {
	return func(args []string) string {
		if len(args) == 0 {
			return name + "<" + otherwise + ">"
		}
		return name + "<" + strings.Join(args, ", ") + ">"
	}
}

func firstOf(otherwise string) func([]string) string {
	return func(args []string) string {
		if len(args) == 0 {
			return otherwise
		}
		return args[0]
	}
}

// typescript writes types of one framework and notes what they need.
type typescript struct {
	framework string
	own       map[string]bool // type parameters of the component
	imports   map[string]map[string]bool
	unknown   map[string]bool // names that nobody declares: they are declared beside, as unknown
}

func newTypescript(framework string, c *contract.Contract) *typescript {
	t := &typescript{framework, map[string]bool{}, map[string]map[string]bool{}, map[string]bool{}}
	for _, p := range c.TypeParameters {
		t.own[p.Name] = true
	}
	return t
}

// need notes that a name is imported as a type.
func (t *typescript) need(module, name string) {
	if t.imports[module] == nil {
		t.imports[module] = map[string]bool{}
	}
	t.imports[module][name] = true
}

// of writes a type; unknown where none is known.
func (t *typescript) of(x contract.Type) string {
	if !x.Known() {
		return "unknown"
	}
	return t.text(x.T)
}

// bound reports whether a written type speaks of a type parameter of the component.
func (t *typescript) bound(of string) bool {
	for _, word := range strings.FieldsFunc(of, func(r rune) bool { return r != '_' && r != '$' && !unicode.IsLetter(r) && !unicode.IsDigit(r) }) {
		if t.own[word] {
			return true
		}
	}
	return false
}

// text writes a type in the framework's words. Names are put in their place, the
// printer of the type language does the rest.
func (t *typescript) text(x types.Type) string {
	words := vocabularies[t.framework]
	replaced := types.Rename(x, func(n *types.Named, args []types.Type) types.Type {
		switch {
		case n.Own():
			var written []string
			for _, a := range args {
				written = append(written, a.String())
			}
			text := words.names[n.Name](written)
			if name, _, _ := strings.Cut(text, "<"); slices.Contains(words.imported, name) {
				t.need(words.module, name)
			}
			return &types.Named{Name: text}
		case n.From == "" && n.Name == "KeyOf" && len(args) == 1:
			return &types.Named{Name: "keyof " + args[0].String()}
		case n.From == "" && n.Name == "MemberOf" && len(args) == 2:
			return &types.Named{Name: args[0].String() + "[" + args[1].String() + "]"}
		case n.From == "" && n.Name == "Unread":
			return types.Unknown
		case n.From != "" && !strings.HasPrefix(n.From, "."):
			head, _, _ := strings.Cut(n.Name, ".")
			t.need(n.From, head)
		case !t.own[n.Name] && !global[n.Name]:
			head, _, _ := strings.Cut(n.Name, ".")
			t.unknown[head] = true
		}
		return &types.Named{Name: n.Name, Args: args}
	})
	return replaced.String()
}

// global are names that TypeScript's own libraries declare.
var global = words("Date", "Map", "Set", "Promise", "RegExp", "Error", "File", "Blob", "URL", "Event", "Element", "Node", "Record", "ReadonlyArray", "Iterable",
	"HTMLElement", "MouseEvent", "KeyboardEvent", "FocusEvent", "PointerEvent", "InputEvent", "DragEvent", "WheelEvent", "TouchEvent", "ClipboardEvent", "FormData", "AbortSignal")

// importLines writes the type imports that were needed.
func (t *typescript) importLines() []string {
	var lines []string
	for _, module := range sortedNames(t.imports) {
		lines = append(lines, "import type { "+strings.Join(sortedNames(t.imports[module]), ", ")+" } from '"+module+"';")
	}
	return lines
}

// declarations writes what nobody declares yet.
func (t *typescript) declarations() []string {
	var lines []string
	for _, name := range sortedNames(t.unknown) {
		lines = append(lines, "/** Nobody says yet what this is. */", "export type "+name+" = unknown;", "")
	}
	return lines
}

func sortedNames[V any](m map[string]V) []string {
	names := make([]string, 0, len(m))
	for name := range m {
		names = append(names, name)
	}
	slices.Sort(names)
	return names
}

// doc writes a comment before a member.
func doc(indent, description string, deprecated *contract.Deprecated) []string {
	var lines []string
	for _, l := range strings.Split(strings.ReplaceAll(description, "*/", "* /"), "\n") {
		if l = strings.TrimSpace(l); l != "" {
			lines = append(lines, l)
		}
	}
	if deprecated != nil {
		note := deprecated.Note
		if note == "" && deprecated.Successor != "" {
			note = "Use " + deprecated.Successor + "."
		}
		lines = append(lines, strings.TrimSpace("@deprecated "+strings.ReplaceAll(note, "\n", " ")))
	}
	switch len(lines) {
	case 0:
		return nil
	case 1:
		return []string{indent + "/** " + lines[0] + " */"}
	}
	out := []string{indent + "/**"}
	for _, l := range lines {
		out = append(out, indent+" * "+l)
	}
	return append(out, indent+" */")
}

// key writes a name as a key of a record.
func key(name string) string {
	for i, r := range name {
		if r != '_' && r != '$' && (r < 'a' || r > 'z') && (r < 'A' || r > 'Z') && (i == 0 || r < '0' || r > '9') {
			return types.Quote(name)
		}
	}
	return name
}

// handler is the type of what is told of an event.
func (t *typescript) handler(e *contract.Event) string {
	returns := "void"
	if e.Returns.Known() {
		returns = t.of(e.Returns)
	}
	return t.signature(e.Payload) + " => " + returns
}

// signature writes what a function takes, with types: (a: A, b?: B), or a record that is
// taken apart: ({ a }: { a: A }).
func (t *typescript) signature(p *contract.Payload) string {
	fields := given(p)
	if len(fields) == 0 {
		return "()"
	}
	var taken, list []string
	for i, f := range fields {
		mark := ""
		if f.Optional {
			mark = "?"
		}
		if p.Positional {
			list = append(list, f.Name+mark+": "+t.of(f.Type))
			continue
		}
		name := key(p.Fields[i].Name)
		list = append(list, name+mark+": "+t.of(f.Type))
		if name != f.Name {
			name += ": " + f.Name
		}
		taken = append(taken, name)
	}
	if p.Positional {
		return "(" + strings.Join(list, ", ") + ")"
	}
	return "({ " + strings.Join(taken, ", ") + " }: { " + strings.Join(list, "; ") + " })"
}
