package console

import (
	"context"
	"fmt"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"steadysocket/client"
	"steadysocket/core/contract"
	"steadysocket/core/design"
	"steadysocket/demo"
)

// serveDrafts serves the console with the demo and its drafts.
func serveDrafts(t testing.TB) (url string, c *client.Client) {
	t.Helper()
	url = serve(t, true)
	c = client.New(url, "demo")
	for _, name := range demo.Drafts {
		head, texts, err := design.Texts(os.DirFS("../demo/drafts"), name)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := c.SaveDraft(context.Background(), name, 0, head, texts, "began"); err != nil {
			t.Fatal(err)
		}
	}
	return url, c
}

// says waits until the page says something.
func says(text string) chromedp.Action {
	return chromedp.Poll(fmt.Sprintf(`document.body.innerText.includes(%q)`, text), nil)
}

// press presses a button by its words, from the middle of the window: what sticks to an
// edge may cover it there.
func press(words string) chromedp.Action {
	button := fmt.Sprintf(`//button[normalize-space(.)=%q or @aria-label=%q]`, words, words)
	return chromedp.Tasks{
		chromedp.WaitVisible(button, chromedp.BySearch),
		chromedp.Evaluate(fmt.Sprintf(`document.evaluate(%q, document, null, XPathResult.FIRST_ORDERED_NODE_TYPE).singleNodeValue.scrollIntoView({ block: 'center' })`, button), nil),
		chromedp.Click(button, chromedp.BySearch),
	}
}

// fill types into a field by its label, over what stands there.
func fill(label, text string) chromedp.Action {
	field := fmt.Sprintf(`//input[@aria-label=%q] | //label[normalize-space(.)=%q]/following-sibling::input`, label, label)
	return chromedp.Tasks{
		chromedp.Focus(field, chromedp.BySearch),
		chromedp.KeyEvent("a", chromedp.KeyModifiers(2)), chromedp.KeyEvent(kb.Backspace),
		chromedp.KeyEvent(text),
	}
}

// step is one thing that a person does or sees.
type step struct {
	name string
	do   chromedp.Action
}

// walk does one step after the other. Each has a while to succeed.
func walk(t *testing.T, ctx context.Context, steps []step) {
	t.Helper()
	for _, s := range steps {
		short, cancel := context.WithTimeout(ctx, 15*time.Second)
		err := chromedp.Run(short, s.do)
		cancel()
		if err != nil {
			var text string
			_ = chromedp.Run(ctx, chromedp.Text("#content", &text, chromedp.ByQuery)) // what was wrong is told without it, too
			t.Fatalf("%s: %v\n%.4000s", s.name, err, text)
		}
	}
}

// TestDesignPages holds what the pages of drafts show.
func TestDesignPages(t *testing.T) {
	url, _ := serveDrafts(t)
	ctx := browser(t, 1280, 800)
	text := page(t, ctx, url+"/design", "tbody tr")
	wants(t, "Design", text, "notice-bar", "flags, sets, slots, parts", "finished with reason", "began, by demo", "Begin a draft")
	text = page(t, ctx, url+"/design/notice-bar", "section[aria-label='What if'] table")
	wants(t, "a draft", text, "Held against @saltmarsh/fairlead@2.1.0", "16,384 states (counted)", "15,088 of those can be written all the same", "fold isUrgent, isCalm and isWarning into one set tone",
		"15 of 19 flags of the library", "parts · ages best", "only by reaching in", "put a link into the text", "A countdown until the bar closes by itself.")
	text = page(t, ctx, url+"/design/sailing-list?alternative=logic&code=vue", "section[aria-label='Side by side'] pre")
	wants(t, "a shared address", text, "States of logic", "useSailings({ sailings: () => sailings })", "may occur", "to know first")
	text = page(t, ctx, url+fairlead+"Lever", "#intended table")
	wants(t, "a component with a finished draft", text, "The draft lever intends reason", "boolean | string", "an app that gives 'grave' no longer fits")
	text = page(t, ctx, url+"/design/missing", "[role=alert]")
	wants(t, "a draft that is not there", text, "there is no draft missing")
}

