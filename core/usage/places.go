// This file finds the components that a template may name without importing them:
// those that are registered for the whole app, those that a tool imports by itself,
// those of the projects that an app is laid over.

package usage

import (
	"fmt"
	"io/fs"
	"maps"
	"path"
	"slices"
	"sort"
	"strings"

	"steadysocket/core/html"
	"steadysocket/core/modules"
	"steadysocket/core/names"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/core/syntax"
)

// How a name was found where nothing imports it.
const (
	foundRegistered = "registered" // a call registers it for the whole app
	foundPlugin     = "plugin"     // a plugin of the library registers its components
	foundAuto       = "auto"       // a tool imports it where it is used
	foundLayer      = "layer"      // a project that the app is laid over provides it
	foundModule     = "module"     // a package that the project is laid over, or a module of it, may register it
)

// places are the components of an app that are found by name.
type places struct {
	registeredAt map[string]place.Place // where the newest of a name stands
	registered   map[string]target      // by name with a capital: app.component('x', X)
	plugins      []string               // libraries whose components are registered as a whole
	auto         map[string]target      // declared as imported by a tool
	resolvers    []resolver             // of tools that import by name
	projects     map[string]*project
	roots        []string // folders of projects, deepest first
	others       bool     // other plugins than the libraries' may register components
}

// resolver is what a configuration tells of components that a tool imports.
type resolver struct {
	library string
	prefix  string // "" for any
}

// project is one project of a layered app.
type project struct {
	dir     string
	own     map[string]string // files of its components, by name with a capital
	extends []string          // folders or packages, in their order
	modules []string          // packages that bring components with them
	at      place.Place
}

// places gathers what the app's configuration and scripts say.
func (s *scanner) places() *places {
	if s.byName != nil {
		return s.byName
	}
	p := &places{registered: map[string]target{}, registeredAt: map[string]place.Place{}, auto: map[string]target{}, projects: map[string]*project{}}
	s.byName = p
	for _, m := range s.set.Modules() {
		base := path.Base(m.Path)
		switch {
		case strings.HasPrefix(base, "nuxt.config."):
			s.readProject(p, m)
		case strings.HasPrefix(base, "vite.config.") || strings.HasPrefix(base, "vue.config.") || strings.HasPrefix(base, "webpack.config."):
			s.readResolvers(p, m)
		case strings.HasSuffix(base, ".d.ts"):
			s.readDeclared(p, m)
		}
		if strings.Contains(m.Source, ".component(") || strings.Contains(m.Source, ".use(") {
			s.readRegistrations(p, m)
		}
	}
	for dir, project := range p.projects {
		s.ownComponents(project)
		p.roots = append(p.roots, dir)
	}
	sort.Slice(p.roots, func(i, j int) bool {
		a, b := p.roots[i], p.roots[j]
		return len(a) > len(b) || len(a) == len(b) && a < b
	})
	return p
}

// readRegistrations notes app.component('x', X) and app.use(library).
func (s *scanner) readRegistrations(p *places, m *modules.Module) {
	w := &walker{s: s, m: m}
	w.push()
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		call, ok := n.(*syntax.Call)
		if !ok || len(call.Args) == 0 {
			return true
		}
		if _, member := call.Fun.(*syntax.Member); !member {
			return true
		}
		switch lastName(call.Fun) {
		case "component":
			v, ok := literal(call.Args[0])
			name, text := v.V.(string)
			if !ok || !text || len(call.Args) < 2 {
				return true
			}
			key := names.UpperFirst(names.Camel(name))
			to, ok := w.resolveComponent(call.Args[1])
			if !ok {
				p.registeredAt[key] = m.Place(call) // something else, which is known by the name all the same
				return true
			}
			if before, twice := p.registeredAt[key]; twice && p.registered[key] != to {
				s.unreadTag(m.Place(call), fmt.Sprintf("%s is registered twice, before at %s:%d: which one an app gets depends on the order; the later one is taken", name, before.File, before.Line))
			}
			p.registered[key], p.registeredAt[key] = to, m.Place(call)
		case "use":
			to, ok := w.resolve(syntax.Bare(call.Args[0]))
			switch {
			case !ok || to.library == "":
				p.others = p.others || registersUnseen(m, call.Args[0])
			case !slices.Contains(p.plugins, to.library):
				p.plugins = append(p.plugins, to.library)
			}
		}
		return true
	})
}

