// This file finds what a text about something deprecated names in its place.

package reading

import (
	"regexp"
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
)

// named is how a text names a member or component: in backticks, in a link, or as it is;
// with what it hangs on (closable.onClose), and what it is given (size={sm}).
const namedText = "(?:\\{@link\\s+)?[`'\"<]?(?:[@\\w/-]*#)?([A-Za-z_$][\\w$-]*(?:\\.[A-Za-z_$][\\w$-]*)*)"

var (
	// Before the name: use the new X; in favour of X; replaced by X.
	beforeSuccessor = regexp.MustCompile(`(?i)\b(?:use|using|prefer|fav(?:o|ou)r of|replaced (?:by|with)|renamed to|ported (?:in)?to|migrated? to|switch to)\s+(?:(?:the|a|an|new|our|its)\s+)*` + namedText)
	// Behind the name: X prop instead.
	insteadOf = regexp.MustCompile(`(?i)` + namedText + "[`'\">]?(?:=\\{[^}]*\\})?(?:\\(\\))?\\s+(?:(?:prop|property|attribute|component|event|slot|hook)\\s+)?instead(?:[.,;)]|\\s*$)")
	// Several of them: none is the one.
	several = regexp.MustCompile("^[`'\">)}]*(?:=\\{[^}]*\\})?(?:\\(\\))?\\s*(?:\\+|,|or|and)\\s+(?:the\\s+)?(?:[`'\"<{]|[A-Z])")
	another = regexp.MustCompile("(?:\\+|,|\\bor|\\band)\\s+(?:the\\s+)?[`'\"<{]*$")
)

// successor gives the member or component that a text names in the place of what is
// deprecated; "" where it names none that is there, or several. The name itself is none.
func successor(text, self string, known func(name string) bool) string {
	for _, pattern := range []*regexp.Regexp{beforeSuccessor, insteadOf} {
		for _, m := range pattern.FindAllStringSubmatchIndex(text, -1) {
			name := text[m[2]:m[3]]
			head, _, _ := strings.Cut(name, ".")
			if name == self || !known(head) && !known(name) || several.MatchString(text[m[3]:]) || another.MatchString(text[:m[2]]) {
				continue
			}
			return name
		}
	}
	return ""
}

// succeed fills in what takes the place of what is deprecated in a contract: members of
// the same component, or components of the package.
func (r *reader) succeed(c *contract.Contract) {
	members := map[string]bool{}
	of := func(spelled, name string) {
		members[spelled], members[name] = true, true
	}
	for _, p := range c.Props {
		of(p.Spelled.Or(p.Name), p.Name)
	}
	for _, x := range c.Slots {
		of(x.Spelled.Or(x.Name), x.Name)
	}
	for _, e := range c.Events {
		of(e.Spelled.Or(e.Name), e.Name)
	}
	settle := func(d *contract.Deprecated, self string, alone bool) *contract.Deprecated {
		if d == nil || d.Note == "" {
			return d
		}
		to := successor(d.Note, self, func(name string) bool {
			return !alone && members[name] || (names.IsComponent(name) || names.IsHook(name)) && r.exports(name)
		})
		if to == d.Successor {
			return d
		}
		made := *d
		made.Successor = to
		return &made
	}
	c.Deprecated = settle(c.Deprecated, c.Export.Name, true)
	for _, p := range c.Props {
		p.Deprecated = settle(p.Deprecated, p.Spelled.Or(p.Name), false)
	}
	for _, x := range c.Slots {
		x.Deprecated = settle(x.Deprecated, x.Spelled.Or(x.Name), false)
	}
	for _, e := range c.Events {
		e.Deprecated = settle(e.Deprecated, e.Spelled.Or(e.Name), false)
	}
}

// exports reports whether a module of the package exports a name.
func (r *reader) exports(name string) bool {
	if r.exportNames == nil {
		r.exportNames = map[string]bool{}
		for _, s := range r.starts {
			list, _, _ := r.set.FileNames(s.File) // what could not be read is told when they are listed
			for _, n := range list {
				r.exportNames[n] = true
			}
		}
	}
	return r.exportNames[name]
}
