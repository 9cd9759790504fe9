// This file reads and writes contract files in YAML and JSON.

package contract

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"reflect"
	"regexp"
	"strconv"
	"strings"
	"unicode/utf8"

	"go.yaml.in/yaml/v3"

	"steadysocket/core/place"
)

// Limits on files.
const (
	MaxBytes     = 1 << 20
	maxListBytes = 256 << 20
	maxNesting   = 64
	maxNodes     = 2_000_000
)

// Problems is all that is wrong in a file, in its order.
type Problems []*Problem

func (p Problems) Error() string {
	lines := make([]string, len(p))
	for i, problem := range p {
		lines[i] = problem.Error()
	}
	return strings.Join(lines, "\n")
}

// ParseFile reads a contract file, YAML or JSON by its content. The error is
// Problems: structure first, then meaning (types, references, contradictions).
func ParseFile(name string, data []byte) (*Contract, error) { return ParseBeside(name, data, nil) }

// ParseBeside reads a contract file that stands beside a source: it may name the members
// that were read from there, too.
func ParseBeside(name string, data []byte, source *Contract) (*Contract, error) {
	return parseContract(name, data, &decoder{beside: source}, MaxBytes)
}

func parseContract(name string, data []byte, d *decoder, limit int) (*Contract, error) {
	tree, err := parseTree(name, data, limit)
	if err != nil {
		return nil, err
	}
	d.file, d.form, d.at = name, fileForm, map[string]place.Position{}
	if tree.kind != mapNode {
		d.problem(tree.at, "a contract file is a map that starts with contract: %d", Version)
		return nil, Problems(d.problems)
	}
	version := tree.get("contract")
	switch {
	case version == nil:
		d.problem(tree.at, "the key contract is missing; write contract: %d", Version)
	case version.kind != numberNode || version.text != strconv.Itoa(Version):
		d.problem(version.at, "this is contract format %s; formats up to %d are read", version.text, Version)
	}
	c := &Contract{}
	rest := *tree
	rest.fields = nil
	for _, e := range tree.fields {
		if e.key != "contract" && e.key != "$schema" {
			rest.fields = append(rest.fields, e)
		}
	}
	d.structValue(reflect.ValueOf(c).Elem(), &rest, "", "")
	if c.Component == "" {
		d.problem(tree.at, "the key component is missing; write component: and its name")
	}
	if len(d.problems) == 0 {
		d.validate(c)
	}
	if len(d.problems) > 0 {
		return nil, Problems(d.problems)
	}
	if tree.get("complete") == nil {
		c.Complete = len(c.Bases) == 0
	}
	return c, nil
}

// YAML writes c as a contract file.
func (c *Contract) YAML() ([]byte, error) { return writeYAML(c.fileTree()) }

// YAMLWithSchema writes c as a contract file that names the JSON Schema which
// editors complete it by.
func (c *Contract) YAMLWithSchema(schema string) ([]byte, error) {
	tree := c.fileTree()
	tree.fields = append([]entry{{key: "$schema", value: text(schema)}}, tree.fields...)
	return writeYAML(tree)
}

func writeYAML(tree *node) ([]byte, error) {
	var buf bytes.Buffer
	enc := yaml.NewEncoder(&buf)
	enc.SetIndent(2)
	if err := enc.Encode(toYAML(tree, 0)); err != nil {
		return nil, err
	}
	return buf.Bytes(), enc.Close()
}

// JSON writes c as a contract file in JSON, the same shape as the YAML.
func (c *Contract) JSON() ([]byte, error) { return indent(c.fileTree()) }

func (c *Contract) fileTree() *node {
	tree := &node{kind: mapNode}
	tree.set("contract", number(strconv.Itoa(Version)))
	if inner := encode(reflect.ValueOf(c).Elem(), fileForm); inner != nil {
		tree.fields = append(tree.fields, inner.fields...)
	}
	// Complete follows from the absence of bases unless it says otherwise.
	for i, e := range tree.fields {
		if e.key == "complete" && len(c.Bases) == 0 {
			tree.fields = append(tree.fields[:i], tree.fields[i+1:]...)
			break
		}
	}
	if !c.Complete && len(c.Bases) == 0 {
		tree.set("complete", truth(false))
	}
	return tree
}

// parseTree reads YAML or JSON into a tree with positions.
func parseTree(name string, data []byte, limit int) (*node, error) {
	fail := func(at place.Position, message string) (*node, error) {
		return nil, Problems{{name, at, message}}
	}
	start := place.Position{Line: 1, Column: 1}
	switch {
	case len(data) > limit:
		return fail(start, fmt.Sprintf("the file has %d bytes; at most %d are read", len(data), limit))
	case !utf8.Valid(data) || bytes.IndexByte(data, 0) >= 0:
		return fail(start, "this is not text in UTF-8")
	}
	if trimmed := bytes.TrimLeft(data, " \t\r\n\ufeff"); len(trimmed) > 0 && trimmed[0] == '{' {
		return parseJSON(name, data)
	}
	var doc yaml.Node
	if err := yaml.Unmarshal(data, &doc); err != nil {
		at, message := yamlError(err)
		return fail(at, "this is not YAML: "+message)
	}
	if len(doc.Content) == 0 {
		return fail(start, fmt.Sprintf("the file is empty; a contract file starts with contract: %d", Version))
	}
	count := 0
	problem := ""
	var at place.Position
	tree := fromYAML(doc.Content[0], 0, &count, &problem, &at)
	if problem != "" {
		return fail(at, problem)
	}
	return tree, nil
}