// quietPlugins are packages whose plugins register no components but those in builtIn.
var quietPlugins = set("vue-router pinia vuex vue-i18n @vueuse/head @unhead/vue")

// registersUnseen reports whether a plugin may register components that are not seen:
// those of the app's own files are.
func registersUnseen(m *modules.Module, x syntax.Expr) bool {
	x = syntax.Bare(x)
	if call, ok := x.(*syntax.Call); ok {
		x = syntax.Bare(call.Fun)
	}
	id, ok := x.(*syntax.Ident)
	if !ok {
		return true
	}
	i, ok := m.Imports.Find(id.Name)
	return ok && !strings.HasPrefix(i.From, ".") && !strings.HasPrefix(i.From, "@/") && !strings.HasPrefix(i.From, "~/") && !quietPlugins[i.From]
}

// readDeclared notes the components that a declaration file says are there everywhere:
// the members of GlobalComponents, each typeof import('library')['Name'].
func (s *scanner) readDeclared(p *places, m *modules.Module) {
	if !strings.Contains(m.Source, "GlobalComponents") {
		return
	}
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		i, ok := n.(*syntax.Interface)
		if !ok || i.Name == nil || i.Name.Name != "GlobalComponents" {
			return true
		}
		syntax.Walk(i.Body, func(n syntax.Node) bool {
			member, ok := n.(*syntax.TypeMember)
			if !ok || member.Type == nil {
				return true
			}
			name, named := syntax.KeyName(member.Key)
			if !named {
				return true
			}
			from, export := importedType(m.Source[member.Type.Pos():member.Type.Stop()])
			if library, module, ok := s.library(from); ok {
				p.auto[names.UpperFirst(names.Camel(name))] = target{library: library, module: module, name: export}
			} else if file, ok := s.set.Resolve(m.Path, from); ok && from != "" {
				p.auto[names.UpperFirst(names.Camel(name))] = target{local: file + "#default"}
			}
			return false
		})
		return false
	})
}

// importedType takes typeof import('from')['Name'] apart.
func importedType(text string) (from, name string) {
	_, rest, ok := strings.Cut(text, "import(")
	if !ok || len(rest) < 2 {
		return "", ""
	}
	quote := rest[:1]
	from, rest, ok = strings.Cut(rest[1:], quote)
	if !ok {
		return "", ""
	}
	if _, rest, ok = strings.Cut(rest, "["); !ok {
		return from, "default"
	}
	return from, strings.Trim(rest, `'"] `)
}

// readResolvers notes what the configuration of a tool says that imports components by
// their names: a function that gives the library back, for names with a prefix.
func (s *scanner) readResolvers(p *places, m *modules.Module) {
	syntax.WalkFile(m.File, func(n syntax.Node) bool {
		call, ok := n.(*syntax.Call)
		if !ok || !strings.Contains(strings.ToLower(lastName(call.Fun)), "components") || len(call.Args) == 0 {
			return true
		}
		o, ok := syntax.Bare(call.Args[0]).(*syntax.Object)
		if !ok {
			return true
		}
		r := o.Lookup("resolvers")
		if r == nil {
			return true
		}
		list := []syntax.Expr{r.Value}
		if a, ok := syntax.Bare(r.Value).(*syntax.Array); ok {
			list = a.Elems
		}
		for _, x := range list {
			found, prefix := "", ""
			syntax.Walk(x, func(n syntax.Node) bool {
				switch n := n.(type) {
				case *syntax.Literal:
					if library, _, ok := s.library(n.Value); ok {
						found = library
					}
				case *syntax.Call:
					if lastName(n.Fun) == "startsWith" && len(n.Args) == 1 {
						if v, ok := literal(n.Args[0]); ok {
							prefix, _ = v.V.(string)
						}
					}
					if id, ok := n.Fun.(*syntax.Ident); ok { // a resolver that the library itself gives out
						if i, ok := m.Imports.Find(id.Name); ok {
							if library, _, ok := s.library(i.From); ok {
								found = library
							}
						}
					}
				}
				return true
			})
			if found != "" {
				p.resolvers = append(p.resolvers, resolver{found, prefix})
			} else {
				s.unreadTag(m.Place(x), "what this imports by name is not understood")
			}
		}
		return true
	})
}

