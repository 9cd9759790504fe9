package html_test

import (
	"testing"

	"steadysocket/core/html"
)

func TestAttribute(t *testing.T) {
	for _, c := range []struct {
		element, name string
		taken         bool
	}{
		{"a", "href", true}, {"span", "href", false}, {"span", "className", true}, {"label", "htmlFor", true}, {"button", "onClick", true}, {"button", "tone", false},
		{"svg", "strokeWidth", true}, {"div", "strokeWidth", false}, {"div", "data-row", true}, {"div", "aria-label", true}, {"td", "colSpan", true}, {"tr", "colSpan", false},
		{"input", "defaultValue", true}, {"div", "defaultValue", false}, {"", "href", true}, {"", "tone", false}, {"circle", "cx", true}, {"on-tag", "on", false}, {"svg", "dangerouslySetInnerHTML", true}, {"div", "suppressHydrationWarning", true}, {"svg", "dangerouslySetInner", false},
	} {
		if got := html.Attribute(c.element, c.name); got != c.taken {
			t.Errorf("Attribute(%q, %q) = %v, want %v", c.element, c.name, got, c.taken)
		}
	}
	for name, is := range map[string]bool{"button": true, "Button": true, "linearGradient": true, "plank": false, "fare-tag": false, "search": true} {
		if html.Element(name) != is {
			t.Errorf("Element(%q) = %v, want %v", name, !is, is)
		}
	}
}

func TestPropertyAndEvent(t *testing.T) {
	for name, is := range map[string]bool{"backgroundColor": true, "background-color": true, "--ink": true, "WebkitLineClamp": true, "-moz-appearance": true, "tone": false, "msg": false, "zIndex": true} {
		if html.Property(name) != is {
			t.Errorf("Property(%q) = %v, want %v", name, !is, is)
		}
	}
	for name, is := range map[string]bool{"click": true, "dblClick": true, "explain": false, "pointerdown": true} {
		if html.Event(name) != is {
			t.Errorf("Event(%q) = %v, want %v", name, !is, is)
		}
	}
}
