// This file parses the HTML-like template languages: tags, attributes and text
// as the HTML standard has them, tolerant of what is left open. What is a
// dialect's own (directives, interpolation, blocks) stands in its own file.

package syntax

import (
	"fmt"
	"strings"

	"steadysocket/core/place"
)

// Markup.
type (
	// Markup is a template or page. Nodes are *Tag, *Words, *Interpolation, *Remark
	// and *Foreign.
	Markup struct {
		Range
		Nodes []Node
	}

	// Tag is an element with what stands in it.
	Tag struct {
		Range
		Name   string // as written
		Attrs  []*Attribute
		Nodes  []Node
		Open   Range // the opening tag
		Closed bool  // <x/>
	}

	// Attribute is one attribute as written. Text is its value with entities
	// decoded, Value where that stands, without quotes. What the dialect makes of
	// it is in Directive.
	Attribute struct {
		Range
		Name      string
		HasValue  bool
		Text      string
		Value     Range
		Directive *Directive // nil for a plain attribute
		Foreign   bool       // another template language writes in it
	}

	// Directive is an attribute that the template language reads: its name, what it
	// is about, and what was written for it.
	Directive struct {
		Range
		Name      string // bind, on, slot, model, if, for, …
		Arg       string // "" for none, or for one that is computed
		ArgX      Expr   // of a computed one
		Modifiers []string
		X         Expr     // the expression, where it is one
		Body      []Stmt   // of a handler that is written as statements
		Params    []*Param // of slot data, and of what a loop binds
		Short     bool     // the value is the variable of that name
	}

	// Interpolation is an expression in text.
	Interpolation struct {
		Range
		X Expr // nil where it is empty
	}

	// Words is text between tags, as written.
	Words struct {
		Range
		Text string
	}

	// Remark is a comment between tags, without its markers.
	Remark struct {
		Range
		Text string
	}

	// Foreign is a passage of another template language: it is not read.
	Foreign struct{ Range }

	// Section is one top-level block of a file that holds several.
	Section struct {
		Range
		Name    string
		Attrs   []*Attribute
		Content Range   // between its tags
		Markup  *Markup // of a template that is read
		Body    []Stmt  // of a script
		Generic []*TypeParam
	}
)

// Attr gives an attribute by its name as written, or nil.
func (t *Tag) Attr(name string) *Attribute { return attr(t.Attrs, name) }

// Attr gives an attribute by its name as written, or nil.
func (s *Section) Attr(name string) *Attribute { return attr(s.Attrs, name) }

func attr(list []*Attribute, name string) *Attribute {
	for _, a := range list {
		if a.Name == name {
			return a
		}
	}
	return nil
}

// Directive gives the first directive of a name, or nil.
func (t *Tag) Directive(name string) *Directive {
	for _, a := range t.Attrs {
		if a.Directive != nil && a.Directive.Name == name {
			return a.Directive
		}
	}
	return nil
}

// markupDialect is what a template language makes of markup.
type markupDialect struct {
	name string
	// exact says that names of tags are told apart by case, as those of components
	// are; else they are HTML's.
	exact bool
	// open and close are the marks of an interpolation, "" for none.
	open, close string
	// directive reads an attribute that is the language's own; nil for none.
	directive func(m *markup, t *Tag, a *Attribute)
	// marks are those of other template languages that may write in the same file.
	marks [][2]string
	// optional says that end tags may be left out where the HTML standard allows it.
	optional bool
}

// voids are the elements without content (HTML standard, 13.1.2).
var voids = words("area base br col embed hr img input link meta param source track wbr")

// raws are the elements whose content is no markup (same place).
var raws = words("script style")

// texts are the elements that hold text alone (same place).
var texts = words("textarea title")

// impliedEnds lists, by element, the elements whose start ends it where its end tag
// was left out (HTML standard, 13.1.2.4, as far as pages use it).
var impliedEnds = map[string]map[string]bool{
	"li": words("li"), "dt": words("dt dd"), "dd": words("dt dd"),
	"option": words("option optgroup"), "optgroup": words("optgroup"),
	"tr": words("tr tbody tfoot"), "td": words("td th tr tbody tfoot"), "th": words("td th tr tbody tfoot"),
	"thead": words("tbody tfoot"), "tbody": words("tbody tfoot"),
	"p": words("address article aside blockquote div dl fieldset footer form h1 h2 h3 h4 h5 h6 header hr main nav ol p pre section table ul"),
}