// TestEditing edits an alternative as a form and as text: plate, code and findings follow,
// and what is kept is what was typed.
func TestEditing(t *testing.T) {
	url, c := serveDrafts(t)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+"/design/lever", "section[aria-label='What if'] table")
	walk(t, ctx, []step{
		{"a prop is added", press("Add a prop")},
		{"it is on the plate", chromedp.WaitVisible(`//*[local-name()='svg']//*[local-name()='text' and contains(., 'prop')]`, chromedp.BySearch)},
		{"it is named like what the library calls otherwise", fill("Name of prop", "kind")},
		{"it is given a type", fill("Type of kind", "'a' | 'b'")},
		{"the library offers its word", says("components call this tone")},
		{"its default is none of its values", fill("Default of kind", "c")},
		{"that is told", says("the default c of props.kind is none of its values")},
		{"the default is one of them", fill("Default of kind", "a")},
		{"the states are more", says("2 values")},
		{"the code is another framework's", chromedp.Tasks{chromedp.Click(`//button[contains(., 'react')]`, chromedp.BySearch), chromedp.Click(`//*[@role='option' and normalize-space(.)='angular']`, chromedp.BySearch)}},
		{"it follows", says("<lever")},
		{"somebody signs", fill("Your name", "tester")},
		{"and says what", fill("Change note", "one more prop")},
		{"it is kept", press("Save")},
		{"as the next revision", says("revision 2")},
		{"the history tells", says("one more prop")},
		{"as text it is the file that people read", press("Edit as file")},
		{"with the new prop", chromedp.Poll(`[...document.querySelectorAll('textarea')].some((t) => t.value.includes('kind:') && t.value.startsWith('$schema'))`, nil)},
	})
	state, err := c.Draft(context.Background(), "lever")
	if err != nil {
		t.Fatal(err)
	}
	of, err := contract.ParseFile("hint", []byte(state.Contracts["hint.contract.yaml"]))
	if err != nil {
		t.Fatal(err)
	}
	if p := of.Prop("kind"); state.State.By != "tester" || p == nil || p.Type.String() != "'a' | 'b'" || p.Default.Value != "a" || len(of.Companions) != 1 || of.Words.Advice != nil {
		t.Errorf("kept by %s is %+v", state.State.By, p)
	}
}

// TestTwoPeopleEdit lets somebody else change the draft meanwhile: both versions are shown,
// and neither is lost.
func TestTwoPeopleEdit(t *testing.T) {
	url, c := serveDrafts(t)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+"/design/lever", "section[aria-label='What if'] table")
	state, err := c.Draft(context.Background(), "lever")
	if err != nil {
		t.Fatal(err)
	}
	state.Contracts["hint.contract.yaml"] = strings.Replace(state.Contracts["hint.contract.yaml"], "Why it is disabled.", "Theirs.", 1)
	if _, err := c.SaveDraft(context.Background(), "lever", 1, state.Draft, state.Contracts, "other words"); err != nil {
		t.Fatal(err)
	}
	if err := chromedp.Run(ctx, press("Add a slot"), fill("Your name", "tester"), press("Save"), says("demo changed this draft meanwhile"), says("Theirs."), says("Save mine as the next revision")); err != nil {
		t.Fatal(err)
	}
	if err := chromedp.Run(ctx, press("Save mine as the next revision"), says("revision 3"), press("Go back to revision 2"), says("not saved yet"), press("Save"), says("revision 4")); err != nil {
		t.Fatal(err)
	}
	state, err = c.Draft(context.Background(), "lever")
	if err != nil || !strings.Contains(state.Contracts["hint.contract.yaml"], "Theirs.") || state.State.What != "went back to revision 2" {
		t.Errorf("kept is %+v (%v)", state.State, err)
	}
}

// TestAlternatives takes a proposal and a pattern as further alternatives, looks at states
// as a matrix, and finishes the draft.
func TestAlternatives(t *testing.T) {
	url, c := serveDrafts(t)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+"/design/notice-bar", "section[aria-label='What if'] table")
	pickAxis := func(label, axis string) chromedp.Action {
		return chromedp.Tasks{
			chromedp.Click(fmt.Sprintf(`//*[normalize-space(text())=%q]/following-sibling::button`, label), chromedp.BySearch),
			chromedp.Click(fmt.Sprintf(`//*[@role='option' and normalize-space(.)=%q]`, axis), chromedp.BySearch),
		}
	}
	walk(t, ctx, []step{
		{"states by one axis", pickAxis("States by", "small")},
		{"and by another", pickAxis("and by", "large")},
		{"what never occurs says why", says("never: one size at a time")},
		{"a proposal is taken", press("Take it: fold small and large into one set size")},
		{"as a further alternative", says("States of flags-simpler")},
		{"with fewer states", says("12,288")},
		{"a need is ticked", chromedp.Click(`//label[normalize-space(.)='vary one spot']`, chromedp.BySearch)},
		{"patterns are named", says("who passes nothing gets a good look")},
		{"one is taken", press("As a further alternative: a slot with a fallback")},
		{"as another alternative", says("States of slot-with")},
		{"somebody signs", fill("Your name", "tester")},
		{"it is kept", press("Save")},
		{"as the next revision", says("revision 2")},
		{"it is finished", press("Adopt slot-with")},
		{"and says so", says("slot-with · intended")},
	})
	state, err := c.Draft(context.Background(), "notice-bar")
	if err != nil || !strings.Contains(string(state.Draft), `"alternative":"slot-with"`) && !strings.Contains(string(state.Draft), `"alternative": "slot-with"`) || len(state.Contracts) != 6 {
		t.Errorf("kept are %d contracts with %s (%v)", len(state.Contracts), state.Draft, err)
	}
}

