package syntax

import (
	"bufio"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"sort"
	"strings"
	"testing"
)

// keywordTypes are names that TypeScript's tree keeps as keywords of their own.
var keywordTypes = map[string]bool{"any": true, "unknown": true, "never": true, "void": true, "undefined": true, "null": true, "string": true, "number": true,
	"boolean": true, "bigint": true, "symbol": true, "object": true, "this": true, "intrinsic": true}

// inTheirWords lists the nodes of our tree as testdata/tree.cjs lists theirs.
func inTheirWords(f *File) []string {
	var list []string
	skip := map[Node]bool{}
	note := func(word string, n Node) {
		list = append(list, fmt.Sprintf("%s %d %d", word, n.Pos(), n.Stop()))
	}
	WalkFile(f, func(n Node) bool {
		if skip[n] {
			return true
		}
		switch n := n.(type) {
		case *Call:
			if k, ok := n.Fun.(*Keyword); ok && k.Word == "import" && n.New {
				return true
			}
			if n.New {
				note("New", n)
			} else {
				note("Call", n)
			}
		case *Member:
			note("Member", n)
		case *Index:
			note("Index", n)
		case *Func:
			if n.Arrow {
				note("Arrow", n)
			} else if strings.HasPrefix(f.Text[n.Start:], "function") || n.Async && strings.HasPrefix(f.Text[n.Start:], "async function") {
				note("Function", n)
			}
		case *FuncDecl:
			note("FuncDecl", n)
			skip[n.Func] = true
		case *ClassDecl:
			note("ClassDecl", n)
			skip[n.Class] = true
			skipImplements(skip, n.Class)
		case *Conditional:
			note("Conditional", n)
		case *Binary:
			note("Binary", n)
		case *Object:
			note("Object", n)
		case *Array:
			note("Array", n)
		case *Element:
			note("Element", n)
		case *Attr:
			note("Attr", n)
		case *Unary:
			note("Unary", n)
		case *Paren:
			note("Paren", n)
		case *Cast:
			note("Cast", n)
		case *Template:
			note("Template", n)
		case *Tagged:
			note("Tagged", n)
		case *Class:
			note("Class", n)
			skipImplements(skip, n)
		case *Interface:
			note("Interface", n)
			skip[n.Body] = true // theirs has members without a node around them
			for _, t := range n.Extends {
				skip[t] = true // theirs is an expression with type arguments
			}
		case *Alias:
			note("Alias", n)
		case *Enum:
			note("Enum", n)
		case *Import:
			note("Import", n)
		case *If:
			note("If", n)
		case *Return:
			note("Return", n)
		case *Switch:
			note("Switch", n)
		case *Try:
			note("Try", n)
		case *Loop:
			note("Loop", n)
		case *Labeled:
			note("Labeled", n)
		case *ListType:
			note("ListType", n)
		case *ArrayType:
			note("ArrayType", n)
		case *TupleType:
			note("TupleType", n)
		case *FuncType:
			note("FuncType", n)
		case *ObjectType:
			note("ObjectType", n)
		case *MappedType:
			note("MappedType", n)
			skip[n.Param] = true
		case *ConditionalType:
			note("ConditionalType", n)
		case *InferType:
			note("InferType", n)
		case *OperatorType:
			note("OperatorType", n)
		case *IndexedType:
			note("IndexedType", n)
		case *QueryType:
			skipMembers(skip, n.X)
			if _, imported := n.X.(*ImportType); !imported {
				note("QueryType", n)
			}
		case *ParenType:
			note("ParenType", n)
		case *PredicateType:
			note("PredicateType", n)
		case *TemplateType:
			if len(n.Types) == 0 {
				note("Template", n)
			}
		case *TypeName:
			skipMembers(skip, n.Name)
			id, plain := n.Name.(*Ident)
			if plain && (keywordTypes[id.Name] || id.Name == "const") {
				return true
			}
			note("TypeName", n)
		case *TypeParam:
			note("TypeParam", n)
		case *Param:
			note("Param", n)
		case *Declarator:
			note("Declarator", n)
		}
		return true
	})
	return list
}