var yamlLine = regexp.MustCompile(`^yaml: (?:line (\d+): )?(.*)`)

// yamlError takes the line out of the YAML package's message.
func yamlError(err error) (place.Position, string) {
	at := place.Position{Line: 1, Column: 1}
	m := yamlLine.FindStringSubmatch(strings.ReplaceAll(err.Error(), "\n", " "))
	if m == nil {
		return at, err.Error()
	}
	if n, err := strconv.Atoi(m[1]); err == nil {
		at.Line = n
	}
	return at, m[2]
}

var jsonNumber = regexp.MustCompile(`^-?(0|[1-9]\d*)(\.\d+)?([eE][+-]?\d+)?$`)

func fromYAML(y *yaml.Node, depth int, count *int, problem *string, where *place.Position) *node {
	n := &node{at: place.Position{Line: y.Line, Column: y.Column}}
	fail := func(message string) *node {
		if *problem == "" {
			*problem, *where = message, n.at
		}
		return n
	}
	if *count++; *count > maxNodes {
		return fail("the file has too many entries")
	}
	if depth > maxNesting {
		return fail(fmt.Sprintf("nested more than %d deep", maxNesting))
	}
	switch y.Kind {
	case yaml.AliasNode:
		return fail("anchors and aliases are not read; write the value out")
	case yaml.SequenceNode:
		n.kind = listNode
		for _, item := range y.Content {
			n.list = append(n.list, fromYAML(item, depth+1, count, problem, where))
		}
	case yaml.MappingNode:
		n.kind = mapNode
		seen := map[string]bool{}
		for i := 0; i+1 < len(y.Content); i += 2 {
			key := y.Content[i]
			e := entry{key: key.Value, at: place.Position{Line: key.Line, Column: key.Column}}
			if key.Kind != yaml.ScalarNode {
				return fail("a key must be a text")
			}
			if seen[key.Value] {
				*where = e.at
				if *problem == "" {
					*problem = fmt.Sprintf("the key %q stands twice", key.Value)
				}
				return n
			}
			seen[key.Value] = true
			e.value = fromYAML(y.Content[i+1], depth+1, count, problem, where)
			n.fields = append(n.fields, e)
		}
	default:
		switch tag := y.ShortTag(); tag {
		case "!!null":
		case "!!bool":
			n.kind = boolNode
			n.truth = strings.EqualFold(y.Value, "true")
		case "!!int", "!!float":
			n.kind, n.text = numberNode, y.Value
			if !jsonNumber.MatchString(y.Value) {
				var f float64
				if y.Decode(&f) != nil || f != f || f > 1e308 || f < -1e308 {
					return fail("not a plain number: " + y.Value)
				}
				n.text = strconv.FormatFloat(f, 'g', -1, 64)
			}
		default:
			n.kind, n.text = textNode, y.Value
		}
	}
	return n
}

// parseJSON reads JSON with positions, token by token.
func parseJSON(name string, data []byte) (*node, error) {
	data = bytes.TrimPrefix(data, []byte("\ufeff"))
	lines := place.NewLines(string(data))
	dec := json.NewDecoder(bytes.NewReader(data))
	dec.UseNumber()
	count := 0
	var value func(depth int) (*node, error)
	fail := func(offset int64, message string) error {
		return Problems{{name, lines.Position(int(offset)), message}}
	}
	// start is where the next token begins, behind blanks and marks.
	start := func() place.Position {
		i := int(dec.InputOffset())
		for i < len(data) && bytes.IndexByte([]byte(" \t\r\n,:"), data[i]) >= 0 {
			i++
		}
		return lines.Position(i)
	}
	value = func(depth int) (*node, error) {
		n := &node{at: start()}
		if count++; count > maxNodes {
			return nil, fail(dec.InputOffset(), "the file has too many entries")
		}
		if depth > maxNesting {
			return nil, fail(dec.InputOffset(), fmt.Sprintf("nested more than %d deep", maxNesting))
		}
		token, err := dec.Token()
		if err != nil {
			return nil, fail(dec.InputOffset(), "this is not JSON: "+jsonMessage(err))
		}
		switch token := token.(type) {
		case json.Delim:
			if token == '[' {
				n.kind = listNode
				for dec.More() {
					item, err := value(depth + 1)
					if err != nil {
						return nil, err
					}
					n.list = append(n.list, item)
				}
			} else {
				n.kind = mapNode
				seen := map[string]bool{}
				for dec.More() {
					at := start()
					key, err := dec.Token()
					if err != nil {
						return nil, fail(dec.InputOffset(), "this is not JSON: "+jsonMessage(err))
					}
					word := key.(string)
					if seen[word] {
						return nil, Problems{{name, at, fmt.Sprintf("the key %q stands twice", word)}}
					}
					seen[word] = true
					inner, err := value(depth + 1)
					if err != nil {
						return nil, err
					}
					n.fields = append(n.fields, entry{key: word, at: at, value: inner})
				}
			}
			if _, err := dec.Token(); err != nil {
				return nil, fail(dec.InputOffset(), "this is not JSON: "+jsonMessage(err))
			}
		case string:
			n.kind, n.text = textNode, token
		case json.Number:
			n.kind, n.text = numberNode, string(token)
		case bool:
			n.kind, n.truth = boolNode, token
		}
		return n, nil
	}
	tree, err := value(0)
	if err != nil {
		return nil, err
	}
	if _, err := dec.Token(); !errors.Is(err, io.EOF) {
		return nil, fail(dec.InputOffset(), "something stands behind the end of the value")
	}
	return tree, nil
}