// TestANewDraft begins a draft in the console, by keyboard alone.
func TestANewDraft(t *testing.T) {
	url := serve(t, false)
	ctx := browser(t, 1280, 800)
	text := page(t, ctx, url+"/design", "section[aria-label='A new draft'] input")
	wants(t, "an empty list", text, "There is no draft yet", "steady add draft")
	if err := chromedp.Run(ctx, fill("Component", "QuaySign"), chromedp.KeyEvent(kb.Tab), chromedp.KeyEvent("quayside"), chromedp.KeyEvent(kb.Tab), chromedp.KeyEvent(kb.Enter), says("QuaySign"), says("revision 1"),
		press("Add an event"), says("must be known"), says("onEvent={() => handleEvent()}")); err != nil {
		t.Fatal(err)
	}
}

// TestADraftFromAComponent begins a draft from a component's page, and writes its skeleton.
func TestADraftFromAComponent(t *testing.T) {
	url := serve(t, true)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+fairlead+"FareTag", "h1")
	walk(t, ctx, []step{
		{"the page leads to a draft", chromedp.Click(`//a[normalize-space(.)='Begin a draft with it']`, chromedp.BySearch)},
		{"with that contract", says("with the contract of FareTag in @saltmarsh/fairlead@2.1.0")},
		{"somebody signs", fill("Your name", "tester")},
		{"it begins", press("Begin a draft")},
		{"with what there is today", says("States of today")},
		{"a skeleton is written", press("Write it")},
		{"it is source", says("export function FareTag")},
	})
}

// BenchmarkKeyPress measures how long the editor takes for one key press on the demo's
// largest draft, from the event to the changed page, in the browser.
func BenchmarkKeyPress(b *testing.B) {
	url, _ := serveDrafts(b)
	ctx := browser(b, 1280, 800)
	page(b, ctx, url+"/design/notice-bar", "section[aria-label='What if'] table")
	var took []float64
	if err := chromedp.Run(ctx, chromedp.Evaluate(`(async () => {
		const field = document.querySelector('input[aria-label="Default of isUrgent"]');
		const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
		const took = [];
		for (let i = 0; i < 60; i++) {
			const start = performance.now();
			set.call(field, 'x'.repeat(i % 7));
			field.dispatchEvent(new Event('input', { bubbles: true }));
			await Promise.resolve();
			took.push(performance.now() - start);
			await new Promise((done) => setTimeout(done, 90));
		}
		return took.slice(10).sort((a, b) => a - b);
	})()`, &took, func(p *runtime.EvaluateParams) *runtime.EvaluateParams { return p.WithAwaitPromise(true) })); err != nil {
		b.Fatal(err)
	}
	b.ReportMetric(took[len(took)/2], "ms/press")
	b.ReportMetric(took[len(took)*95/100], "ms/press-95th")
}

// reads waits until a field says something.
func reads(label, text string) chromedp.Action {
	return chromedp.Poll(fmt.Sprintf(`[...document.querySelectorAll('input')].some((i) => i.getAttribute('aria-label') === %q && i.value === %q)`, label, text), nil)
}

