// This file looks at members as a person who designs does.

package design

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
	"steadysocket/core/types"
)

// isFlag reports whether a prop is yes or no.
func isFlag(p *contract.Prop) bool {
	return p.Type.Known() && types.Without(p.Type.T, types.Undefined, types.Null) == types.Type(types.Boolean)
}

// choices are the values of a prop with a closed or open set of two or more literals
// that are no flag.
func choices(p *contract.Prop) (values []*types.Literal, open bool) {
	if !p.Type.Known() {
		return nil, false
	}
	values, open, ok := types.Values(p.Type.T)
	if !ok || len(values) < 2 && !open || isBooleans(values) {
		return nil, false
	}
	return values, open
}

func isBooleans(values []*types.Literal) bool {
	return !slices.ContainsFunc(values, func(l *types.Literal) bool { return l.Of != types.Boolean })
}

// own reports whether a member is the library's own.
func own(origin string) bool { return origin == "" || origin == "own" }

// hasWord reports whether one of the words of a name is among some.
func hasWord(name string, wanted []string) bool {
	return slices.ContainsFunc(names.Words(name), func(w string) bool { return slices.Contains(wanted, w) })
}

// jsonText writes a JSON value as a person reads it: strings without quotes.
func jsonText(v any) string {
	switch v := v.(type) {
	case nil:
		return "nothing"
	case string:
		return v
	case bool, json.Number, int, float64:
		return fmt.Sprint(v)
	}
	data, err := json.Marshal(v)
	if err != nil {
		return fmt.Sprint(v)
	}
	return string(data)
}

// is reports whether a JSON value is a literal.
func is(v any, l *types.Literal) bool {
	switch v := v.(type) {
	case string:
		return l.Of == types.String && l.Value == v
	case bool:
		return l.Of == types.Boolean && l.Value == fmt.Sprint(v)
	case json.Number, int, float64:
		return l.Of == types.Number && l.Value == fmt.Sprint(v)
	}
	return false
}

// plural writes a number with its noun.
func plural(n int, noun string) string {
	if n == 1 {
		return "1 " + noun
	}
	return fmt.Sprintf("%d %ss", n, noun)
}

// list joins words as a sentence does.
func list(words []string) string {
	if len(words) < 2 {
		return strings.Join(words, "")
	}
	return strings.Join(words[:len(words)-1], ", ") + " and " + words[len(words)-1]
}
