// This file says what the names of React's type package mean.

package reading

import (
	"strings"

	"steadysocket/core/evaluate"
	"steadysocket/core/types"
)

// reactMeaning is one row of the table of names.
type reactMeaning struct {
	means  func(args []types.Type) types.Type
	reason string
}

func content([]types.Type) types.Type { return types.Content }

func own(name string) func(args []types.Type) types.Type {
	return func(args []types.Type) types.Type {
		return &types.Named{Name: name, Args: args}
	}
}

// handler is the type of an event handler over a DOM event.
func handler(event string) func(args []types.Type) types.Type {
	return func(args []types.Type) types.Type {
		return &types.Func{Params: []types.Param{{Name: "event", Type: &types.Named{Name: event, Args: args}}}, Result: types.Void}
	}
}

// reactTypes are the names of the module react that have a meaning of their own.
var reactTypes = map[string]reactMeaning{
	"ReactNode":         {content, "anything that can be rendered"},
	"ReactElement":      {content, "an element can be rendered"},
	"ReactChild":        {content, "an element or text"},
	"ReactChildren":     {content, "several of them"},
	"ReactPortal":       {content, "an element drawn elsewhere"},
	"JSX.Element":       {content, "what a component returns"},
	"JSX.ElementType":   {own("Component"), "anything that can stand as a tag"},
	"ElementType":       {own("Component"), "a component or the name of an element"},
	"ComponentType":     {own("Component"), "a component"},
	"FunctionComponent": {own("Component"), "a component"},
	"FC":                {own("Component"), "a component"},
	"ComponentClass":    {own("Component"), "a component"},
	"Ref":               {own("Ref"), "where an app keeps hold of what is rendered"},
	"RefObject":         {own("Ref"), "a ref"},
	"MutableRefObject":  {own("Ref"), "a ref"},
	"ForwardedRef":      {own("Ref"), "a ref"},
	"RefCallback":       {own("Ref"), "a ref"},
	"LegacyRef":         {own("Ref"), "a ref"},
	"CSSProperties":     {own("Style"), "an inline style"},
	"Key":               {func([]types.Type) types.Type { return types.NewUnion(types.String, types.Number, types.BigInt) }, "the identity of a list item"},
	"EventHandler": {func(args []types.Type) types.Type {
		return &types.Func{Params: []types.Param{{Name: "event", Type: first(args)}}, Result: types.Void}
	}, "a handler"},
	"ReactEventHandler":    {handler("SyntheticEvent"), "a handler"},
	"MouseEventHandler":    {handler("MouseEvent"), "a handler"},
	"KeyboardEventHandler": {handler("KeyboardEvent"), "a handler"},
	"ChangeEventHandler":   {handler("ChangeEvent"), "a handler"},
	"FocusEventHandler":    {handler("FocusEvent"), "a handler"},
	"FormEventHandler":     {handler("FormEvent"), "a handler"},
	"PointerEventHandler":  {handler("PointerEvent"), "a handler"},
	"Dispatch": {func(args []types.Type) types.Type {
		return &types.Func{Params: []types.Param{{Name: "value", Type: first(args)}}, Result: types.Void}
	}, "takes a value"},
	"SetStateAction": {func(args []types.Type) types.Type {
		a := first(args)
		return types.NewUnion(a, &types.Func{Params: []types.Param{{Name: "before", Type: a}}, Result: a})
	}, "a value or a function from the one before"},
}

func first(args []types.Type) types.Type {
	if len(args) > 0 {
		return args[0]
	}
	return types.Unknown
}

// reactNames gives the evaluator React's names. Global ones are those of the
// namespaces that the type package declares everywhere.
var reactNames = evaluate.Names{
	Global: map[string]string{"React": "react", "JSX": "react"},
	Type: func(module, name string, args []types.Type) (types.Type, bool) {
		if module == "" && name == "JSX.Element" {
			name, module = "JSX.Element", "react"
		}
		if module != "react" {
			return nil, false
		}
		if name == "Element" { // JSX.Element through the namespace
			name = "JSX.Element"
		}
		if row, ok := reactTypes[name]; ok {
			return row.means(args), true
		}
		return nil, false
	},
	Native: func(module, name string, args []types.Type) (string, bool) {
		if module != "react" {
			return "", false
		}
		switch name {
		case "ComponentProps", "ComponentPropsWithRef", "ComponentPropsWithoutRef", "JSX.IntrinsicElements":
			if len(args) == 1 {
				if l, ok := args[0].(*types.Literal); ok && l.Of == types.String {
					return l.Value, true
				}
			}
			return "", false
		case "HTMLProps", "HTMLAttributes", "DOMAttributes", "AriaAttributes", "SVGAttributes", "SVGProps", "DetailedHTMLProps", "AllHTMLAttributes", "Attributes", "RefAttributes":
			return "", true
		}
		if element, ok := strings.CutSuffix(name, "HTMLAttributes"); ok {
			return nativeElement(element), true
		}
		return "", false
	},
	Children: func(module, name string) bool { return module == "react" && name == "PropsWithChildren" },
}

// nativeElement gives the element of a set like ButtonHTMLAttributes.
func nativeElement(name string) string {
	if name == "Anchor" {
		return "a"
	}
	return strings.ToLower(name)
}
