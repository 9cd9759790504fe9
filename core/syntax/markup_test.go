package syntax

import (
	"bufio"
	"encoding/json"
	"fmt"
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
)

// outline writes a template as a line: tags with their attributes, directives as
// what was understood of them.
func outline(f *File, nodes []Node) string {
	var b strings.Builder
	text := func(n Node) string {
		if n == nil {
			return "-"
		}
		return f.Text[n.Pos():n.Stop()]
	}
	for _, n := range nodes {
		switch n := n.(type) {
		case *Tag:
			b.WriteString("<" + n.Name)
			for _, a := range n.Attrs {
				d := a.Directive
				switch {
				case a.Foreign:
					b.WriteString(" ?" + a.Name)
				case d == nil && a.HasValue:
					fmt.Fprintf(&b, " %s=%q", a.Name, a.Text)
				case d == nil:
					b.WriteString(" " + a.Name)
				default:
					fmt.Fprintf(&b, " %s", d.Name)
					if d.ArgX != nil {
						fmt.Fprintf(&b, ":[%s]", text(d.ArgX))
					} else if d.Arg != "" {
						fmt.Fprintf(&b, ":%s", d.Arg)
					}
					for _, m := range d.Modifiers {
						b.WriteString("." + m)
					}
					for i, p := range d.Params {
						b.WriteString([]string{"(", ","}[min(i, 1)] + text(p))
					}
					if d.Params != nil {
						b.WriteString(")")
					}
					switch {
					case d.X != nil:
						b.WriteString("{" + text(d.X) + "}")
					case d.Body != nil:
						fmt.Fprintf(&b, "{%d statements}", len(d.Body))
					}
				}
			}
			if n.Closed {
				b.WriteString("/")
			}
			b.WriteString(">" + outline(f, n.Nodes))
			if len(n.Nodes) > 0 {
				b.WriteString("</>")
			}
		case *Interpolation:
			b.WriteString("{{" + text(n.X) + "}}")
		case *Words:
			if s := strings.TrimSpace(n.Text); s != "" {
				b.WriteString(s)
			}
		case *Foreign:
			b.WriteString("«»")
		}
	}
	return b.String()
}

