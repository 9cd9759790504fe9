// This file relates the interfaces of the DOM, which every library names and
// none declares. Source: DOM and HTML standards, as TypeScript's own
// declarations of them have it.

package types

import "strings"

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
	if domBase(from.Name) == "" && from.Name != "EventTarget" && from.Name != "Event" || domBase(to.Name) == "" && to.Name != "EventTarget" && to.Name != "Event" {
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