// mayStayOpen are the elements whose end tag may be left out at the end of what
// they stand in.
var mayStayOpen = words("html head body li dt dd p option optgroup thead tbody tfoot tr td th rt rp colgroup")

func words(list string) map[string]bool {
	set := map[string]bool{}
	for _, w := range strings.Fields(list) {
		set[w] = true
	}
	return set
}

// markup parses one template. It keeps what is open on a stack, so that depth
// costs no recursion.
type markup struct {
	name    string
	text    string
	decoded string // of the same length, with entities decoded in place; for expressions
	dialect *markupDialect
	end     int // of the template in text
	at      int
	stack   []*Tag
	opened  map[string]int // how many of a name are on the stack
	root    *Markup
	lines   *place.Lines
	errors  []*Error
	raw     int  // depth of the stack below which nothing is interpolated, 0 for none
	tooDeep bool // was said
}

// parseMarkup parses text[from:to) as markup. Where until is given, it ends behind
// the end tag of that name that closes nothing, and gives where that tag begins.
func (m *markup) parse(from, to int, until string) (tree *Markup, stop int) {
	m.root = &Markup{Range: Between(from, to)}
	m.at, m.end, m.opened = from, to, map[string]int{}
	m.decoded = decodeInPlace(m.text, from, to)
	stop = m.nodes(until)
	for len(m.stack) > 0 {
		m.pop(stop, "the end")
	}
	m.root.End = int32(max(from, stop))
	return m.root, stop
}

func (m *markup) say(offset int, format string, args ...any) {
	if len(m.errors) >= maxErrors {
		return
	}
	if m.lines == nil {
		m.lines = place.NewLines(m.text)
	}
	at := m.lines.Place(m.name, offset, offset)
	at.Span = nil
	m.errors = append(m.errors, &Error{at, fmt.Sprintf(format, args...)})
}

// add puts a node where the parser stands.
func (m *markup) add(n Node) {
	if len(m.stack) > 0 {
		t := m.stack[len(m.stack)-1]
		t.Nodes = append(t.Nodes, n)
		return
	}
	m.root.Nodes = append(m.root.Nodes, n)
}

// nodes parses until the end, or the end tag that is waited for.
func (m *markup) nodes(until string) (stop int) {
	for m.at < m.end {
		rest := m.text[m.at:m.end]
		switch c := rest[0]; {
		case m.foreign():
		case c == '<' && strings.HasPrefix(rest, "<!--"):
			m.remark()
		case c == '<' && strings.HasPrefix(rest, "<![CDATA["):
			m.passed("]]>", "a CDATA section", func(start, end int) Node { return &Words{Between(start, end), m.text[start:end]} })
		case c == '<' && (strings.HasPrefix(rest, "<!") || strings.HasPrefix(rest, "<?")):
			m.passed(">", "a declaration", func(start, end int) Node { return &Foreign{Between(start, end)} })
		case c == '<' && len(rest) > 2 && rest[1] == '/' && startsName(rest[2]):
			if begin, ended := m.endTag(until); ended {
				return begin
			}
		case c == '<' && len(rest) > 1 && startsName(rest[1]):
			m.startTag()
		default:
			m.words()
		}
	}
	return m.end
}

func startsName(c byte) bool {
	return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c == '_' || c >= 0x80
}

// passed takes everything up to a closing mark as one node.
func (m *markup) passed(closing, what string, node func(start, end int) Node) {
	start := m.at
	n := strings.Index(m.text[m.at:m.end], closing)
	if n < 0 {
		m.say(start, "%s is opened here and never closed; close it with %s", what, closing)
		m.at = m.end
	} else {
		m.at += n + len(closing)
	}
	m.add(node(start, m.at))
}

func (m *markup) remark() {
	m.passed("-->", "a comment", func(start, end int) Node {
		return &Remark{Between(start, end), strings.TrimSpace(strings.TrimSuffix(m.text[min(start+4, end):end], "-->"))}
	})
}

