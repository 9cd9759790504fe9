// This file reads the files in open formats that describe the components of a
// package: custom-elements.json (the custom elements manifest, schema 1 and 2) for
// custom elements, web-types for those of Vue. They speak where no source does.

package reading

import (
	"cmp"
	"encoding/json"
	"io/fs"
	"maps"
	"path"
	"regexp"
	"slices"
	"sort"
	"strconv"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/types"
)

// description is what a package says of its components in files of its own.
type description struct {
	file     string // of the custom elements manifest, "" for none
	elements map[string]*manifestElement
	order    []string
	modules  []string            // of elements, as the manifest names them
	webTypes map[string]*webType // by the name of the component with a capital
	webFile  string
}

// maxDescription bounds the size of a description file.
const maxDescription = 64 << 20

// description gives what the package says of its components; never nil.
func (r *reader) description() *description {
	if r.described != nil {
		return r.described
	}
	d := &description{elements: map[string]*manifestElement{}, webTypes: map[string]*webType{}}
	r.described = d
	m := r.set.Manifest
	if m.CustomElements != "" {
		d.file = path.Join(r.set.Dir, m.CustomElements)
		d.readManifest(r)
	}
	if r.undescribed {
		clear(d.elements)
		d.order = nil
		return d
	}
	for _, file := range webTypesFiles(m.WebTypes) {
		d.readWebTypes(r, path.Join(r.set.Dir, file))
	}
	return d
}

// descriptionFiles lists the description files of a package, whether they are there or
// not.
func descriptionFiles(dir string, m *modules.Manifest) (list []string) {
	if m.CustomElements != "" {
		list = append(list, path.Join(dir, m.CustomElements))
	}
	for _, file := range webTypesFiles(m.WebTypes) {
		list = append(list, path.Join(dir, file))
	}
	return list
}

func webTypesFiles(raw json.RawMessage) []string {
	var one string
	var several []string
	if json.Unmarshal(raw, &one) == nil && one != "" {
		return []string{one}
	}
	if json.Unmarshal(raw, &several) == nil {
		return several
	}
	return nil
}

// load reads a description file as JSON; what is wrong with it is said.
func (r *reader) load(name string, into any) bool {
	at := place.Place{File: r.set.Rel(name), Line: 1, Column: 1}
	text, err := modules.ReadText(r.set.FS, name, maxDescription)
	if err != nil {
		if !strings.Contains(err.Error(), fs.ErrNotExist.Error()) {
			r.unread(at, "", "the description of the components could not be read: %v", reason(err))
		}
		return false
	}
	r.readFiles[name] = true
	if err := json.Unmarshal([]byte(text), into); err != nil {
		r.unread(at, "", "the description of the components is no JSON of its format: %v", err)
		return false
	}
	return true
}

// The custom elements manifest, as far as contracts need it.
type (
	manifestFile struct {
		Modules []manifestModule `json:"modules"`
	}
	manifestModule struct {
		Path         string             `json:"path"`
		Declarations []*manifestElement `json:"declarations"`
		Exports      []manifestExport   `json:"exports"`
	}
	manifestExport struct {
		Kind        string `json:"kind"`
		Name        string `json:"name"`
		Declaration struct {
			Name   string `json:"name"`
			Module string `json:"module"`
		} `json:"declaration"`
	}
	manifestElement struct {
		Kind          string           `json:"kind"`
		Name          string           `json:"name"`
		TagName       string           `json:"tagName"`
		CustomElement bool             `json:"customElement"`
		Summary       string           `json:"summary"`
		Description   string           `json:"description"`
		Deprecated    deprecation      `json:"deprecated"`
		Members       []manifestMember `json:"members"`
		Attributes    []manifestMember `json:"attributes"`
		Events        []manifestMember `json:"events"`
		Slots         []manifestMember `json:"slots"`
		CSSParts      []manifestMember `json:"cssParts"`
		CSSProperties []manifestMember `json:"cssProperties"`
		module        string
	}
	manifestMember struct {
		Kind        string          `json:"kind"`
		Name        string          `json:"name"`
		FieldName   string          `json:"fieldName"`
		Attribute   string          `json:"attribute"`
		Description string          `json:"description"`
		Summary     string          `json:"summary"`
		Default     string          `json:"default"`
		Privacy     string          `json:"privacy"`
		Static      bool            `json:"static"`
		Readonly    bool            `json:"readonly"`
		Reflects    bool            `json:"reflects"`
		Deprecated  deprecation     `json:"deprecated"`
		Type        *manifestType   `json:"type"`
		Parameters  []manifestParam `json:"parameters"`
		Return      *struct {
			Type *manifestType `json:"type"`
		} `json:"return"`
	}
	manifestType  struct{ Text string }
	manifestParam struct {
		Name     string        `json:"name"`
		Optional bool          `json:"optional"`
		Type     *manifestType `json:"type"`
	}
)

