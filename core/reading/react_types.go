// This file says what the names of React's type package mean.

package reading

import (
	_ "embed"
	"strings"
	"sync"

	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
)

//go:embed known/react.d.ts
var reactDeclarations string

// reactModule is what the module react means to the evaluator.
var reactModule = sync.OnceValue(func() *modules.Module { return modules.Parse("react.d.ts", reactDeclarations) })

// reactModules are the modules whose names are known by meaning.
func reactModules() map[string]*modules.Module {
	m := reactModule()
	return map[string]*modules.Module{"react": m, "react/jsx-runtime": m, "react/jsx-dev-runtime": m}
}

// reactNames gives the evaluator React's names. Global ones are those of the
// namespaces that the type package declares everywhere.
var reactNames = evaluate.Names{
	Global: map[string]string{"React": "react", "JSX": "react"},
	Style:  "CSSProperties",
	Native: func(name string) (string, bool) {
		switch name {
		case "HTMLProps", "HTMLAttributes", "DOMAttributes", "AriaAttributes", "SVGAttributes", "SVGProps", "AllHTMLAttributes",
			"Attributes", "RefAttributes", "ClassAttributes", "SVGLineElementAttributes", "SVGTextElementAttributes":
			return "", true
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