func jsonMessage(err error) string {
	if errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF) {
		return "it ends too early"
	}
	return err.Error()
}

// flowWidth is how wide a map may be to stand on one line of YAML.
const flowWidth = 100

func toYAML(n *node, depth int) *yaml.Node {
	y := &yaml.Node{}
	switch n.kind {
	case nullNode:
		y.Kind, y.Tag, y.Value = yaml.ScalarNode, "!!null", "null"
	case textNode:
		y.SetString(n.text)
		if strings.Contains(n.text, "\n") && strings.TrimSpace(n.text) != n.text || strings.ContainsAny(n.text, "\r\u0085\u2028\u2029") {
			y.Style = yaml.DoubleQuotedStyle
		}
	case numberNode:
		y.Kind, y.Tag, y.Value = yaml.ScalarNode, "!!float", n.text
		if !strings.ContainsAny(n.text, ".eE") {
			y.Tag = "!!int"
		}
	case boolNode:
		y.Kind, y.Tag, y.Value = yaml.ScalarNode, "!!bool", strconv.FormatBool(n.truth)
	case listNode:
		y.Kind = yaml.SequenceNode
		for _, item := range n.list {
			y.Content = append(y.Content, toYAML(item, depth+1))
		}
	case mapNode:
		y.Kind = yaml.MappingNode
		for _, e := range n.fields {
			key := &yaml.Node{}
			key.SetString(e.key)
			y.Content = append(y.Content, key, toYAML(e.value, depth+1))
		}
	}
	if depth > 0 && width(n) <= flowWidth {
		y.Style |= yaml.FlowStyle
		if y.Kind == yaml.ScalarNode {
			y.Style &^= yaml.FlowStyle
		}
	}
	return y
}

// width is about how wide n is on one line; texts of several lines never fit.
func width(n *node) int {
	w := len(n.text) + 2
	if strings.Contains(n.text, "\n") {
		return flowWidth + 1
	}
	for _, item := range n.list {
		w += width(item) + 2
	}
	for _, e := range n.fields {
		w += len(e.key) + 4 + width(e.value)
	}
	return w
}

// compact writes a tree as JSON without blanks, keys in the order given.
func compact(buf *bytes.Buffer, n *node) {
	switch n.kind {
	case nullNode:
		buf.WriteString("null")
	case textNode:
		writeText(buf, n.text)
	case numberNode:
		buf.WriteString(n.text)
	case boolNode:
		buf.WriteString(strconv.FormatBool(n.truth))
	case listNode:
		buf.WriteByte('[')
		for i, item := range n.list {
			if i > 0 {
				buf.WriteByte(',')
			}
			compact(buf, item)
		}
		buf.WriteByte(']')
	case mapNode:
		buf.WriteByte('{')
		for i, e := range n.fields {
			if i > 0 {
				buf.WriteByte(',')
			}
			writeText(buf, e.key)
			buf.WriteByte(':')
			compact(buf, e.value)
		}
		buf.WriteByte('}')
	}
}

// writeText writes a JSON string without escaping what only HTML needs escaped.
func writeText(buf *bytes.Buffer, s string) {
	if plainText(s) {
		buf.WriteByte('"')
		buf.WriteString(s)
		buf.WriteByte('"')
		return
	}
	enc := json.NewEncoder(buf)
	enc.SetEscapeHTML(false)
	if enc.Encode(s) == nil {
		buf.Truncate(buf.Len() - 1) // the encoder's new line
	}
}

// plainText reports whether a text stands in JSON as it is: all of it ASCII that
// needs no escape.
func plainText(s string) bool {
	for i := range len(s) {
		if c := s[i]; c < 0x20 || c >= 0x7F || c == '"' || c == '\\' {
			return false
		}
	}
	return true
}

func indent(n *node) ([]byte, error) {
	var flat, buf bytes.Buffer
	compact(&flat, n)
	if err := json.Indent(&buf, flat.Bytes(), "", "  "); err != nil {
		return nil, err
	}
	buf.WriteByte('\n')
	return buf.Bytes(), nil
}

// ParseKept reads what JSON wrote, whatever its size: a store holds what was read, and
// that may be more than anybody writes by hand.
func ParseKept(name string, data []byte) (*Contract, error) {
	return parseContract(name, data, &decoder{found: true}, maxListBytes)
}
