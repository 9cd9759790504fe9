// This file reads styled elements: a tag or component with a template of styles.

package reading

import (
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/evaluate"
	"steadysocket/core/modules"
	"steadysocket/core/syntax"
	"steadysocket/core/types"
)

// styledModules are the modules whose styled makes elements with styles, by the
// name that it has there.
var styledModules = map[string]map[string]bool{
	"styled-components":        {"default": true, "styled": true},
	"styled-components/native": {"default": true},
	"@emotion/styled":          {"default": true},
	"@linaria/react":           {"styled": true},
}

// styled is a styled element: what is drawn and what it takes.
type styled struct {
	element string // native element or component, "" where it is not known
	props   evaluate.Type
	fixed   []string // attributes that are given already
	text    []*syntax.Template
}

func (s *styled) root(c *contract.Contract) {
	if s.element == "" {
		c.PassThrough.Unknown = true
		return
	}
	c.Root = contract.Root{Known: true, Elements: []string{s.element}}
	if c.Prop("as") != nil {
		c.Root.ChosenBy = "as"
	}
	c.PassThrough.To = []contract.Forward{{To: "root", Element: s.element}}
}

// isStyled reports whether an expression leads to styled of a known module.
func (r *reader) isStyled(m *modules.Module, x syntax.Expr) bool {
	for {
		switch y := x.(type) {
		case *syntax.Ident:
			i, ok := m.Imports.Find(y.Name)
			return ok && styledModules[i.From][i.Name]
		case *syntax.Member:
			x = y.X
		case *syntax.Call:
			x = y.Fun
		case *syntax.Instance:
			x = y.X
		case *syntax.Tagged:
			x = y.Tag
		default:
			return false
		}
	}
}

// unwrapStyled reads styled.a, styled(A), with .attrs(…) and type arguments
// between.
func (r *reader) unwrapStyled(m *made, tag syntax.Expr, typeArgs []syntax.Type, text ...*syntax.Template) {
	if !r.isStyled(m.module, tag) {
		return
	}
	s := &styled{text: text}
	scope := evaluate.In(m.module)
	var more []evaluate.Type
	add := func(args []syntax.Type) {
		for _, a := range args {
			more = append(more, r.eval.Type(a, scope))
		}
	}
	add(typeArgs)
	var base evaluate.Type
	for base == nil {
		switch x := tag.(type) {
		case *syntax.Instance:
			add(x.TypeArgs)
			tag = x.X
		case *syntax.Call:
			add(x.TypeArgs)
			if f, ok := x.Fun.(*syntax.Member); ok {
				if name, ok := f.Name.(*syntax.Ident); ok {
					switch {
					case name.Name == "attrs" && len(x.Args) > 0:
						s.fixed = append(s.fixed, attrNames(x.Args[0])...)
						tag = f.X
						continue
					case name.Name == "withConfig":
						tag = f.X
						continue
					}
				}
			}
			if _, direct := x.Fun.(*syntax.Ident); !direct || len(x.Args) == 0 {
				tag = x.Fun
				continue
			}
			base = r.styledBase(m, s, x.Args[0])
		case *syntax.Member:
			name, ok := x.Name.(*syntax.Ident)
			if !ok {
				return
			}
			s.element = name.Name
			base = r.eval.ElementProps(name.Name)
		default:
			return
		}
	}
	s.props = r.eval.Given(r.eval.Join(append(more, base)...), s.fixed)
	m.styled = s
}

// styledHooks reads the custom properties and attributes of a styled element.
func (r *reader) styledHooks(c *contract.Contract, m *made) {
	l := hookList{}
	for _, t := range m.styled.text {
		l.inText(strings.Join(t.Texts, " "))
	}
	for _, name := range m.styled.fixed {
		if strings.HasPrefix(name, "data-") {
			l.add("data", name, nil)
		}
	}
	c.StyleHooks = l.hooks()
}

// styledBase gives the props of what is styled.
func (r *reader) styledBase(m *made, s *styled, x syntax.Expr) evaluate.Type {
	if l, ok := x.(*syntax.Literal); ok && l.Kind == syntax.StringLiteral {
		s.element = l.Value
		return r.eval.ElementProps(l.Value)
	}
	s.element = evaluate.Written(m.module, x)
	of := r.eval.Expr(x, evaluate.In(m.module))
	if props := r.eval.PropsType(of); props != nil {
		return props
	}
	inner := &made{module: m.module, of: of}
	r.unwrap(inner, x, 0)
	if inner.styled != nil {
		return inner.styled.props
	}
	return of // not known: a base
}

// attrNames lists the attributes that .attrs gives.
func attrNames(x syntax.Expr) (list []string) {
	if fn, ok := x.(*syntax.Func); ok && fn.X != nil {
		x = syntax.Bare(fn.X)
	}
	if o, ok := x.(*syntax.Object); ok {
		for _, p := range o.Props {
			if name, ok := syntax.KeyName(p.Key); ok && p.Kind == syntax.InitProperty {
				list = append(list, name)
			}
		}
	}
	return list
}

// jsonOf is a literal type as a JSON value.
func jsonOf(l *types.Literal) any {
	switch l.Of {
	case types.Boolean:
		return l.Value == "true"
	case types.Number:
		return jsonNumber(l.Value)
	}
	return l.Value
}
