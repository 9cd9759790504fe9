// Package react says what the names of React's type package mean: to who reads
// components and to who reads their uses.
package react

import (
	_ "embed"
	"strings"
	"sync"

	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
)

//go:embed react.d.ts
var declarations string

// module is what the module react means to the evaluator.
var module = sync.OnceValue(func() *modules.Module { return modules.Parse("react.d.ts", declarations) })

// Modules are the modules whose names are known by meaning.
func Modules() map[string]*modules.Module {
	m := module()
	return map[string]*modules.Module{"react": m, "react/jsx-runtime": m, "react/jsx-dev-runtime": m}
}

// Names gives the evaluator React's names. Global ones are those of the
// namespaces that the type package declares everywhere.
var Names = evaluate.Names{
	Global: map[string]string{"React": "react", "JSX": "react"},
	Style:  "CSSProperties",
	// They hold nothing but key and ref.
	Identity: map[string]bool{"Attributes": true, "RefAttributes": true, "ClassAttributes": true},
	Native: func(name string) (string, bool) {
		switch name {
		case "HTMLProps", "HTMLAttributes", "DOMAttributes", "AriaAttributes", "AllHTMLAttributes", "Attributes", "RefAttributes", "ClassAttributes":
			return "", true
		case "SVGAttributes", "SVGProps", "SVGLineElementAttributes", "SVGTextElementAttributes":
			return "svg", true
		}
		if element, ok := strings.CutSuffix(name, "HTMLAttributes"); ok {
			return nativeElement(element), true
		}
		return "", false
	},
}

// nativeElement gives the element of a set like ButtonHTMLAttributes.
func nativeElement(name string) string {
	if name == "Anchor" {
		return "a"
	}
	return strings.ToLower(name)
}