// deprecation is true, or the text that says why.
type deprecation struct{ of *contract.Deprecated }

func (d *deprecation) UnmarshalJSON(data []byte) error {
	var note string
	if json.Unmarshal(data, &note) == nil {
		d.of = parseDoc("\n@deprecated " + note).deprecated
		return nil
	}
	if string(data) == "true" {
		d.of = &contract.Deprecated{}
	}
	return nil
}

func (d *description) readManifest(r *reader) {
	var file manifestFile
	if !r.load(d.file, &file) {
		return
	}
	for _, m := range file.Modules {
		for _, x := range m.Declarations {
			if x == nil || x.Kind != "class" && x.Kind != "" || x.TagName == "" && !x.CustomElement {
				continue
			}
			x.module = m.Path
			if len(d.modules) == 0 || d.modules[len(d.modules)-1] != m.Path {
				d.modules = append(d.modules, m.Path)
			}
			if d.elements[x.Name] == nil || x.TagName != "" && d.elements[x.Name].TagName == "" {
				d.elements[x.Name] = x
			}
		}
		for _, x := range m.Exports { // a tag may be told where it is defined alone
			if e := d.elements[x.Declaration.Name]; e != nil && x.Kind == "custom-element-definition" && e.TagName == "" {
				e.TagName = x.Name
			}
		}
	}
	for name := range d.elements {
		d.order = append(d.order, name)
	}
	sort.Strings(d.order)
}

// reads reads an exported name by its description, where that is all that is here: a
// class of which there are built files or declarations.
func (d *description) reads(r *reader, e entry) bool {
	sym := e.symbol
	if sym.Module == nil || sym.Namespace {
		return false
	}
	x := d.elements[sym.Name]
	if x == nil {
		x = d.elements[e.name]
	}
	ending := path.Ext(sym.Module.Path)
	if x == nil || (ending == ".ts" || ending == ".tsx") && !strings.HasSuffix(sym.Module.Path, ".d.ts") {
		return false // its source says more
	}
	export := contract.Export{Module: e.module, Name: e.name, Kind: "named"}
	if e.name == "default" {
		export.Kind = "default"
	}
	if r.further(d.file+"#"+x.Name, export) {
		return true
	}
	c := r.elementDescribed(x)
	c.Export = export
	r.noteSeen(d.file + "#" + x.Name)
	r.add(c)
	return true
}

// describe lists the components that the package describes, where nothing else tells
// of any.
func (r *reader) describe() {
	d := r.description()
	for _, name := range d.order {
		x := d.elements[name]
		if x.TagName == "" {
			continue
		}
		c := r.elementDescribed(x)
		c.Export = contract.Export{Module: "./" + strings.TrimPrefix(x.module, "./"), Name: x.Name, Kind: "named"}
		r.add(c)
	}
	if r.framework.name != "vue" {
		return
	}
	var list []string
	for name := range d.webTypes {
		list = append(list, name)
	}
	sort.Strings(list)
	for _, name := range list {
		at := place.Place{File: r.set.Rel(d.webFile), Line: 1, Column: 1}
		c := &contract.Contract{Component: name, Kind: contract.KindComponent, Complete: true, At: &at, PassThrough: contract.PassThrough{Unknown: true},
			Export: contract.Export{Module: ".", Name: name, Kind: "named"}}
		v := &vueReading{r: r, c: c, types: map[string]types.Type{}, emits: map[string]*contract.Event{}, slots: map[string]*vueSlot{}, bySending: map[*contract.Event]bool{}, fed: map[string]vueProp{}, m: &vueMade{}}
		v.describedBy(d.webTypes[name])
		v.finishSlots()
		v.models()
		takeAxes(c)
		r.add(c)
	}
}

