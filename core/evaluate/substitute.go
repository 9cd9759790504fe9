// This file replaces type parameters in evaluated types.

package evaluate

// substitute gives t with type parameters replaced. Members are replaced when
// they are looked at.
func (e *Evaluator) substitute(t Type, by map[*param]Type, depth int) Type {
	if len(by) == 0 {
		return t
	}
	all := func(list []Type) []Type {
		out := make([]Type, len(list))
		for i, inner := range list {
			out[i] = e.substitute(inner, by, depth+1)
		}
		return out
	}
	if depth > maxDepth/4 {
		return t
	}
	switch t := t.(type) {
	case *param:
		if to, ok := by[t]; ok {
			return to
		}
	case *union:
		return unite(all(t.list)...)
	case *both:
		return intersect(all(t.list)...)
	case *list:
		return &list{e.replaced(t.elem, by), t.readonly}
	case *tuple:
		out := &tuple{readonly: t.readonly}
		for _, elem := range t.elems {
			elem.of = e.replaced(elem.of, by)
			out.elems = append(out.elems, elem)
		}
		return out
	case *texts:
		return &texts{t.parts, all(t.types)}
	case *named:
		if len(t.args) > 0 {
			return &named{t.name, t.from, all(t.args), t.at}
		}
	case *component:
		return &component{e.replaced(t.props, by)}
	case *keys:
		return e.keysOf(e.substitute(t.of, by, depth+1))
	case *access:
		of, key := e.substitute(t.of, by, depth+1), e.substitute(t.key, by, depth+1)
		if k, ok := key.(literal); ok {
			if m := e.shapeOf(of).member(k.value); m != nil {
				return m.of().get()
			}
		}
		return &access{of, key}
	case *object:
		if t.key != nil && len(t.args) == 0 || !holdsParams(t) {
			return t
		}
		made := &object{name: t.name, key: t.key, args: all(t.args), opaque: t.opaque, from: t.from}
		made.fill = func() *shape {
			from := t.get()
			out := from.each(func(m, was *member) { m.become(e.replaced(was.of(), by)) })
			out.indexes = nil
			for _, i := range from.indexes {
				out.indexes = append(out.indexes, index{e.replaced(i.key, by), e.replaced(i.of, by), i.readonly})
			}
			for _, sig := range from.calls {
				out.calls = append(out.calls, e.given(sig, by))
			}
			for _, sig := range from.news {
				out.news = append(out.news, e.given(sig, by))
			}
			return out
		}
		return made
	}
	return t
}

// holdsParams reports whether an object may hold type parameters. Declared ones
// tell by their arguments.
func holdsParams(o *object) bool {
	if o.key == nil {
		return true
	}
	for _, a := range o.args {
		if _, simple := simpleKind(a); !simple {
			return true
		}
	}
	return false
}

func (e *Evaluator) replaced(l *lazy, by map[*param]Type) *lazy {
	return &lazy{eval: func() Type { return e.substitute(l.get(), by, 0) }}
}

// given is a signature with type parameters replaced.
func (e *Evaluator) given(sig *signature, by map[*param]Type) *signature {
	if sig.again != nil {
		// Evaluated anew, conditions are decided by what is known now.
		bound := make([]binding, len(sig.typeParams))
		own := 0
		for i, p := range sig.typeParams {
			bound[i] = binding{p.name, p}
			if to, ok := by[p]; ok {
				bound[i].of = to
				own++
			}
		}
		if own > 0 && own == len(by) {
			return sig.again(bound)
		}
	}
	out := &signature{result: e.replaced(sig.result, by), declared: sig.declared}
	for _, p := range sig.typeParams {
		if _, replaced := by[p]; !replaced {
			out.typeParams = append(out.typeParams, p)
		}
	}
	for _, p := range sig.params {
		p.of = e.replaced(p.of, by)
		out.params = append(out.params, p)
	}
	return out
}