// readProject notes a project of a layered app: what it is laid over, and the packages
// that bring components with them.
func (s *scanner) readProject(p *places, m *modules.Module) {
	proj := &project{dir: path.Dir(m.Path), own: map[string]string{}, at: m.Place(m.File)}
	p.projects[proj.dir] = proj
	var config *syntax.Object
	for _, stmt := range m.File.Body {
		if x, ok := stmt.(*syntax.ExportDefault); ok {
			switch x := syntax.Bare(x.X).(type) {
			case *syntax.Object:
				config = x
			case *syntax.Call:
				if len(x.Args) > 0 {
					config, _ = syntax.Bare(x.Args[0]).(*syntax.Object)
				}
			}
		}
	}
	if config == nil {
		s.unreadTag(proj.at, "the configuration is computed: what the project is laid over is not known")
		return
	}
	texts := func(name string) (list []string) {
		prop := config.Lookup(name)
		if prop == nil {
			return nil
		}
		all := []syntax.Expr{prop.Value}
		if a, ok := syntax.Bare(prop.Value).(*syntax.Array); ok {
			all = a.Elems
		}
		for _, x := range all {
			if inner, ok := syntax.Bare(x).(*syntax.Array); ok && len(inner.Elems) > 0 { // [source, options]
				x = inner.Elems[0]
			}
			if v, ok := literal(x); ok {
				if text, ok := v.V.(string); ok {
					list = append(list, text)
					continue
				}
			}
			s.unreadTag(m.Place(x), "an entry of "+name+" is computed")
		}
		return list
	}
	proj.extends, proj.modules = texts("extends"), texts("modules")
}

// componentFolder is where the components of a project stand.
const componentFolder = "components"

// ownComponents lists the components of a project by the names that their files give
// them: folders are part of the name, and a part that says the same again is left out.
func (s *scanner) ownComponents(p *project) {
	for _, folder := range []string{componentFolder, "app/" + componentFolder, "src/" + componentFolder} {
		dir := path.Join(p.dir, folder)
		err := fs.WalkDir(s.set.FS, dir, func(name string, entry fs.DirEntry, err error) error {
			if err != nil {
				return nil // there is none
			}
			if entry.IsDir() || path.Ext(name) != ".vue" {
				return nil
			}
			key := names.ByPlace(strings.TrimPrefix(name, dir+"/"))
			if _, twice := p.own[key]; !twice {
				p.own[key] = name
			}
			return nil
		})
		if err != nil {
			s.unreadTag(p.at, "the components of the project could not be listed: "+err.Error())
		}
	}
}

// byPlace finds what a name stands for that nothing in a file imports.
func (s *scanner) byPlace(m *modules.Module, tag string, at place.Place) []foundTarget {
	if isElement(tag) {
		return nil // the compiler of templates never looks these up
	}
	p := s.places()
	name := names.UpperFirst(names.Camel(tag))
	if to, ok := p.registered[name]; ok {
		return []foundTarget{{to, foundRegistered}}
	}
	if proj := p.projectOf(m.Path); proj != nil {
		lazy := strings.TrimPrefix(name, "Lazy")
		for _, name := range []string{name, lazy} {
			if f, ok := s.inLayers(p, proj, name, nil); ok {
				return []foundTarget{f}
			}
		}
	}
	if to, ok := p.auto[name]; ok {
		return []foundTarget{{to, foundAuto}}
	}
	if nativeTag(tag) {
		return nil
	}
	if to, ok := s.tagTarget(tag); ok {
		return []foundTarget{{to, foundTag}}
	}
	for _, r := range p.resolvers {
		if strings.HasPrefix(name, r.prefix) {
			return []foundTarget{{target{library: r.library, name: name}, foundAuto}}
		}
	}
	if len(p.plugins) == 1 && !builtIn[name] {
		return []foundTarget{{target{library: p.plugins[0], name: name}, foundPlugin}}
	}
	s.undecidedTag(tag, at)
	return nil
}

// isElement reports whether a tag of a template is an element of HTML or SVG.
func isElement(tag string) bool { return html.Element(tag) && nativeTag(tag) }