func TestTemplates(t *testing.T) {
	tests := []struct{ name, file, text, want string }{
		{"tags and text", "a.vue", `<template><p class="x">Hello {{ name }}!</p></template>`, `<p class="x">Hello{{name}}!</>`},
		{"case tells components from elements", "a.vue", `<template><Input><b/></Input><input><Link></Link></template>`, `<Input><b/></><input><Link>`},
		{"shorthands", "a.vue", `<template><T :a="b" .c="d" @e.once="f" #g="{ h }" v-model:i.trim="j"/></template>`, `<T bind:a{b} bind:c.prop{d} on:e.once{f} slot:g({ h }) model:i.trim{j}/>`},
		{"computed names", "a.vue", "<template><T :[a]=\"b\" @[c].stop=\"d\" v-slot:[`e-${f}`]=\"g\"/></template>", "<T bind:[a]{b} on:[c].stop{d} slot:[`e-${f}`](g)/>"},
		{"the same name", "a.vue", `<template><T :quay-side :b/></template>`, `<T bind:quay-side{quay-side} bind:b{b}/>`},
		{"a slot's name holds dots", "a.vue", `<template><T><template #row.fare="{ fare: f = 1 }">{{ f }}</template></T></template>`, `<T><template slot:row.fare({ fare: f = 1 })>{{f}}</></>`},
		{"older slot data", "a.vue", `<template><T><b slot="a" slot-scope="{ b }"/><template scope="c"/></T></template>`, `<T><b slot="a" slot-scope({ b })/><template scope(c)/></>`},
		{"loops", "a.vue", `<template><T v-for="(a, { b }) in c" :key="a"/><T v-for="a of b.in"/></template>`, `<T for(a,{ b }){c} bind:key{a}/><T for(a){b.in}/>`},
		{"handlers as statements", "a.vue", `<template><T @a="b = 1; c()" @d="() => e(1)" @f="g"/></template>`, `<T on:a{2 statements} on:d{() => e(1)} on:f{g}/>`},
		{"entities in expressions", "a.vue", `<template><T v-if="a &amp;&amp; b &lt; 3">&lt;{{ a &gt; 1 }}</T></template>`, `<T if{a &amp;&amp; b &lt; 3}>&lt;{{a &gt; 1}}</>`},
		{"less than in text", "a.vue", `<template><p>1 < 2 {{ a <b }}</p></template>`, `<p>1< 2{{a <b}}</>`},
		{"left as it is", "a.vue", `<template><p v-pre :a="b">{{ c }}</p><i>{{ d }}</i></template>`, `<p v-pre :a="b">{{ c }}</><i>{{d}}</>`},
		{"templates in templates", "a.vue", `<template><T><template #a><template v-if="b">c</template></template></T></template><script>x</script>`, `<T><template slot:a><template if{b}>c</></></>`},
		{"types in expressions", "a.vue", `<template><T :a="(b as C)[0]!" /></template><script setup lang="ts"></script>`, `<T bind:a{(b as C)[0]!}/>`},
		{"a page", "a.html", `<!doctype html><ul><li>a<li>b</ul><fare-tag tone=calm struck></fare-tag><br>c`, `«»<ul><li>a</><li>b</></><fare-tag tone="calm" struck><br>c`},
		{"a slash means nothing in a page", "a.html", `<fare-tag /><b>x</b>`, `<fare-tag/><b>x</></>`},
		{"names in a page are told apart without case", "a.html", `<DIV>a</div><B>c</b>`, `<DIV>a</><B>c</>`},
		{"what a server writes", "a.erb", `<p><%= a %></p><% if b %><x-y z="<%= c %>" /><% end %>`, `<p>«»</>«»<x-y ?z/>«»</>`},
		{"a server's interpolation", "a.twig", `<x-y :a="b">{{ c }}{% if d %}</x-y>`, `<x-y bind:a{b}>«»«»</>`},
	}
	for _, test := range tests {
		t.Run(test.name, func(t *testing.T) {
			f := Parse(test.file, test.text)
			if got := outline(f, f.Markup.Nodes); got != test.want {
				t.Errorf("found %s\nwant  %s", got, test.want)
			}
			checkMarkup(t, f)
		})
	}
}

// checkMarkup holds that the nodes of a template stand in order within their parents.
func checkMarkup(t *testing.T, f *File) {
	t.Helper()
	if f.Markup == nil {
		return
	}
	var visit func(parent Node)
	visit = func(parent Node) {
		at := parent.Pos()
		Children(parent, func(child Node) {
			if child.Pos() < parent.Pos() || child.Stop() > parent.Stop() || child.Pos() > child.Stop() {
				t.Fatalf("%s: %T %d-%d does not stand within %T %d-%d", f.Name, child, child.Pos(), child.Stop(), parent, parent.Pos(), parent.Stop())
			}
			switch child.(type) {
			case *Tag, *Words, *Interpolation, *Remark, *Foreign:
				if child.Pos() < at {
					t.Fatalf("%s: %T at %d begins before %d", f.Name, child, child.Pos(), at)
				}
				at = child.Stop()
			}
			visit(child)
		})
	}
	visit(f.Markup)
}

func TestBlocks(t *testing.T) {
	text := "<docs>\n<b>not markup\n</docs>\n<script lang=\"ts\">\nexport const a: number = 1;\n</script>\n" +
		"<script setup lang=\"ts\">\nconst b = '<template>';\n</script>\n<template lang=\"html\"><i/></template>\n<style src=\"./a.css\" scoped />\n"
	f := Parse("a.vue", text)
	var found []string
	for _, s := range f.Sections {
		found = append(found, fmt.Sprintf("%s %d attributes, %d bytes, %d statements", s.Name, len(s.Attrs), s.Content.Stop()-s.Content.Pos(), len(s.Body)))
	}
	want := []string{"docs 0 attributes, 15 bytes, 0 statements", "script 1 attributes, 29 bytes, 1 statements", "script 2 attributes, 25 bytes, 1 statements",
		"template 1 attributes, 4 bytes, 0 statements", "style 2 attributes, 0 bytes, 0 statements"}
	if strings.Join(found, "\n") != strings.Join(want, "\n") {
		t.Errorf("found\n%s\nwant\n%s", strings.Join(found, "\n"), strings.Join(want, "\n"))
	}
	if len(f.Body) != 2 || len(f.Errors) != 0 {
		t.Errorf("found %d statements and the errors %v", len(f.Body), f.Errors)
	}
	if s := f.Body[1]; text[s.Pos():s.Stop()] != "const b = '<template>';" {
		t.Errorf("the statement of the second script stands at %q", text[s.Pos():s.Stop()])
	}
}

