// Package vue says what the names of Vue's packages mean: to who reads components
// and to who reads their uses.
package vue

import (
	_ "embed"
	"strings"
	"sync"

	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
)

//go:embed vue.d.ts
var declarations string

var module = sync.OnceValue(func() *modules.Module { return modules.Parse("vue.d.ts", declarations) })

// packages give out Vue's own names, those of Vue 2 among them.
var packages = []string{"vue", "@vue/runtime-core", "@vue/runtime-dom", "@vue/reactivity", "@vue/composition-api", "vue-demi", "#imports"}

// Modules are the modules whose names are known by meaning.
func Modules() map[string]*modules.Module {
	m := module()
	list := map[string]*modules.Module{}
	for _, name := range packages {
		list[name] = m
	}
	return list
}

// IsVue reports whether a module name is one of Vue's own.
func IsVue(from string) bool {
	_, ok := Modules()[from]
	return ok
}

// Names gives the evaluator Vue's names.
var Names = evaluate.Names{
	Style: "CSSProperties",
	Native: func(name string) (string, bool) {
		switch name {
		case "HTMLAttributes", "AriaAttributes":
			return "", true
		case "SVGAttributes":
			return "svg", true
		}
		if element, ok := strings.CutSuffix(name, "HTMLAttributes"); ok {
			if element == "Anchor" {
				element = "a"
			}
			return strings.ToLower(element), true
		}
		return "", false
	},
}

// Refs are the types of Vue that hold a value, which templates take out of them.
var Refs = map[string]bool{"Ref": true, "ComputedRef": true, "WritableComputedRef": true, "ShallowRef": true, "ModelRef": true, "TemplateRef": true}