// foreign passes a passage of another template language.
func (m *markup) foreign() bool {
	for _, mark := range m.dialect.marks {
		if strings.HasPrefix(m.text[m.at:m.end], mark[0]) {
			m.passed(mark[1], "a passage of another template language", func(start, end int) Node { return &Foreign{Between(start, end)} })
			return true
		}
	}
	return false
}

// words takes text up to the next tag, with the interpolations in it.
func (m *markup) words() {
	start := m.at
	flush := func(end int) {
		if end > start {
			m.add(&Words{Between(start, end), m.text[start:end]})
		}
	}
	for m.at < m.end {
		rest := m.text[m.at:m.end]
		if m.at > start && (rest[0] == '<' || m.marks(rest)) {
			break
		}
		if m.dialect.open != "" && m.raw == 0 && strings.HasPrefix(rest, m.dialect.open) {
			flush(m.at)
			m.interpolation()
			start = m.at
			if m.at < m.end && m.text[m.at] == '<' {
				return
			}
			continue
		}
		m.at++
	}
	flush(m.at)
}

func (m *markup) marks(rest string) bool {
	for _, mark := range m.dialect.marks {
		if strings.HasPrefix(rest, mark[0]) {
			return true
		}
	}
	return false
}

func (m *markup) interpolation() {
	start := m.at
	inner := start + len(m.dialect.open)
	n := strings.Index(m.text[inner:m.end], m.dialect.close)
	if n < 0 {
		m.say(start, "%s is opened here and never closed; close it with %s", m.dialect.open, m.dialect.close)
		m.at = inner
		m.add(&Words{Between(start, inner), m.text[start:inner]})
		return
	}
	m.at = inner + n + len(m.dialect.close)
	m.add(&Interpolation{Between(start, m.at), m.expression(inner, inner+n)})
}

// key is a tag's name as names are told apart.
func (m *markup) key(name string) string {
	if m.dialect.exact {
		return name
	}
	return strings.ToLower(name)
}

// endTag parses an end tag. ended says that it was the one waited for.
func (m *markup) endTag(until string) (begin int, ended bool) {
	begin = m.at
	m.at += 2
	name := m.tagName()
	n := strings.IndexByte(m.text[m.at:m.end], '>')
	if n < 0 {
		m.say(begin, "the end tag </%s is never closed; close it with >", name)
		m.at = m.end
	} else {
		m.at += n + 1
	}
	key := m.key(name)
	if m.opened[key] == 0 {
		if until != "" && name == until {
			return begin, true
		}
		if !voids[key] {
			m.say(begin, "</%s> ends nothing that is open", name)
		}
		return begin, false
	}
	for {
		top := m.stack[len(m.stack)-1]
		if m.key(top.Name) == key {
			top.End = int32(m.at)
			m.drop()
			return begin, false
		}
		m.pop(begin, "</"+name+">")
	}
}

// pop ends the innermost open element without its end tag.
func (m *markup) pop(end int, before string) {
	top := m.stack[len(m.stack)-1]
	if !m.dialect.optional || !mayStayOpen[m.key(top.Name)] {
		m.say(top.Pos(), "<%s> is opened here and not closed before %s", top.Name, before)
	}
	top.End = int32(max(end, top.Open.Stop()))
	m.drop()
}

func (m *markup) drop() {
	top := m.stack[len(m.stack)-1]
	m.opened[m.key(top.Name)]--
	m.stack = m.stack[:len(m.stack)-1]
	if len(m.stack) < m.raw {
		m.raw = 0
	}
}

func (m *markup) tagName() string {
	start := m.at
	for m.at < m.end && !endsTagName(m.text[m.at]) {
		m.at++
	}
	return m.text[start:m.at]
}

func endsTagName(c byte) bool {
	return isBlank(c) || c == '/' || c == '>' || c == '<'
}

func isBlank(c byte) bool { return c == ' ' || c == '\t' || c == '\n' || c == '\r' || c == '\f' }