// typeText parses a type as a description writes it; nil where it is none.
func typeText(text string) types.Type {
	text = strings.TrimSpace(text)
	if text == "" {
		return nil
	}
	t, err := types.Parse(text)
	if err != nil {
		return nil
	}
	return t
}

func (t *manifestType) parsed() types.Type {
	if t == nil {
		return nil
	}
	return typeText(t.Text)
}

// described_ makes the contract of a described element.
func (r *reader) elementDescribed(x *manifestElement) *contract.Contract {
	at := place.Place{File: strings.TrimPrefix(x.module, "/"), Line: 1, Column: 1}
	if _, err := fs.Stat(r.set.FS, path.Join(r.set.Dir, at.File)); err != nil {
		at.File = r.set.Rel(r.described.file)
	}
	c := &contract.Contract{Component: elementName(x.Name, x.TagName), Kind: contract.KindComponent, Complete: true, At: &at, Deprecated: x.Deprecated.of}
	c.Summary = r.texts.one(cmp.Or(x.Summary, x.Description))
	if x.TagName != "" {
		c.Root = contract.Root{Known: true, Elements: []string{x.TagName}}
	}
	c.PassThrough = contract.PassThrough{To: []contract.Forward{{To: "root", Element: x.TagName}}}
	hooks := hookList{}
	attributes := map[string]manifestMember{}
	for _, a := range x.Attributes {
		name := a.FieldName
		if name == "" {
			name = names.Camel(a.Name)
		}
		attributes[name] = a
	}
	seen := map[string]bool{}
	for _, m := range x.Members {
		if m.Static || m.Privacy == "private" || m.Privacy == "protected" || strings.HasPrefix(m.Name, "_") || strings.HasPrefix(m.Name, "#") || seen[m.Name] || lifecycle[m.Name] {
			continue
		}
		seen[m.Name] = true
		a, shown := attributes[m.Name]
		if m.Attribute == "" && shown {
			m.Attribute = a.Name
			m.Reflects = m.Reflects || a.Reflects
		}
		if m.Kind == "method" || m.Attribute == "" || m.Readonly {
			r.describedHandle(c, m, at)
			continue
		}
		delete(attributes, m.Name)
		r.describedProp(c, m, at, hooks)
	}
	for _, name := range slices.Sorted(maps.Keys(attributes)) {
		if a := attributes[name]; !seen[name] {
			a.Attribute, a.Name = a.Name, name
			r.describedProp(c, a, at, hooks)
		}
	}
	for _, m := range x.Events {
		if m.Name == "" || !eventName(m.Name) {
			continue
		}
		place := at
		e := &contract.Event{Name: names.Camel(m.Name), Spelled: contract.SpelledAs(m.Name), Origin: "own", Description: r.texts.one(m.Description), Deprecated: m.Deprecated.of,
			Payload: &contract.Payload{Unknown: true}, Bubbles: contract.Unknown, Cancelable: contract.Unknown, At: &place}
		switch t := m.Type.parsed().(type) {
		case *types.Object:
			e.Payload = namedOf(t)
		case *types.Named:
			if t.Name == "CustomEvent" && len(t.Args) == 1 {
				e.Payload = detailPayload(t.Args[0])
			}
		}
		if c.Event(e.Name) == nil {
			c.Events = append(c.Events, e)
		}
	}
	for _, m := range x.Slots {
		place := at
		s := &contract.Slot{Name: names.VueSlot(m.Name), Spelled: contract.SpelledAs(cmp.Or(m.Name, "default")), Form: contract.FormContent, Fallback: contract.Unknown, InLoop: contract.Unknown,
			Conditional: contract.Unknown, Origin: "own", Description: r.texts.one(m.Description), Deprecated: m.Deprecated.of, At: &place}
		if c.Slot(s.Name) == nil {
			c.Slots = append(c.Slots, s)
		}
	}
	for _, m := range x.CSSParts {
		hooks.add("part", m.Name, nil)
	}
	for _, m := range x.CSSProperties {
		if strings.HasPrefix(m.Name, "--") {
			hooks.add("property", m.Name, nil)
		}
	}
	c.StyleHooks = hooks.hooks()
	r.twoWay(c)
	takeAxes(c)
	return c
}