// skipMembers leaves out the dots of a qualified name, which are no member
// expressions in their tree.
func skipMembers(skip map[Node]bool, name Node) {
	for {
		m, ok := name.(*Member)
		if !ok {
			return
		}
		skip[m] = true
		name = m.X
	}
}

// skipImplements leaves out the types a class implements: theirs are
// expressions with type arguments.
func skipImplements(skip map[Node]bool, c *Class) {
	for _, t := range c.Implements {
		skip[t] = true
	}
}

// counted counts equal nodes.
func counted(list []string) map[string]int {
	count := map[string]int{}
	for _, s := range list {
		count[s]++
	}
	return count
}

// TestTreesAgreeWithTypeScript compares our trees with TypeScript's, node by
// node with their spans, over the installed sources.
func TestTreesAgreeWithTypeScript(t *testing.T) {
	var sample []string
	for _, name := range installedFiles(t) {
		info, err := os.Stat(name)
		if err != nil {
			t.Fatal(err)
		}
		if info.Size() < 200_000 && !strings.Contains(name, "/typescript/") {
			sample = append(sample, name)
		}
	}
	typescript, err := filepath.Abs(filepath.Join(installed, "typescript"))
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("node", "testdata/tree.cjs", typescript)
	cmd.Stdin = strings.NewReader(strings.Join(sample, "\n"))
	cmd.Stderr = os.Stderr
	out, err := cmd.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := cmd.Start(); err != nil {
		t.Fatal(err)
	}
	lines := bufio.NewScanner(out)
	lines.Buffer(nil, 64<<20)
	files, nodes, wrong := 0, 0, 0
	for lines.Scan() {
		var theirs struct {
			Name  string
			Nodes []string
		}
		if err := json.Unmarshal(lines.Bytes(), &theirs); err != nil {
			t.Fatal(err)
		}
		data, err := os.ReadFile(theirs.Name)
		if err != nil {
			t.Fatal(err)
		}
		if !ascii(data) {
			continue // their positions count UTF-16 units
		}
		f := Parse(theirs.Name, string(data))
		want, got := counted(theirs.Nodes), counted(inTheirWords(f))
		files++
		nodes += len(theirs.Nodes)
		var differ []string
		for n, c := range want {
			if got[n] != c {
				differ = append(differ, fmt.Sprintf("theirs %d, ours %d: %s %s", c, got[n], n, excerpt(f, n)))
			}
		}
		for n, c := range got {
			if want[n] == 0 {
				differ = append(differ, fmt.Sprintf("theirs 0, ours %d: %s %s", c, n, excerpt(f, n)))
			}
		}
		if len(differ) > 0 {
			if wrong++; wrong <= 12 {
				sort.Strings(differ)
				t.Errorf("%s:\n  %s", strings.TrimPrefix(theirs.Name, filepath.Dir(typescript)+"/"), strings.Join(differ[:min(len(differ), 4)], "\n  "))
			}
		}
	}
	if err := cmd.Wait(); err != nil {
		t.Fatal(err)
	}
	if files < 3000 || nodes < 500_000 {
		t.Errorf("only %d files with %d nodes were compared", files, nodes)
	}
	t.Logf("%d files, %d nodes, %d files differ", files, nodes, wrong)
}

func ascii(data []byte) bool {
	for _, b := range data {
		if b >= 0x80 {
			return false
		}
	}
	return true
}

func excerpt(f *File, node string) string {
	var word string
	var start, end int
	fmt.Sscan(node, &word, &start, &end)
	if start < 0 || end > len(f.Text) || start > end {
		return ""
	}
	return fmt.Sprintf("%.70q", f.Text[start:end])
}
