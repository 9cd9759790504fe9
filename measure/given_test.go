package main

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"steadysocket/core/site"
	"steadysocket/core/types"
)

// givenHead declares what random expressions are made of, as apps write it.
const givenHead = `declare const given: boolean, text: string, count: number, tones: 'calm' | 'loud', maybe: 'x' | undefined, none: null | 1, list: readonly ('a' | 'b')[];
declare const rec: { a: 'p' | 'q'; b?: 1 | 2; c: { d: 'r' } }, say: (n: number) => 's' | 't', cells: { id: string; spot: 1 | 2 }[], either: { kind: 'i'; n: 1 } | { kind: 'j'; n: 'm' };
const fixed = 'calm', one = 1, opts = { tone: 'calm', size: 2 }, frozen = { tone: 'calm', size: 2, more: ['u', 'v'] } as const, pair = ['a', 1] as const, words = ['a', 'b'];
let loose = 'calm', narrow: 'calm' | 'loud' = 'calm';
export function change() { loose = 'other'; narrow = 'loud'; }
function make() { return { deep: { kind: 'k' as const, n: 3 } }; }
function same<T>(of: T) { return of; }
const { tone: taken, size = 3 } = opts, [head, ...tail] = list;
class Hull { readonly kind = 'wood'; planks = 4; static side = 'port'; get light() { return this.planks > 2; } }
const hull = new Hull();
`

// givenLeaves are expressions that hold no others.
var givenLeaves = []string{
	`'x'`, `1`, `true`, `null`, `undefined`, `text`, `count`, `tones`, `fixed`, `one`, `frozen.tone`, `frozen.more[0]`, `opts.tone`, `opts.size`, `pair[0]`, `pair[1]`, `loose`, `narrow`, `rec.a`, `rec.b`,
	`rec.c.d`, `maybe`, `say(1)`, `make().deep.kind`, `make().deep.n`, `list[0]`, `list.length`, `cells[0].spot`, `none`, `either.kind`, `either.n`, `taken`, `size`, `head`, `tail`, `words`, `words[0]`,
	`hull.kind`, `hull.planks`, `Hull.side`, `hull.light`, `text.length`, `text.trim()`, `typeof text`, `count + 1`, `text + 'x'`, `!given`, `count > 1`, `given && 'x'`, `void 0`, `-1`, "`${count}px`", `rec.c`, `[1, 2]`, `{ a: 1 }`,
	`'x' as const`, `Object.keys(rec)`, `String(count)`, `Number(text)`, `cells.map((c) => c.spot)`, `list.includes('a')`, `[...list]`, `{ ...rec.c }`, `rec?.b`, `cells.find((c) => c.spot === 1)`, `/x/.test(text)`, `Math.max(1, 2)`,
}

// expression writes a random expression, some that no compiler takes.
func expression(rng *rand.Rand, depth int) string {
	inner := func() string { return "(" + expression(rng, depth-1) + ")" }
	if depth == 0 {
		return someOf(rng, givenLeaves)
	}
	switch rng.IntN(17) {
	case 0, 1:
		return "given ? " + inner() + " : " + inner()
	case 2:
		return inner() + " && " + inner()
	case 3:
		return inner() + " || " + inner()
	case 4:
		return inner() + " ?? " + inner()
	case 5:
		return "`${" + inner() + "}`"
	case 6:
		return "{ v: " + inner() + " }.v"
	case 7:
		return "[" + inner() + "][0]"
	case 8:
		return "(() => " + inner() + ")()"
	case 9:
		return "same(" + someOf(rng, []string{"text", "tones", "rec.b", "maybe", "list", "either"}) + ")" // a value of its own would be its kind elsewhere
	case 10:
		return inner() + "!"
	case 11:
		return inner() + " as 'x' | 'y'"
	case 12:
		return "({ v: " + inner() + ", w: 'w' } as const).v"
	case 13:
		return "tones === 'calm' ? " + inner() + " : tones"
	case 14:
		return "typeof text === 'string' ? " + inner() + " : text"
	case 15:
		return "same<'x' | 'y'>('x')"
	}
	return inner()
}

// claimed writes what we say of a thing given as a type; "" where we say nothing of it.
func claimed(g site.Given) string {
	var list []types.Type
	literal := func(v any) bool {
		switch v := v.(type) {
		case nil:
			list = append(list, types.Null)
		case bool:
			list = append(list, &types.Literal{Of: types.Boolean, Value: fmt.Sprint(v)})
		case string:
			list = append(list, &types.Literal{Of: types.String, Value: v})
		case json.Number:
			list = append(list, &types.Literal{Of: types.Number, Value: v.String()})
		case float64:
			list = append(list, &types.Literal{Of: types.Number, Value: strconv.FormatFloat(v, 'g', -1, 64)})
		default:
			return false
		}
		return true
	}
	switch {
	case g.Literal != nil:
		if !literal(g.Literal.V) {
			return ""
		}
	case g.All:
		for _, v := range g.MayBe {
			if !literal(v.V) {
				return ""
			}
		}
	case g.Type != "":
		return strings.NewReplacer("Element<string>", "import('react').ReactElement", "Content", "import('react').ReactNode").Replace(g.Type)
	}
	if len(list) == 0 {
		return ""
	}
	return types.NewUnion(list...).String()
}

// TestRandomExpressionsAreWhatWeSay gives random expressions to a component, and holds what
// we say that each may be against the compiler: it takes none that could be more.
func TestRandomExpressionsAreWhatWeSay(t *testing.T) {
	const uses = 1500
	rng := seeded(3, 6)
	a := newTrialApp(t)
	library := "export declare function X(props: { v: unknown }): ReactElement;\n"
	app := "import { X } from 'lib';\n"
	expressions := make([]string, uses)
	for i := range expressions {
		expressions[i] = expression(rng, rng.IntN(4))
		app += fmt.Sprintf("export const use%d = () => <X v={%s} />;\n", i, expressions[i])
	}
	app += givenHead
	errors := a.compiled("1.0.0", library, map[string]string{"app.tsx": app})
	scan, err := scanOf(filepath.Join(a.root, "1.0.0"), "lib")
	if err != nil {
		t.Fatal(err)
	}
	checks, said := "", map[int]string{}
	line := 0
	for _, s := range scan.Sites {
		i := s.At.Line - 2
		if len(s.Props) != 1 || i < 0 || i >= uses || errors[fmt.Sprint("app.tsx:", s.At.Line)] != "" {
			continue
		}
		if claim := claimed(s.Props[0]); claim != "" {
			line++
			checks += fmt.Sprintf("declare function Y%d(props: { v: (%s) | undefined }): null; export const is%d = () => <Y%d v={%s} />;\n", i, claim, i, i, expressions[i])
			said[line] = fmt.Sprintf("%s is said to be %s", expressions[i], claim)
		}
	}
	for place, problem := range a.compiled("1.0.0", library, map[string]string{"app.tsx": app, "checks.tsx": checks + givenHead}) {
		if rest, ok := strings.CutPrefix(place, "checks.tsx:"); ok {
			n, err := strconv.Atoi(rest)
			if err != nil {
				t.Fatal(err)
			}
			t.Errorf("%s; the compiler: %s", said[n], problem)
		}
	}
	if right := uses - len(errors); line*2 < right {
		t.Errorf("of %d uses something is said of %d only", right, line)
	}
	t.Logf("%d uses, %d of them wrong by themselves, %d claims", uses, len(errors), line)
}