func (r *reader) describedProp(c *contract.Contract, m manifestMember, at place.Place, hooks hookList) {
	p := &contract.Prop{Name: names.Camel(m.Name), Spelled: contract.Spelled{Name: m.Name, Attribute: m.Attribute}, Type: contract.TypeOf(m.Type.parsed()), Origin: "own",
		Description: r.texts.one(cmp.Or(m.Description, m.Summary)), Deprecated: m.Deprecated.of, At: &at}
	if m.Default != "" && m.Default != "undefined" {
		p.Default = documented(m.Default)
	}
	if p.Type.Known() {
		if values, _, ok := types.Values(types.Without(p.Type.T, types.Undefined, types.Null)); ok && len(values) > 1 {
			p.Role = contract.RoleVariant
		}
	}
	if m.Reflects {
		hooks.add("data", m.Attribute, []string{p.Name})
	}
	if c.Prop(p.Name) == nil {
		c.Props = append(c.Props, p)
	}
}

func (r *reader) describedHandle(c *contract.Contract, m manifestMember, at place.Place) {
	if c.Handle == nil {
		c.Handle = &contract.Handle{}
	}
	x := contract.HandleMember{Name: m.Name, Type: contract.TypeOf(m.Type.parsed()), Description: r.texts.one(m.Description), Deprecated: m.Deprecated.of, At: &at}
	if m.Kind == "method" && !x.Type.Known() {
		fn := &types.Func{Result: types.Any}
		if m.Return != nil {
			if t := m.Return.Type.parsed(); t != nil {
				fn.Result = t
			}
		}
		for i, p := range m.Parameters {
			of := p.Type.parsed()
			if of == nil {
				of = types.Any
			}
			fn.Params = append(fn.Params, types.Param{Name: parameterName(p.Name, i), Type: of, Optional: p.Optional})
		}
		x.Type = contract.TypeOf(fn)
	}
	c.Handle.Members = append(c.Handle.Members, x)
}

// identifier is what a parameter may be called by.
var identifier = regexp.MustCompile(`^[\pL_$][\pL\pN_$]*$`)

// parameterName is the name of the nth parameter of a method: one that is destructured, or
// has its default or its dots in its name, has none.
func parameterName(name string, n int) string {
	if identifier.MatchString(name) {
		return name
	}
	return "arg" + strconv.Itoa(n+1)
}

// webType is a component as web-types describes it, in any of the format's versions.
type webType struct {
	Name        string          `json:"name"`
	Description string          `json:"description"`
	Source      *webSource      `json:"source"`
	Props       []webMember     `json:"props"`
	Attributes  []webMember     `json:"attributes"`
	Slots       []webMember     `json:"slots"`
	VueSlots    []webMember     `json:"vue-scoped-slots"`
	Events      []webMember     `json:"events"`
	JS          *webContributed `json:"js"`
}

type (
	webSource      struct{ Module, Symbol string }
	webContributed struct {
		Events []webMember `json:"events"`
		Props  []webMember `json:"properties"`
	}
	webMember struct {
		Name        string          `json:"name"`
		Description string          `json:"description"`
		Required    bool            `json:"required"`
		Default     any             `json:"default"`
		Type        json.RawMessage `json:"type"`
		Value       *struct {
			Type    json.RawMessage `json:"type"`
			Default any             `json:"default"`
		} `json:"value"`
		Arguments  []webMember `json:"arguments"`
		Properties []webMember `json:"properties"`
		Bindings   []webMember `json:"vue-properties"`
	}
)

func (d *description) readWebTypes(r *reader, name string) {
	var file struct {
		Contributions struct {
			HTML struct {
				Tags       []*webType `json:"tags"`
				Elements   []*webType `json:"elements"`
				Components []*webType `json:"vue-components"`
			} `json:"html"`
		} `json:"contributions"`
	}
	if !r.load(name, &file) {
		return
	}
	d.webFile = name
	h := file.Contributions.HTML
	for _, list := range [][]*webType{h.Components, h.Tags, h.Elements} {
		for _, t := range list {
			if t == nil || t.Name == "" {
				continue
			}
			for _, name := range []string{names.UpperFirst(names.Camel(t.Name)), t.Name} {
				if names.MayBeComponent(name) && d.webTypes[name] == nil {
					d.webTypes[name] = t
				}
			}
		}
	}
}

