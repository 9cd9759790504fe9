package reading

import "testing"

func TestSuccessor(t *testing.T) {
	known := map[string]bool{"closable": true, "title": true, "variant": true, "size": true, "aria-label": true, "leadingVisual": true, "trailingVisual": true,
		"Toast": true, "MessageBar": true, "Button": true, "Tree": true, "ThemeProvider": true, "InfoLabel": true, "useTide": true, "invisible": true, "hidden": true, "the": false}
	for _, test := range []struct{ self, text, want string }{
		{"afterClose", "please use `closable.afterClose` instead.", "closable.afterClose"},
		{"message", "Please use `title` instead", "title"},
		{"kind", "Use variant instead.", "variant"},
		{"kind", "Use the `size` prop instead.", "size"},
		{"small", "This will be removed, use size={sm} instead. Whether it is small", "size"},
		{"label", "please use `aria-label` instead. 'aria-label' of the box", "aria-label"},
		{"kind", "It is deprecated in favor of the new `variant`. It will go.", "variant"},
		{"kind", "replaced by variant", "variant"},
		{"kind", "`size` prop instead", "size"},
		{"x", "use {@link @tide/kit#InfoLabel} from `@tide/kit`", "InfoLabel"},
		{"hidden", "cells should never use hidden, since that breaks. Use `invisible` instead.", "invisible"},
		{"x", "Consider using Tree if that is needed", "Tree"},
		{"useOld", "use useTide instead", "useTide"},
		// None: what is named is no member, is the thing itself, or is one of several.
		{"x", "please use the Toast or MessageBar component", ""},
		{"x", "Use `leadingVisual` or `trailingVisual` prop instead", ""},
		{"x", "you can use Button + Toast to reproduce this", ""},
		{"x", "You should use `ThemeProvider` and `createTheme()` instead", ""},
		{"x", "use the new way", ""},
		{"x", "Use `className` prop to set width", ""},
		{"trueValue", "use `trueValue` instead", ""},
		{"x", "set `size` yourself", ""},
		{"x", "it stays", ""},
		{"x", "", ""},
	} {
		if got := successor(test.text, test.self, func(name string) bool { return known[name] }); got != test.want {
			t.Errorf("%s: %q names %q, want %q", test.self, test.text, got, test.want)
		}
	}
}