func (m *markup) startTag() {
	t := &Tag{}
	start := m.at
	m.at++
	t.Name = m.tagName()
	m.attributes(t)
	if m.at < m.end && m.text[m.at] == '/' {
		t.Closed = true
		m.at++
	}
	if m.at < m.end && m.text[m.at] == '>' {
		m.at++
	} else {
		m.say(start, "the tag <%s is never closed; close it with >", t.Name)
	}
	t.Open = Between(start, m.at)
	t.Range = t.Open
	key := m.key(t.Name)
	for m.dialect.optional && len(m.stack) > 0 && impliedEnds[m.key(m.stack[len(m.stack)-1].Name)][key] {
		m.pop(start, "")
	}
	m.add(t)
	if m.raw == 0 && m.dialect.exact && t.Attr("v-pre") != nil {
		m.raw = len(m.stack) + 1
	}
	if m.dialect.directive != nil && m.raw == 0 {
		for _, a := range t.Attrs {
			m.dialect.directive(m, t, a)
		}
	}
	defer func() {
		if len(m.stack) < m.raw { // it holds nothing
			m.raw = 0
		}
	}()
	switch {
	case voids[key]:
		return
	case t.Closed && (m.dialect.exact || strings.Contains(t.Name, ":")):
		return // in HTML the slash means nothing
	case raws[key] || texts[key]:
		m.rawContent(t, key)
		return
	}
	if len(m.stack) >= maxDepth/2 {
		if !m.tooDeep {
			m.tooDeep = true
			m.say(start, "nested more than %d deep; split it up", maxDepth/2)
		}
		return
	}
	m.stack = append(m.stack, t)
	m.opened[key]++
}

// rawContent takes what stands in an element that holds no tags.
func (m *markup) rawContent(t *Tag, key string) {
	start := m.at
	end, behind := m.findEnd(start, key)
	if end < 0 {
		m.say(t.Pos(), "<%s> is opened here and never closed", t.Name)
		end, behind = m.end, m.end
	}
	m.at = end
	switch {
	case end == start:
	case raws[key]:
		t.Nodes = append(t.Nodes, &Words{Between(start, end), m.text[start:end]})
	default:
		m.stack = append(m.stack, t)
		saved := m.end
		m.at, m.end = start, end
		for m.at < m.end {
			before := m.at
			m.words()
			if m.at == before { // a < that is no tag here
				m.at++
				m.add(&Words{Between(before, m.at), m.text[before:m.at]})
			}
		}
		m.end = saved
		m.stack = m.stack[:len(m.stack)-1]
	}
	m.at = behind
	t.End = int32(behind)
}

// findEnd finds the end tag of an element that holds no tags; -1 where there is none.
func (m *markup) findEnd(from int, key string) (begin, behind int) {
	for at := from; ; {
		n := strings.Index(m.text[at:m.end], "</")
		if n < 0 {
			return -1, -1
		}
		at += n
		name := at + 2
		stop := name + len(key)
		if stop <= m.end && strings.EqualFold(m.text[name:stop], key) && (stop == m.end || endsTagName(m.text[stop])) {
			if n := strings.IndexByte(m.text[stop:m.end], '>'); n >= 0 {
				return at, stop + n + 1
			}
			return at, m.end
		}
		at = name
	}
}

// attributes parses those of a start tag, up to its > or />.
func (m *markup) attributes(t *Tag) {
	for m.at < m.end {
		c := m.text[m.at]
		switch {
		case isBlank(c):
			m.at++
		case c == '>' || c == '<' || c == '/' && m.at+1 < m.end && m.text[m.at+1] == '>':
			return
		case c == '/':
			m.at++
		default:
			t.Attrs = append(t.Attrs, m.attribute())
		}
	}
}

func (m *markup) attribute() *Attribute {
	a := &Attribute{}
	start := m.at
	if m.foreignIn(a) {
		a.Range = Between(start, m.at)
		return a
	}
	m.at++ // whatever it is, so that a stray = or quote is passed
	for m.at < m.end && !isBlank(m.text[m.at]) && m.text[m.at] != '=' && m.text[m.at] != '>' {
		if m.text[m.at] == '/' && m.at+1 < m.end && m.text[m.at+1] == '>' {
			break
		}
		m.at++
	}
	a.Name = m.text[start:m.at]
	a.Range = Between(start, m.at)
	behind := m.at
	for m.at < m.end && isBlank(m.text[m.at]) {
		m.at++
	}
	if m.at >= m.end || m.text[m.at] != '=' {
		m.at = behind
		return a
	}
	m.at++
	for m.at < m.end && isBlank(m.text[m.at]) {
		m.at++
	}
	a.HasValue = true
	m.value(a)
	a.Range = Between(start, m.at)
	a.Text = m.text[a.Value.Pos():a.Value.Stop()]
	if strings.Contains(a.Text, "&") {
		a.Text = decodeEntities(a.Text)
	}
	a.Foreign = a.Foreign || m.holdsMarks(a.Text)
	return a
}