// TestBrokenTemplates holds that what is wrong is said where it stands, and that the
// rest is read.
func TestBrokenTemplates(t *testing.T) {
	tests := []struct{ name, text, says, reads string }{
		{"an element left open", "<template>\n<p><b>x</p>\n<i/>\n</template>", "2:4: <b> is opened here and not closed before </p>", `<p><b>x</></><i/>`},
		{"an end tag of nothing", "<template>\n<p></b></p><i/></template>", "2:4: </b> ends nothing that is open", `<p><i/>`},
		{"a block left open", "<template>\n<p>x</p>", "1:1: the block <template> is opened here and never closed", `<p>x</>`},
		{"a value left open", "<template>\n<p a=\"b>x</p>\n<i/>\n</template>", `2:6: a value is opened here and never closed; close it with "`, `<p a="b">x</><i/>`},
		{"an interpolation left open", "<template>\n<p>{{ a</p>\n</template>", "2:4: {{ is opened here and never closed; close it with }}", `<p>{{a</>`},
		{"an expression that is none", "<template>\n<p :a=\"b +\" c=\"d\"/>\n</template>", "2:11: expected an expression, found the end of the expression", `<p bind:a{b +} c="d"/>`},
		{"another language", "<template lang=\"pug\">\np a\n</template>\n<script>export default {}</script>", `1:1: templates in "pug" are not read; the script of the component is`, ""},
		{"a second template", "<template><p/></template>\n<template><b/></template>", "2:1: a second <template> stands here; a component has one", "<p/>"},
		{"a loop that is none", "<template>\n<p v-for=\"a\"/>\n</template>", "v-for takes a name, in or of, and what is gone through; found \"a\"", "<p for/>"},
	}
	for _, test := range tests {
		t.Run(test.name, func(t *testing.T) {
			f := Parse("a.vue", test.text)
			said := ""
			for _, e := range f.Errors {
				said += e.Error() + "\n"
			}
			if !strings.Contains(said, test.says) {
				t.Errorf("said %q\nwant %q", said, test.says)
			}
			if f.Markup != nil || test.reads != "" {
				if got := outline(f, f.Markup.Nodes); got != test.reads {
					t.Errorf("found %s\nwant  %s", got, test.reads)
				}
			}
			checkMarkup(t, f)
		})
	}
}

func TestHostileTemplates(t *testing.T) {
	for name, text := range map[string]string{
		"deep":       "<template>" + strings.Repeat("<p>", 100_000),
		"wide":       "<template>" + strings.Repeat("</p>", 100_000) + "</template>",
		"quotes":     "<template><p " + strings.Repeat("a=\"", 100_000),
		"marks":      "<template>" + strings.Repeat("{{", 50_000),
		"entities":   "<template><p :a=\"" + strings.Repeat("&amp;", 50_000) + "\"/></template>",
		"blocks":     strings.Repeat("<a>", 20_000),
		"ends":       strings.Repeat("</", 100_000),
		"unfinished": "<template><p :a=",
	} {
		t.Run(name, func(t *testing.T) {
			f := Parse("a.vue", text)
			checkMarkup(t, f)
			checkMarkup(t, Parse("a.html", text))
		})
	}
}

func FuzzMarkup(f *testing.F) {
	for _, seed := range []string{
		"<template><A :b=\"c\" @d=\"e; f\" #g=\"{h}\">{{ i }}</A></template><script setup lang=\"ts\">defineProps<{a: 1}>()</script>",
		"<a><b></a>", "<template><p v-for=\"(a, b) in c\"", "<%= a %>{{ b }}{% c %}", "<p a='", "<!-- ", "<template>{{", "<style>", "<template v-slot:[a]=\"&lt;\">",
		"<textarea><p>{{a}}</textarea>", "<script>'</script>'", "<p :[a=b>",
	} {
		f.Add(seed, uint8(0))
	}
	endings := []string{".vue", ".html", ".twig", ".erb"}
	f.Fuzz(func(t *testing.T, text string, dialect uint8) {
		checkMarkup(t, Parse("fuzz"+endings[int(dialect)%len(endings)], text))
	})
}

