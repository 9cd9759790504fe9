package style

import (
	"strings"
	"testing"
	"time"

	"steadysocket/core/contract"
)

var today = time.Date(2026, 11, 23, 12, 0, 0, 0, time.UTC)

// listing makes a library of contracts, split by lines of ---.
func listing(t *testing.T, text string) *contract.Listing {
	t.Helper()
	l := &contract.Listing{Package: contract.PackageInfo{Name: "p", Version: "1.0.0"}}
	for _, one := range strings.Split(text, "---\n") {
		c, err := contract.ParseFile("x.yaml", []byte("contract: 1\n"+one))
		if err != nil {
			t.Fatalf("%v in\n%s", err, one)
		}
		l.Components = append(l.Components, *c)
	}
	return l
}

func settings(t *testing.T, text string) *Settings {
	t.Helper()
	s, err := ParseSettings("steady.yaml", []byte("steady: 1\n"+text))
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func found(f *Findings) string {
	var list []string
	for _, x := range f.Findings {
		s := x.Rule + " " + x.Component + "." + x.Member
		if x.Waived != nil {
			s += " waived"
		}
		list = append(list, s)
	}
	return strings.Join(list, "; ")
}

const tone = "{ type: \"'calm' | 'loud'\", role: variant, default: { value: calm } }"

func TestRules(t *testing.T) {
	tests := []struct{ name, library, style, want string }{
		{"repeats", "component: LuggageLine\nprops: { luggageWeight: number }\n", "", "R01 LuggageLine.luggageWeight"},
		{"names the data", "component: SailingRow\nprops: { sailing: string }\n", "", ""},
		{"repeats in a slot", "component: TideStrip\nslots: { tideMark: { spelled: renderTideMark, form: function } }\n", "", "R01 TideStrip.renderTideMark"},
		{"repeats in an event", "component: Hatch\nevents: { hatchClose: { spelled: onHatchClose } }\n", "", "R01 Hatch.onHatchClose"},
		{"a part is measured by its own name", "component: Timetable.Row\nprops: { timetableKey: string }\n", "", ""},
		{"initial value is no repeat", "component: Level\nprops: { level: number, defaultLevel: number }\nevents: { levelChange: {} }\ntwoWay: [{ value: level, initial: defaultLevel, change: levelChange, held: both }]\n", "", ""},

		{"variant without default", "component: A\nprops: { unit: { type: \"'m' | 'ft'\", role: variant } }\n", "", "R12 A.unit"},
		{"variant with default", "component: A\nprops: { tone: " + tone + " }\n", "", ""},
		{"required variant", "component: A\nprops: { unit: { type: \"'m' | 'ft'\", role: variant, required: true } }\n", "", ""},
		{"default not shown", "component: A\nprops: { unit: { type: \"'m' | 'ft'\", role: variant, default: unknown } }\n", "", ""},
		{"deprecated", "component: A\nprops: { unit: { type: \"'m' | 'ft'\", role: variant, deprecated: { since: 1.0.0 } } }\n", "", ""},
		{"from elsewhere", "component: A\nprops: { unit: { type: \"'m' | 'ft'\", role: variant, origin: acme } }\n", "", ""},

		{"flags", "component: A\nprops: { busy: boolean, live: boolean, struck: boolean, isLate: boolean }\n", "", "R18 A.isLate"},
		{"flags the other way", "component: A\nprops: { isBusy: boolean, hasRows: boolean, canDrag: boolean, late: boolean }\n", "", "R18 A.late"},
		{"too few flags", "component: A\nprops: { busy: boolean, isLate: boolean }\n", "", ""},
		{"no habit", "component: A\nprops: { busy: boolean, live: boolean, isLate: boolean, hasRows: boolean }\n", "", ""},

		{"other name", "component: A\nprops: { tone: " + tone + " }\n---\ncomponent: B\nprops: { tone: " + tone + " }\n---\ncomponent: C\nprops: { kind: " + tone + " }\n", "", "R21 C.kind"},
		{"other values", "component: A\nprops: { tone: " + tone + " }\n---\ncomponent: B\nprops: { tone: " + tone + " }\n---\ncomponent: C\nprops: { tone: { type: \"'calm' | 'loud' | 'shrill'\", role: variant, default: { value: calm } } }\n", "", "R21 C.tone"},
		{"values that have nothing in common", "component: A\nprops: { side: { type: \"'start' | 'end'\", role: variant, default: { value: end } } }\n---\ncomponent: B\nprops: { side: { type: \"'land' | 'sea'\", role: variant, default: { value: sea } } }\n", "", ""},
		{"other default", "component: A\nprops: { tone: " + tone + " }\n---\ncomponent: B\nprops: { tone: " + strings.Replace(tone, "value: calm", "value: loud", 1) + " }\n", "", "R21 B.tone"},
		{"same idea, same default", "component: A\nprops: { tone: " + tone + " }\n---\ncomponent: B\nprops: { tone: " + tone + " }\n", "", ""},
		{"vocabulary", "component: A\nprops: { caption: string }\n", "vocabulary: { label: { insteadOf: [caption, title] } }\n", "R21 A.caption"},
		{"no vocabulary, no synonyms", "component: A\nprops: { caption: string }\n---\ncomponent: B\nprops: { label: string }\n", "", ""},
		{"shared records", "component: A\nprops: { sailing: \"{ id: string; port: string }\" }\n---\ncomponent: B\nprops: { crossing: \"{ id: string; port: string }\" }\n", "", "R21 B.crossing"},

		{"value without change", "component: A\nprops: { value: string }\n", "", "H01 A.value"},
		{"value with change", "component: A\nprops: { value: string }\nevents: { valueChange: {} }\ntwoWay: [{ value: value, change: valueChange, held: app }]\n", "", ""},
		{"value of which the base may tell", "component: A\nbases: [{ name: B, from: acme }]\nprops: { value: string }\n", "", ""},
		{"initial without value", "component: A\nprops: { defaultLevel: number }\n", "", "H02 A.defaultLevel"},
		{"no initial value at all", "component: A\nprops: { defaults: string, default: string }\n", "", ""},

		{"rule off", "component: A\nprops: { value: string }\n", "weights: { H01: off }\n", ""},
		{"waived", "component: A\nprops: { value: string }\n", "waivers: [{ rule: H01, component: A, reason: a gauge, owner: quayside, until: \"2027-01-01\" }]\n", "H01 A.value waived"},
		{"waived for another member", "component: A\nprops: { value: string }\n", "waivers: [{ rule: H01, component: A, member: open, reason: a gauge, owner: quayside }]\n", "H01 A.value"},
		{"waived until yesterday", "component: A\nprops: { value: string }\n", "waivers: [{ rule: H01, component: A, reason: a gauge, owner: quayside, until: \"2026-11-22\" }]\n", "H01 A.value"},
		{"waived until today", "component: A\nprops: { value: string }\n", "waivers: [{ rule: H01, component: A, reason: a gauge, owner: quayside, until: \"2026-11-23\" }]\n", "H01 A.value waived"},
	}
	for _, test := range tests {
		f := Check(listing(t, test.library), nil, settings(t, test.style), today)
		if got := found(f); got != test.want {
			t.Errorf("%s: found %q, want %q", test.name, got, test.want)
		}
		for _, x := range f.Findings {
			if x.Why == "" || x.Mend == "" || len(x.Fingerprint) != 16 {
				t.Errorf("%s: a finding is not whole: %+v", test.name, x)
			}
		}
	}
}

func TestRefusedOnlyByAnUnwaivedMust(t *testing.T) {
	library := "component: A\nprops: { unit: { type: \"'m' | 'ft'\", role: variant } }\n"
	for style, want := range map[string]bool{
		"": true, "weights: { R12: should }\n": false,
		"waivers: [{ rule: R12, component: A, reason: r, owner: o }]\n": false,
	} {
		if got := Check(listing(t, library), nil, settings(t, style), today).Refused(); got != want {
			t.Errorf("with %q refused is %v", style, got)
		}
	}
}

func TestConflictsAreFindings(t *testing.T) {
	l := listing(t, "component: A\n")
	f := Check(l, []Conflict{{Component: "A", Member: "prop n", What: "default", Source: "1", File: "2"}}, &Settings{}, today)
	if found(f) != "C01 A.prop n" || !strings.Contains(f.Findings[0].Why, "the source says 1, the contract file says 2") {
		t.Errorf("found %+v", f.Findings)
	}
}

// TestClaimsAreFindings holds that each claim is told by its own rule.
func TestClaimsAreFindings(t *testing.T) {
	for claim, rule := range map[string]string{"": "C01", "declared, never read": "C02", "read, not declared": "C03", "written, not attached": "C04", "two defaults": "C05", "handle": "C06"} {
		f := Check(listing(t, "component: A\n"), []Conflict{{Claim: claim, Component: "A", Member: "n", What: "n", Source: "one", File: "other"}}, &Settings{}, today)
		if got := found(f); got != rule+" A.n" {
			t.Errorf("the claim %q gives %q", claim, got)
		}
	}
}

// TestFingerprintsStay holds that a finding keeps its fingerprint when the
// library around it changes.
func TestFingerprintsStay(t *testing.T) {
	one := Check(listing(t, "component: A\nprops: { value: string }\n"), nil, &Settings{}, today).Findings[0]
	two := Check(listing(t, "component: A\nsummary: other\nprops: { x: string, value: number }\n---\ncomponent: B\nprops: { value: string }\n"), nil, &Settings{}, today).Findings
	if two[0].Fingerprint != one.Fingerprint || two[1].Fingerprint == one.Fingerprint {
		t.Errorf("fingerprints are %s, then %s and %s", one.Fingerprint, two[0].Fingerprint, two[1].Fingerprint)
	}
}

func TestSettingsErrors(t *testing.T) {
	tests := []struct{ text, want string }{
		{"library: X\n", "steady.yaml:1:1: the key steady is missing; write steady: 1"},
		{"steady: 1\nwaiver: []\n", `steady.yaml:2:1: the key "waiver" means nothing here; did you mean "waivers"?`},
		{"steady: 1\nowed: { behavioural: big }\n", "steady.yaml:1:1: owed.behavioural must be patch, minor or major, not big"},
		{"steady: 1\nowed: { gate: always }\n", "steady.yaml:1:1: owed.gate must be owed or owedIfUnsure, not always"},
		{"steady: 1\nweights: { R99: must }\n", "steady.yaml:1:1: weights names the rule R99, which there is not; there are C01, C02, C03, C04, C05, C06, H01, H02, R01, R12, R18, R21, P01, P02, P03, P04, P05, P06, P07, P08, P09"},
		{"steady: 1\nweights: { R12: loud }\n", "steady.yaml:1:1: the weight of R12 must be must, should, note or off, not loud"},
		{"steady: 1\nwaivers: [{ rule: R12, component: A }]\n", "steady.yaml:1:1: the waiver of R12 for A needs a reason and an owner"},
		{"steady: 1\nwaivers: [{ rule: R12, component: A, reason: r, owner: o, until: soon }]\n", "steady.yaml:1:1: until must be a day like 2027-03-31, not soon"},
		{"steady: 1\npairings: [{ kind: thing, old: a, new: b }]\n", "steady.yaml:1:1: the kind of a pairing must be component, prop, slot, event or part, not thing"},
		{"[", "steady.yaml:1:1: this is not YAML: did not find expected node content"},
	}
	for _, test := range tests {
		_, err := ParseSettings("steady.yaml", []byte(test.text))
		if err == nil {
			t.Errorf("no error for %q", test.text)
			continue
		}
		if got, _, _ := strings.Cut(err.Error(), "\n"); got != test.want && !strings.HasPrefix(test.text, "[") {
			t.Errorf("%q\n got %s\nwant %s", test.text, got, test.want)
		}
	}
}

func TestCompareOptions(t *testing.T) {
	o := settings(t, "owed: { behavioural: patch, gate: owed }\npairings: [{ kind: prop, component: A, old: a, new: b, refused: true }]\n").CompareOptions()
	if o.BehaviouralOwes != "patch" || !o.GateHoldsToOwed || len(o.Pairings) != 1 || !o.Pairings[0].Refused {
		t.Errorf("the options are %+v", o)
	}
}

func FuzzParseSettings(f *testing.F) {
	f.Add([]byte("steady: 1\nlibrary: Fairlead\nvocabulary: { label: { insteadOf: [caption] } }\nwaivers: [{ rule: R12, component: A, reason: r, owner: o }]\n"))
	f.Fuzz(func(t *testing.T, data []byte) {
		if _, err := ParseSettings("f", data); err != nil {
			if _, ok := err.(contract.Problems); !ok {
				t.Fatalf("an error without a place: %v", err)
			}
		}
	})
}
