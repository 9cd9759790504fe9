// This file follows the app's own wrappers: components that hand on what they
// are given to a library component.

package usage

import (
	"sort"
	"strings"

	"steadysocket/core/site"
)

// maxWrappers bounds how many wrappers stand in each other.
const maxWrappers = 6

// behindUse is a use of a wrapper, seen as a use of what it wraps.
type behindUse struct {
	site site.Site
	feed *site.Site
}

// wrapper is the uses within one component of the app that hand on its props.
type wrapper struct{ inner []*use }

// expand gives the uses of library components that stand behind a use of an
// app's own component, each with the members that are handed on.
func (s *scanner) expand(u *use) []behindUse {
	if s.wrappers == nil {
		s.wrappers = map[string]*wrapper{}
		for _, inner := range s.uses {
			if inner.within == "" || len(inner.forward) == 0 && !inner.rest && !inner.whole {
				continue
			}
			if s.wrappers[inner.within] == nil {
				s.wrappers[inner.within] = &wrapper{}
			}
			s.wrappers[inner.within].inner = append(s.wrappers[inner.within].inner, inner)
		}
	}
	return s.through(u.to.local, u.site, nil, 0)
}

// through follows one use into the wrapper it names.
func (s *scanner) through(local string, outer site.Site, via []string, depth int) []behindUse {
	w := s.wrappers[local]
	if w == nil || depth > maxWrappers {
		return nil
	}
	var list []behindUse
	for _, inner := range w.inner {
		seen := outer
		seen.Props, seen.Slots, seen.Events = []site.Given{}, []site.Given{}, []site.Given{}
		moved := &use{}
		for kind, list := range [][]site.Given{vueProp: outer.Props, vueEvent: outer.Events, vueSlot: outer.Slots} {
			for _, g := range list {
				if g.Spread != "" {
					if g, ok := inner.spreadOn(g); ok {
						moved.site.Props = append(moved.site.Props, g)
					}
					continue
				}
				sign := ""
				if inner.kinds == vueKinds {
					sign = givenKind(kind).sign()
				}
				for _, to := range inner.handsOn(sign + g.Spelled) {
					g.Spelled = strings.TrimPrefix(to, sign)
					if inner.kinds == vueKinds {
						moved.add(givenKind(kind), g)
					} else {
						moved.sort(g)
					}
				}
			}
		}
		seen.Props, seen.Events, seen.Slots = append(seen.Props, moved.site.Props...), append(seen.Events, moved.site.Events...), append(seen.Slots, moved.site.Slots...)
		path := append(append([]string{}, local), via...)
		if inner.to.library == "" {
			list = append(list, s.through(inner.to.local, seen, path, depth+1)...)
			continue
		}
		seen.Package, seen.Module, seen.Component = inner.to.library, inner.to.module, inner.to.name
		seen.Via = path
		list = append(list, behindUse{seen, &inner.site})
	}
	return list
}

// spreadOn gives what of a spread at its component a use hands on: without what the
// component takes out for itself, and by the names that the use gives it.
func (u *use) spreadOn(g site.Given) (site.Given, bool) {
	renamed := func(list []string) (to []string) {
		for _, key := range list {
			to = append(to, u.handsOn(key)...)
		}
		return to
	}
	on := g
	on.Keys, on.Perhaps, on.Holds, on.Open = renamed(g.Keys), renamed(g.Perhaps), nil, g.Open && (u.rest || u.whole)
	for _, held := range g.Holds {
		for _, to := range u.handsOn(held.Spelled) {
			held.Spelled = to
			on.Holds = append(on.Holds, held)
		}
	}
	return on, on.Open || len(on.Keys)+len(on.Perhaps) > 0 || u.rest || u.whole
}

// handsOn gives the spellings under which a use hands on a prop of its component.
func (u *use) handsOn(prop string) []string {
	var list []string
	for to, from := range u.forward {
		if from == prop {
			list = append(list, to)
		}
	}
	if strings.HasPrefix(prop, "#") && u.kinds == vueKinds {
		sort.Strings(list)
		return list // content is handed on by name alone
	}
	if u.whole || u.rest && !u.drops[prop] {
		written := false
		for to := range u.forward {
			written = written || to == prop
		}
		if !written {
			list = append(list, prop)
		}
	}
	sort.Strings(list)
	return list
}