// TestTypingAsItComes types key by key what is no value until it is whole, in every field
// that stands for one; each says what was typed, and when it is left what that means.
func TestTypingAsItComes(t *testing.T) {
	url, _ := serveDrafts(t)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+"/design/lever", "section[aria-label='What if'] table")
	walk(t, ctx, []step{
		{"a prop is added", press("Add a prop")},
		{"an event is added", press("Add an event")},
		{"a slot is added", press("Add a slot")},
	})
	for _, test := range []struct{ label, typed, left string }{
		{"What the event event tells", "reason: string, at: { x: number }", "reason: string, at: { x: number }"},
		{"What the event event tells", "{ reason: 'a' | 'b', at: number }", "{ reason: 'a' | 'b', at: number }"},
		{"What the event event tells", "reason", "reason: unknown"}, // near miss: what means nothing else is written out
		{"What the event event tells", "", ""},
		{"What the slot slot gives", "{ amount: number, rows: string[] }", "{ amount: number, rows: string[] }"},
		{"Default of prop", `"1"`, `"1"`},
		{"Default of prop", "1", "1"},
		{"Default of prop", "calm", "calm"},
		{"Default of prop", `"calm"`, "calm"},
		{"Type of prop", "'a' | 'b'", "'a' | 'b'"},
	} {
		walk(t, ctx, []step{
			{"typing " + test.typed, fill(test.label, test.typed)},
			{"it stays " + test.typed, reads(test.label, test.typed)},
			{"leaving " + test.typed, chromedp.KeyEvent(kb.Tab)},
			{"it says " + test.left, reads(test.label, test.left)},
		})
	}
	// A name may begin as another one that is there.
	walk(t, ctx, []step{
		{"another prop", chromedp.Tasks{press("Add a prop"), chromedp.WaitVisible(`//input[@aria-label="Name of prop2"]`, chromedp.BySearch)}},
		{"named by way of the first one's name", fill("Name of prop2", "props")},
		{"is named so", reads("Name of props", "props")},
	})
}

// TestLeavingAsks leaves a draft with and without edits.
func TestLeavingAsks(t *testing.T) {
	url, c := serveDrafts(t)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+"/design/lever", "section[aria-label='What if'] table")
	follow := chromedp.Click(`//nav//a[normalize-space(.)='Releases']`, chromedp.BySearch)
	walk(t, ctx, []step{
		{"nothing was edited: the page is left", follow},
		{"at once", chromedp.WaitVisible(`//h1[normalize-space(.)='Releases']`, chromedp.BySearch)},
		{"back", chromedp.NavigateBack()},
		{"on the draft", chromedp.WaitVisible(`section[aria-label='What if'] table`, chromedp.ByQuery)},
		{"a prop is added", press("Add a prop")},
		{"another alternative is looked at", chromedp.Click(`//button[starts-with(normalize-space(.), 'reason')]`, chromedp.BySearch)},
		{"the page is left", follow},
		{"it asks", says("Leave without saving?")},
		{"by key, it is stayed", chromedp.KeyEvent(kb.Escape)},
		{"the question goes", chromedp.WaitNotPresent(`[role=alertdialog]`, chromedp.ByQuery)},
		{"the edit is there", says("not saved yet")},
		{"the page is left", follow},
		{"it asks", says("Leave without saving?")},
		{"the first button is to stay", chromedp.KeyEvent(kb.Enter)},
		{"the question goes", chromedp.WaitNotPresent(`[role=alertdialog]`, chromedp.ByQuery)},
	})
	if state, err := c.Draft(context.Background(), "lever"); err != nil || state.State.Revision != 1 {
		t.Errorf("kept is revision %+v (%v), want 1", state.State, err)
	}
}

// TestLeavingAfterSaving leaves a draft whose edits were saved, and one whose edits are let
// go of.
func TestLeavingAfterSaving(t *testing.T) {
	url, c := serveDrafts(t)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+"/design/lever", "section[aria-label='What if'] table")
	follow := chromedp.Click(`//nav//a[normalize-space(.)='Releases']`, chromedp.BySearch)
	walk(t, ctx, []step{
		{"a prop is added", press("Add a prop")},
		{"it is saved", chromedp.Tasks{fill("Your name", "tester"), press("Save"), says("revision 2")}},
		{"the page is left", follow},
		{"without a question", chromedp.WaitVisible(`//h1[normalize-space(.)='Releases']`, chromedp.BySearch)},
		{"back", chromedp.NavigateBack()},
		{"on the draft", chromedp.WaitVisible(`section[aria-label='What if'] table`, chromedp.ByQuery)},
		{"another edit", press("Add a prop")},
		{"the page is left", follow},
		{"it asks", says("Leave without saving?")},
		{"the edits are lost", press("Leave and lose the edits")},
		{"and is left", chromedp.WaitVisible(`//h1[normalize-space(.)='Releases']`, chromedp.BySearch)},
	})
	if state, err := c.Draft(context.Background(), "lever"); err != nil || state.State.Revision != 2 {
		t.Errorf("kept is revision %+v (%v), want 2", state.State, err)
	}
}