// foreignIn passes a passage of another language that stands where an attribute would.
func (m *markup) foreignIn(a *Attribute) bool {
	for _, mark := range m.dialect.marks {
		if strings.HasPrefix(m.text[m.at:m.end], mark[0]) {
			n := strings.Index(m.text[m.at:m.end], mark[1])
			if n < 0 {
				return false
			}
			m.at += n + len(mark[1])
			a.Foreign = true
			return true
		}
	}
	return false
}

func (m *markup) holdsMarks(text string) bool {
	for _, mark := range m.dialect.marks {
		if strings.Contains(text, mark[0]) {
			return true
		}
	}
	return false
}

func (m *markup) value(a *Attribute) {
	if m.at >= m.end {
		a.Value = Between(m.at, m.at)
		return
	}
	start := m.at
	if q := m.text[start]; q == '"' || q == '\'' {
		n := strings.IndexByte(m.text[start+1:m.end], q)
		if n < 0 {
			m.say(start, "a value is opened here and never closed; close it with %c", q)
			// The value is what stands on its line, so that the rest is kept.
			n = strings.IndexAny(m.text[start+1:m.end], "\r\n>")
			if n < 0 {
				n = m.end - start - 1
			}
			a.Value = Between(start+1, start+1+n)
			m.at = start + 1 + n
			return
		}
		a.Value = Between(start+1, start+1+n)
		m.at = start + n + 2
		return
	}
	for m.at < m.end && !isBlank(m.text[m.at]) && m.text[m.at] != '>' {
		m.at++
	}
	a.Value = Between(start, m.at)
}

// inside runs the TypeScript parser over a passage of the template, at its true
// offsets.
func (m *markup) inside(from, to int, parse func(p *parser)) {
	text := m.text
	if m.decoded != "" {
		text = m.decoded
	}
	// Types are read whatever the scripts are written in: what would be read otherwise
	// without them stands in no template.
	p := &parser{name: m.name, text: text[:to], dialect: dialect{types: true}, lines: m.lines, ends: "the end of the expression"}
	p.scanner.end, p.scanner.prevEnd = from, from
	p.next()
	parse(p)
	if p.tok != tEOF && len(p.errors) == 0 {
		p.errorHere("the end of the expression")
	}
	for _, e := range p.errors {
		if len(m.errors) < maxErrors {
			m.errors = append(m.errors, e)
		}
	}
}

// expression parses the expression between two offsets; nil where there is none.
func (m *markup) expression(from, to int) (x Expr) {
	if strings.TrimSpace(m.text[from:to]) == "" {
		return nil
	}
	m.inside(from, to, func(p *parser) { x = p.expression() })
	return x
}

// decodeInPlace decodes entities without moving what stands behind them: runs of
// entities become their text and blanks. Expressions are read from it at their true
// offsets. It is "" where there are none.
func decodeInPlace(text string, from, to int) string {
	var out []byte
	for i := from; i < to; i++ {
		if text[i] != '&' {
			continue
		}
		start, end := i, i
		var run strings.Builder
		for end < to && text[end] == '&' {
			n := strings.IndexByte(text[end:min(to, end+32)], ';')
			if n < 0 {
				break
			}
			entity := text[end : end+n+1]
			plain := decodeEntities(entity)
			if plain == entity {
				break
			}
			run.WriteString(plain)
			end += n + 1
		}
		if end == start || run.Len() > end-start {
			continue
		}
		if out == nil {
			out = []byte(text)
		}
		n := copy(out[start:end], run.String())
		for j := start + n; j < end; j++ {
			out[j] = ' '
		}
		i = end - 1
	}
	return string(out)
}

// Shows reports whether a node between tags is content: no remark, and no text of blanks
// alone.
func Shows(n Node) bool {
	switch n := n.(type) {
	case *Words:
		return strings.TrimSpace(n.Text) != ""
	case *Remark:
		return false
	}
	return true
}