// nativeTag reports whether a tag can be nothing but an element of HTML or SVG: it is one
// word in lower case.
func nativeTag(tag string) bool {
	return strings.ToLower(tag) == tag && !strings.Contains(tag, "-")
}

// builtIn are the components that Vue, its router and Nuxt bring themselves.
var builtIn = map[string]bool{"Component": true, "Transition": true, "TransitionGroup": true, "KeepAlive": true, "Teleport": true, "Suspense": true, "Slot": true, "Template": true,
	"RouterLink": true, "RouterView": true, "NuxtLink": true, "NuxtPage": true, "NuxtLayout": true, "NuxtLoadingIndicator": true, "NuxtImg": true, "NuxtPicture": true,
	"NuxtErrorBoundary": true, "NuxtIsland": true, "ClientOnly": true, "DevOnly": true}

// projectOf is the project that a file belongs to; nil for none.
func (p *places) projectOf(file string) *project {
	for _, dir := range p.roots {
		if dir == "." || strings.HasPrefix(file, dir+"/") {
			return p.projects[dir]
		}
	}
	return nil
}

// inLayers looks for a component in a project, then in those that it is laid over, in
// their order: the first that has it provides it.
func (s *scanner) inLayers(p *places, proj *project, name string, around []string) (foundTarget, bool) {
	if slices.Contains(around, proj.dir) {
		s.unreadTag(proj.at, "projects are laid over each other in a circle: "+strings.Join(append(around, proj.dir), " → "))
		return foundTarget{}, false
	}
	around = append(around, proj.dir)
	if file, ok := proj.own[name]; ok {
		how := foundAuto
		if len(around) > 1 {
			how = foundLayer
		}
		return foundTarget{target{local: file + "#default"}, how}, true
	}
	for _, from := range proj.extends {
		if library, _, ok := s.library(from); ok && !builtIn[name] {
			return foundTarget{target{library: library, name: name}, foundModule}, true
		}
		if !strings.HasPrefix(from, ".") {
			continue // told where the layers are listed
		}
		dir := path.Join(proj.dir, from)
		inner := p.projects[dir]
		if inner == nil {
			continue
		}
		if f, ok := s.inLayers(p, inner, name, around); ok {
			if f.to.library == "" {
				f.how = foundLayer
			}
			return f, true
		}
	}
	for _, from := range proj.modules {
		if library, _, ok := s.library(from); ok && !builtIn[name] {
			return foundTarget{target{library: library, name: name}, foundModule}, true
		}
	}
	return foundTarget{}, false
}

// layersSaid says what of the layers could not be read: those that stand elsewhere, and
// whether what they are can change without the app.
func (s *scanner) layersSaid() {
	p := s.places()
	for _, dir := range slices.Sorted(maps.Keys(p.projects)) {
		proj := p.projects[dir]
		for _, from := range proj.extends {
			if _, _, ok := s.library(from); ok {
				continue
			}
			switch {
			case strings.HasPrefix(from, "."):
				target := path.Join(dir, from)
				if p.projects[target] == nil {
					s.unreadTag(proj.at, "the project "+from+" that this one is laid over is not among the files that are scanned")
				}
			case strings.Contains(from, ":"):
				pinned := "at its head, whatever that is on the day"
				if strings.Contains(from, "#") {
					pinned = "at " + from[strings.IndexByte(from, '#')+1:]
				}
				s.unreadTag(proj.at, "the project "+from+" that this one is laid over stands in another repository, "+pinned)
			default:
				s.unreadTag(proj.at, "the package "+from+" that this project is laid over is not looked into")
			}
		}
	}
}

// unreadTag says once what is not understood.
func (s *scanner) unreadTag(at place.Place, why string) {
	at.Span = nil
	u := site.Unread{At: at, Why: why}
	if s.said == nil {
		s.said = map[site.Unread]bool{}
	}
	if !s.said[u] {
		s.said[u] = true
		s.scan.Unread = append(s.scan.Unread, u)
	}
}

// vue2 reports whether the app is written for Vue 2.
func (s *scanner) vue2() bool {
	text := strings.TrimLeft(s.set.Manifest.Range("vue"), "^~>=v ")
	return strings.HasPrefix(text, "2")
}
