package marks_test

import (
	"slices"
	"strings"
	"testing"

	"steadysocket/core/marks"
	"steadysocket/core/syntax"
)

const chip = `
export function Chip({ person, rank = 'deckhand', onDuty = false, pick }) {
  const letters = person.split(' ').map((word) => word.slice(0, 1)).join('');
  if (!person) return null;
  return (
    <span className="chip" data-rank={rank} data-duty={onDuty} onClick={() => pick(person)}>
      <b>{letters}</b>
      <i>{person}</i>
      {onDuty && <em>on duty</em>}
    </span>
  );
}`

func of(t *testing.T, name, text string) marks.Mark {
	t.Helper()
	list := marks.OfFile(syntax.Parse(name, text), 10)
	if len(list) == 0 {
		t.Fatalf("%s has no marks", name)
	}
	return list[0]
}

// TestCopies holds how much of a component's marks stays in what became of it.
func TestCopies(t *testing.T) {
	whole := of(t, "a.jsx", chip)
	for name, test := range map[string]struct {
		file, text    string
		least, atMost float64
	}{
		"renamed, restyled, typed": {"b.tsx", strings.NewReplacer("function Chip(", "function Badge(", "letters", "initials", "word", "part", `className="chip"`, `className="badge badge--small" style={{ color: 'red' }}`, "pick }", "pick }: BadgeProps").Replace(chip), 0.9, 1},
		"a line moved":             {"c.jsx", strings.Replace(strings.Replace(chip, "      <i>{person}</i>\n", "", 1), "      <b>", "      <i>{person}</i>\n      <b>", 1), 0.5, 0.98},
		"something added":          {"d.jsx", strings.Replace(chip, "<b>", "<u>{rank.toUpperCase()}</u><b>", 1), 0.6, 0.98},
		"another component": {"e.jsx", `export function Row({ sailing }) { return <li data-sailing={sailing.id}><time>{sailing.leaves}</time>{sailing.late > 0 ? <b>{sailing.late} min</b> : null}
			{sailing.stops.filter((s) => s.open).map((s) => <em key={s.id}>{s.name}</em>)}</li>; }`, 0, 0.1},
	} {
		got := of(t, test.file, test.text)
		kept := float64(marks.Shared(whole.Marks, got.Marks)) / float64(len(whole.Marks))
		if kept < test.least || kept > test.atMost {
			t.Errorf("%s: %.2f of %d marks are kept, want %.2f to %.2f", name, kept, len(whole.Marks), test.least, test.atMost)
		}
	}
}

func TestEncode(t *testing.T) {
	m := of(t, "a.jsx", chip).Marks
	if got := marks.Decode(marks.Encode(m)); !slices.Equal(got, m) || !slices.IsSorted(m) {
		t.Errorf("%v comes back as %v", m, got)
	}
	for _, bad := range []string{"a", "????", "abc"} {
		if got := marks.Decode(bad); got != nil {
			t.Errorf("%q is read as %v", bad, got)
		}
	}
}
