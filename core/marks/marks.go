// Package marks takes fingerprints of source: what stays alike when a component is
// carried into another code base by hand and its variables are renamed, its lines
// moved, its types and styles changed.
//
// A declaration is written as the row of its nodes, with the words that a copy keeps:
// elements, attributes, fields, operators and short texts. Of each run of some nodes a
// hash is taken, and of these the least in each window stay: winnowing, after S.
// Schleimer, D. S. Wilkerson and A. Aiken, Proc. SIGMOD 2003. Two declarations that
// share a run of at least run+window-1 nodes share a mark.
package marks

import (
	"encoding/base64"
	"encoding/binary"
	"hash/fnv"
	"reflect"
	"slices"
	"strings"
	"sync"

	"steadysocket/core/syntax"
)

const (
	run      = 8 // nodes in one hash
	window   = 6 // hashes of which one stays
	maxNodes = 1 << 16
	maxText  = 40 // longer texts are not told apart
)

// Mark is the fingerprint of one declaration.
type Mark struct {
	Name  string
	Node  syntax.Node
	Size  int // nodes
	Marks []uint32
}

// OfFile takes the fingerprint of each declaration at the top of a file, and of its
// template as a whole, from a size on.
func OfFile(f *syntax.File, least int) (list []Mark) {
	add := func(name string, n syntax.Node, also ...syntax.Node) {
		m := Of(append([]syntax.Node{n}, also...)...)
		if m.Size >= least {
			m.Name, m.Node = name, n
			list = append(list, m)
		}
	}
	if f.Markup != nil {
		var rest []syntax.Node
		for _, s := range f.Body {
			rest = append(rest, s)
		}
		add("default", f.Markup, rest...)
		return list
	}
	for _, s := range f.Body {
		switch s := s.(type) {
		case *syntax.FuncDecl:
			name := "default"
			if s.Func.Name != nil {
				name = s.Func.Name.Name
			}
			add(name, s)
		case *syntax.ClassDecl:
			name := "default"
			if s.Class.Name != nil {
				name = s.Class.Name.Name
			}
			add(name, s)
		case *syntax.ExportDefault:
			add("default", s)
		case *syntax.VarDecl:
			for _, d := range s.Decls {
				if id, ok := d.Name.(*syntax.Ident); ok && d.Value != nil {
					add(id.Name, d)
				}
			}
		}
	}
	return list
}

// Of takes the fingerprint of some nodes together.
func Of(nodes ...syntax.Node) Mark {
	var row []uint64
	for _, n := range nodes {
		row = walk(row, n)
	}
	return Mark{Size: len(row), Marks: winnow(row)}
}

// walk writes a node and what stands in it to the row.
func walk(row []uint64, n syntax.Node) []uint64 {
	if len(row) >= maxNodes {
		return row
	}
	switch x := n.(type) {
	case syntax.Type, *syntax.Interface, *syntax.Alias, *syntax.Import, *syntax.ExportList, *syntax.ExportAll, *syntax.Remark, *syntax.Paren:
		if p, ok := n.(*syntax.Paren); ok {
			return walk(row, p.X)
		}
		return row
	case *syntax.Cast:
		return walk(row, x.X)
	case *syntax.Attr:
		if id, ok := x.Name.(*syntax.Ident); ok && styling[id.Name] {
			return row
		}
	case *syntax.Attribute:
		if styling[x.Name] || x.Directive != nil && styling[x.Directive.Arg] {
			return row
		}
	case *syntax.Text:
		if strings.TrimSpace(x.Value) == "" {
			return row
		}
	case *syntax.Words:
		if strings.TrimSpace(x.Text) == "" {
			return row
		}
	}
	row = append(row, hashOf(n))
	syntax.Children(n, func(child syntax.Node) { row = walk(row, child) })
	return row
}

// styling are the attributes that a copy is likely to change.
var styling = map[string]bool{"class": true, "className": true, "style": true, "css": true, "sx": true}

var kinds sync.Map // of nodes: reflect.Type → uint64

// hashOf is the hash of one node: its kind, and the words that a copy keeps.
func hashOf(n syntax.Node) uint64 {
	t := reflect.TypeOf(n)
	kind, ok := kinds.Load(t)
	if !ok {
		h := fnv.New64a()
		h.Write([]byte(t.String()))
		kind, _ = kinds.LoadOrStore(t, h.Sum64())
	}
	word := ""
	switch n := n.(type) {
	case *syntax.Literal:
		if word = n.Value; len(word) > maxText {
			word = ""
		}
	case *syntax.Member:
		if id, ok := n.Name.(*syntax.Ident); ok {
			word = id.Name
		}
	case *syntax.Element:
		if id, ok := n.Name.(*syntax.Ident); ok && id.Name == strings.ToLower(id.Name) {
			word = id.Name
		}
	case *syntax.Tag:
		if n.Name == strings.ToLower(n.Name) {
			word = n.Name
		}
	case *syntax.Attr:
		if id, ok := n.Name.(*syntax.Ident); ok {
			word = id.Name
		}
	case *syntax.Attribute:
		word = n.Name
	case *syntax.Property:
		word, _ = syntax.KeyName(n.Key)
	case *syntax.PatternProp:
		if n.Key != nil {
			word, _ = syntax.KeyName(n.Key)
		}
		if id, ok := n.Target.(*syntax.Ident); ok && id.Name == word {
			word = "" // a variable that is called as the field, and renamed with it
		}
	case *syntax.Binary:
		word = n.Op
	case *syntax.Unary:
		word = n.Op
	case *syntax.VarDecl:
		return kind.(uint64)
	}
	if word == "" {
		return kind.(uint64)
	}
	h := fnv.New64a()
	h.Write([]byte(word))
	return kind.(uint64)*31 + h.Sum64()
}

// winnow keeps of the hashes of all runs the least of each window.
func winnow(row []uint64) []uint32 {
	if len(row) < run {
		return nil
	}
	hashes := make([]uint32, 0, len(row)-run+1)
	for i := 0; i+run <= len(row); i++ {
		h := uint64(14695981039346656037)
		for _, x := range row[i : i+run] {
			h = (h ^ x) * 1099511628211
		}
		hashes = append(hashes, uint32(h>>32)^uint32(h))
	}
	var kept []uint32
	for i := 0; i < len(hashes); i++ {
		end := min(i+window, len(hashes))
		least := slices.Min(hashes[i:end])
		if len(kept) == 0 || kept[len(kept)-1] != least {
			kept = append(kept, least)
		}
		if end == len(hashes) {
			break
		}
	}
	slices.Sort(kept)
	return slices.Compact(kept)
}

// Encode writes marks as a text.
func Encode(marks []uint32) string {
	data := make([]byte, 4*len(marks))
	for i, m := range marks {
		binary.BigEndian.PutUint32(data[4*i:], m)
	}
	return base64.RawURLEncoding.EncodeToString(data)
}

// Decode reads what Encode wrote; nil for what it did not.
func Decode(text string) []uint32 {
	data, err := base64.RawURLEncoding.DecodeString(text)
	if err != nil || len(data)%4 != 0 {
		return nil
	}
	list := make([]uint32, len(data)/4)
	for i := range list {
		list[i] = binary.BigEndian.Uint32(data[4*i:])
	}
	return list
}

// Shared counts the marks that two sorted lists have in common.
func Shared(a, b []uint32) (n int) {
	for i, j := 0, 0; i < len(a) && j < len(b); {
		switch {
		case a[i] == b[j]:
			n, i, j = n+1, i+1, j+1
		case a[i] < b[j]:
			i++
		default:
			j++
		}
	}
	return n
}
