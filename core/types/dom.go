// This file relates the interfaces of the DOM and of the language, which every library
// names and none declares. Source: DOM, HTML and ECMAScript standards, as TypeScript's own
// declarations of them have it.

package types

import (
	"regexp"
	"strings"
)

// ancestors are the bases of the interfaces at the top of the tree.
var ancestors = map[string]string{"HTMLElement": "Element", "SVGElement": "Element", "MathMLElement": "Element", "Element": "Node", "Node": "EventTarget",
	"MouseEvent": "UIEvent", "KeyboardEvent": "UIEvent", "FocusEvent": "UIEvent", "TouchEvent": "UIEvent", "InputEvent": "UIEvent", "PointerEvent": "MouseEvent",
	"DragEvent": "MouseEvent", "WheelEvent": "MouseEvent", "UIEvent": "Event", "SubmitEvent": "Event", "HTMLInputElement": "HTMLElement"}

// bare are elements that add nothing to their base, so that it fits them.
var bare = map[string]bool{"HTMLSpanElement": true, "HTMLPictureElement": true, "HTMLUnknownElement": true}

// domBase gives the base of an interface of the DOM, "" for none.
func domBase(name string) string {
	if base := ancestors[name]; base != "" {
		return base
	}
	if strings.HasSuffix(name, "Element") {
		for _, family := range []string{"HTML", "SVG", "MathML"} {
			if strings.HasPrefix(name, family) && len(name) > len(family)+len("Element") {
				return family + "Element"
			}
		}
	}
	return ""
}

// inDOM reports whether a name is an interface of the DOM.
func inDOM(name string) bool { return domBase(name) != "" || name == "Event" || name == "EventTarget" }

func descends(name, from string) bool {
	for ; name != ""; name = domBase(name) {
		if name == from {
			return true
		}
	}
	return false
}

// dom relates two interfaces of the DOM; ok is false where one is none.
func dom(from, to *Named) (v Verdict, ok bool) {
	if from.From != "" || to.From != "" || len(from.Args)+len(to.Args) > 0 || from.Name == to.Name {
		return Verdict{}, false
	}
	if !inDOM(from.Name) || !inDOM(to.Name) {
		return Verdict{}, false
	}
	switch {
	case descends(from.Name, to.Name):
		return yes, true
	case bare[to.Name] && descends(from.Name, domBase(to.Name)):
		return yes, true
	case descends(to.Name, from.Name):
		return misfit(from, to), true
	}
	return unknown("whether " + from.Name + " has all that " + to.Name + " has is not known here"), true
}

// classes are interfaces of the language and of browsers of which no text, number or flag
// is one.
var classes = func() map[string]bool {
	out := map[string]bool{}
	for name := range strings.FieldsSeq("Date RegExp Map Set WeakMap WeakSet Promise Error File Blob FileList FormData URL URLSearchParams Headers Request Response AbortController AbortSignal ArrayBuffer DataTransfer DOMRect Document Window") {
		out[name] = true
	}
	return out
}()

// isBuiltIn reports whether a name is an interface of the language or of browsers: no
// module and no declaration of a library stands behind it.
func isBuiltIn(n *Named) bool {
	return n.From == "" && n.Mark == "" && n.Def == nil && !n.Own() && (classes[n.Name] || inDOM(n.Name))
}

// attributeSets are the names that frameworks give to sets of attributes of elements.
var attributeSets = regexp.MustCompile(`^(\w*HTML|\w*SVG|DOM|Aria)\w*(Attributes|Props)$`)

// isAttributeSet reports whether a type is a set of attributes of elements, taken over
// whole: its fields are named as attributes are.
func isAttributeSet(t Type) bool {
	n, ok := t.(*Named)
	return ok && n.From != "" && n.Def == nil && attributeSets.MatchString(n.Name)
}

// hasFields reports whether objects may fit a type: it is no list and no function.
func hasFields(t Type) bool {
	switch t.(type) {
	case *Array, *Tuple, *Func:
		return false
	}
	return true
}

// isPrimitive reports whether values of a type are texts, numbers, flags or nothing.
func isPrimitive(t Type) bool {
	switch t := t.(type) {
	case Basic:
		return t != Any && t != Unknown && t != ObjectT && t != Never
	case *Literal, *Template:
		return true
	}
	return false
}