// installedFrameworks holds the compiler that templates are judged by.
const installedFrameworks = "../../measure/frameworks/node_modules"

// TestTemplatesAgreeWithVue holds the trees of templates against those of Vue's own
// parser: every element, attribute, directive and interpolation with its place. The
// components are those of testdata, and of STEADY_TEMPLATES where that names a folder.
func TestTemplatesAgreeWithVue(t *testing.T) {
	var files []string
	for _, dir := range []string{"testdata/vue", os.Getenv("STEADY_TEMPLATES")} {
		if dir == "" {
			continue
		}
		dir, err := filepath.Abs(dir)
		if err != nil {
			t.Fatal(err)
		}
		if err := filepath.WalkDir(dir, func(name string, d fs.DirEntry, err error) error {
			if err == nil && strings.HasSuffix(name, ".vue") {
				files = append(files, name)
			}
			return err
		}); err != nil {
			t.Fatal(err)
		}
	}
	compiler, err := filepath.Abs(filepath.Join(installedFrameworks, "@vue/compiler-sfc"))
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("node", "testdata/template.cjs", compiler)
	cmd.Stdin = strings.NewReader(strings.Join(files, "\n"))
	cmd.Stderr = os.Stderr
	out, err := cmd.Output()
	if err != nil {
		t.Fatal(err)
	}
	lines := bufio.NewScanner(strings.NewReader(string(out)))
	lines.Buffer(nil, 64<<20)
	compared, nodes, differ := 0, 0, 0
	for lines.Scan() {
		var theirs struct {
			Name  string
			Nodes []string
			Error string
		}
		if err := json.Unmarshal(lines.Bytes(), &theirs); err != nil {
			t.Fatal(err)
		}
		data, err := os.ReadFile(theirs.Name)
		if err != nil {
			t.Fatal(err)
		}
		if theirs.Error != "" || !ascii(data) {
			continue
		}
		f := Parse(theirs.Name, string(data))
		ours := templateNodes(f)
		compared++
		nodes += len(theirs.Nodes)
		want, got := counted(theirs.Nodes), counted(ours)
		for _, side := range []struct {
			list  []string
			other map[string]int
			word  string
		}{{theirs.Nodes, got, "theirs alone"}, {ours, want, "ours alone"}} {
			for _, n := range side.list {
				if side.other[n] == 0 {
					if differ++; differ < 20 {
						t.Errorf("%s: %s: %s", theirs.Name, side.word, n)
					}
				}
			}
		}
	}
	if compared < 1 || nodes < 50 {
		t.Errorf("only %d templates with %d nodes were compared", compared, nodes)
	}
	t.Logf("%d templates, %d nodes, %d differ", compared, nodes, differ)
}

// templateNodes lists the nodes of a template as testdata/template.cjs lists theirs.
func templateNodes(f *File) []string {
	var list []string
	if f.Markup == nil {
		return nil
	}
	Walk(f.Markup, func(n Node) bool {
		switch n := n.(type) {
		case *Tag:
			list = append(list, fmt.Sprintf("element %s %d %d", n.Name, n.Pos(), n.Stop()))
			if n.Attr("v-pre") != nil {
				return false
			}
			for _, a := range n.Attrs {
				d := a.Directive
				if d == nil || d.Name == "slot-scope" || d.Name == "scope" {
					list = append(list, fmt.Sprintf("attribute %s %q %d %d", a.Name, a.Text, a.Pos(), a.Stop()))
					continue
				}
				arg := d.Arg
				if d.ArgX != nil {
					arg = f.Text[d.ArgX.Pos():d.ArgX.Stop()]
				}
				list = append(list, fmt.Sprintf("directive %s %s %s %d %d", d.Name, arg, strings.Join(d.Modifiers, "."), a.Pos(), a.Stop()))
			}
		case *Interpolation:
			list = append(list, fmt.Sprintf("interpolation %d %d", n.Pos(), n.Stop()))
		}
		return true
	})
	return list
}