// webText is a type as web-types gives it: a text, or a list of texts and names.
func webText(raw json.RawMessage) types.Type {
	var one string
	if json.Unmarshal(raw, &one) == nil {
		return typeText(one)
	}
	var named struct{ Name string }
	if json.Unmarshal(raw, &named) == nil && named.Name != "" {
		return typeText(named.Name)
	}
	var several []json.RawMessage
	if json.Unmarshal(raw, &several) != nil || len(several) == 0 {
		return nil
	}
	var list []types.Type
	for _, x := range several {
		t := webText(x)
		if t == nil {
			return nil
		}
		list = append(list, t)
	}
	return types.NewUnion(list...)
}

func (m webMember) typed() types.Type {
	if t := webText(m.Type); t != nil {
		return t
	}
	if m.Value != nil {
		return webText(m.Value.Type)
	}
	return nil
}

// describedBy adds what a description tells of a component: all of it where nothing else
// does, else the slots and events that its type leaves open.
func (v *vueReading) describedBy(t *webType) {
	if t == nil {
		return
	}
	at := *v.c.At
	if v.c.Summary == "" {
		v.c.Summary = v.r.texts.one(t.Description)
	}
	declared := v.m.of != nil
	if !declared {
		for _, m := range append(slices.Clone(t.Props), t.Attributes...) {
			name, event := vueName(m.Name), ""
			if model, ok := strings.CutPrefix(m.Name, "v-model:"); ok {
				name, event = vueName(model), "update:"+model
			} else if m.Name == "v-model" {
				name, event = "modelValue", "update:modelValue"
			}
			if strings.ContainsAny(name, ":@# ") {
				continue
			}
			p := vueProp{name: name, of: m.typed(), required: contract.FactOf(m.Required), at: at, fallback: contract.Default{Kind: contract.DefaultUnknown}}
			p.doc.text = v.r.texts.one(m.Description)
			if text, ok := m.Default.(string); ok {
				text = strings.Trim(text, "` ")
				switch {
				case text == "-" || text == "—" || text == "undefined":
					p.fallback = contract.Default{}
				case text != "":
					p.fallback = documented(text)
				}
			}
			v.add(p)
			if event != "" {
				v.emit(event, at, &contract.Payload{Positional: true, Fields: []contract.Field{{Name: "value", Type: contract.TypeOf(p.of)}}})
			}
		}
	}
	for _, m := range append(slices.Clone(t.Slots), t.VueSlots...) {
		if strings.ContainsAny(m.Name, "[]{}<> ") {
			v.r.unread(at, v.c.Component, "the description names a slot that is computed: %s", m.Name)
			continue
		}
		s := v.slot(m.Name, at)
		if s.doc.text == "" {
			s.doc.text = v.r.texts.one(m.Description)
		}
		fields := m.Properties
		if len(fields) == 0 {
			fields = m.Bindings
		}
		if len(fields) > 0 && s.declared == nil {
			s.declared = &contract.Payload{}
			for _, f := range fields {
				s.declared.Fields = append(s.declared.Fields, contract.Field{Name: names.Camel(f.Name), Type: contract.TypeOf(f.typed())})
			}
		}
	}
	events := t.Events
	if t.JS != nil {
		events = append(slices.Clone(events), t.JS.Events...)
	}
	for _, m := range events {
		if !eventName(m.Name) {
			continue
		}
		var payload *contract.Payload
		if len(m.Arguments) > 0 {
			payload = &contract.Payload{Positional: true}
			for i, a := range m.Arguments {
				payload.Fields = append(payload.Fields, contract.Field{Name: cmp.Or(names.Camel(a.Name), "value"+intText(int64(i+1))), Type: contract.TypeOf(a.typed())})
			}
		}
		e := v.emit(m.Name, at, payload)
		if e.Description == "" {
			e.Description = v.r.texts.one(m.Description)
		}
	}
}
