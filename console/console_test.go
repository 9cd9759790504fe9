// Package console holds the tests of the console: the built page, served by the
// service, in headless Chromium.
package console

import (
	"context"
	"fmt"
	"log/slog"
	"net/http/httptest"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"steadysocket/core/contract"
	"steadysocket/core/reading"
	"steadysocket/core/style"
	"steadysocket/core/usage"
	"steadysocket/demo"
	"steadysocket/service/api"
	"steadysocket/service/pgtest"
	"steadysocket/service/store"
)

var cluster *pgtest.Cluster

func TestMain(m *testing.M) { pgtest.Run(m, func(c *pgtest.Cluster) { cluster = c }) }

const fairlead = "/components/%40saltmarsh%2Ffairlead/"

// serve serves the console over a database of its own; with the demo in it.
func serve(t testing.TB, filled bool) string {
	t.Helper()
	if _, err := os.Stat("../service/web/built/index.html"); err != nil {
		t.Fatalf("the console is not built; run the tests with make test, which builds it: %v", err)
	}
	ctx := context.Background()
	db, err := store.Open(ctx, cluster.Database(t))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(db.Close)
	if filled {
		for _, release := range demo.Releases {
			dir := t.TempDir()
			if err := demo.Lay(dir, release); err != nil {
				t.Fatal(err)
			}
			r, err := reading.Read(os.DirFS(dir), reading.Options{Library: "Fairlead", Owner: "quayside", Source: contract.SourceInfo{Kind: "directory"}})
			if err != nil {
				t.Fatal(err)
			}
			if _, err := db.AddRelease(ctx, "test", r.Listing, "", style.Check(r.Listing, nil, &style.Settings{}, time.Now())); err != nil {
				t.Fatal(err)
			}
		}
		all := []string{"@saltmarsh/fairlead"}
		apps := slices.Clone(demo.Apps)
		for _, p := range demo.Packages {
			dir := t.TempDir()
			if err := demo.Lay(dir, "2.1.0"); err != nil {
				t.Fatal(err)
			}
			r, err := reading.Read(os.DirFS(dir), reading.Options{Package: p.Name, Library: "Fairlead", Owner: "quayside", Source: contract.SourceInfo{Kind: "directory"}})
			if err != nil {
				t.Fatal(err)
			}
			if _, err := db.AddRelease(ctx, "test", r.Listing, "", style.Check(r.Listing, nil, &style.Settings{}, time.Now())); err != nil {
				t.Fatal(err)
			}
			all, apps = append(all, p.Name), append(apps, p.App)
		}
		for _, app := range apps {
			dir := t.TempDir()
			if err := demo.LayApp(dir, app); err != nil {
				t.Fatal(err)
			}
			s, err := usage.Scan(os.DirFS(dir), usage.Options{Libraries: all})
			if err != nil {
				t.Fatal(err)
			}
			if _, err := db.AddScan(ctx, "test", s); err != nil {
				t.Fatal(err)
			}
		}
	}
	s := httptest.NewServer(api.Handler(t.Context(), db, slog.New(slog.DiscardHandler)))
	t.Cleanup(s.Close)
	return s.URL
}

// browser starts Chromium with a window of the given size.
func browser(t testing.TB, width, height int, more ...chromedp.ExecAllocatorOption) context.Context {
	t.Helper()
	path, err := exec.LookPath("chromium")
	if err != nil {
		t.Fatalf("Chromium is not installed; run the tests with make test, which installs it: %v", err)
	}
	options := append(append([]chromedp.ExecAllocatorOption{}, chromedp.DefaultExecAllocatorOptions[:]...), chromedp.ExecPath(path), chromedp.NoSandbox,
		chromedp.WindowSize(width, height), chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true))
	// A browser that falls over before it shows anything says nothing about the
	// console: it is started again, and a third failure counts.
	for tries := 1; ; tries++ {
		allocator, stop := chromedp.NewExecAllocator(context.Background(), append(options, more...)...)
		ctx, shut := chromedp.NewContext(allocator)
		if err = chromedp.Run(ctx); err != nil {
			shut()
			stop()
			if tries == 3 {
				t.Fatalf("Chromium does not start: %v", err)
			}
			continue
		}
		ctx, cancel := context.WithTimeout(ctx, 90*time.Second)
		t.Cleanup(func() { cancel(); shut(); stop() })
		return ctx
	}
}

// page opens a page and gives the text of its content once it is there.
func page(t testing.TB, ctx context.Context, url, until string) string {
	t.Helper()
	var text string
	if err := chromedp.Run(ctx, chromedp.Navigate(url), chromedp.WaitVisible(until, chromedp.ByQuery), chromedp.Text("#content", &text, chromedp.ByQuery)); err != nil {
		t.Fatalf("%s: %v", url, err)
	}
	return text
}

func wants(t *testing.T, where, text string, parts ...string) {
	t.Helper()
	for _, part := range parts {
		if !strings.Contains(text, part) {
			t.Errorf("%s does not say %q:\n%.1500s", where, part, text)
		}
	}
}

func TestPages(t *testing.T) {
	url := serve(t, true)
	ctx := browser(t, 1280, 800)
	text := page(t, ctx, url+"/", "tbody tr")
	wants(t, "Components", text, "FareTag", "What one passenger pays for one crossing.", "fares", "Fairlead 2.1.0")
	text = page(t, ctx, url+fairlead+"FareTag", "#sites article, #sites [role=listitem]")
	wants(t, "the component", text, "FareTag", "required", "What one passenger pays", "pence", "booking", "first seen here")
	text = page(t, ctx, url+"/releases?package=%40saltmarsh%2Ffairlead&from=1.2.0&to=2.0.0", "section table")
	wants(t, "Releases", text, "Owed major", "Given major", "The number is enough", "Always silent", "FareTag.size", "the flag is folded into tone (urgent)")
	if silent, breaking := strings.Index(text, "Always silent: nobody"), strings.Index(text, "Breaking"); silent < 0 || silent > breaking {
		t.Error("what is always silent does not stand first")
	}
	text = page(t, ctx, url+"/impact?package=%40saltmarsh%2Ffairlead&from=1.2.0&to=2.0.0&app=booking", "#content:has([aria-label='Apps and changes'] tbody tr) [role=listitem] pre") // two answers of the service
	wants(t, "Impact", text, "booking", "freight", "comes when asked for", "src/pages/Basket.tsx:14:7", "gives className", "<Plank as=\"p\" className=\"basket-lead\">")
	text = page(t, ctx, url+"/nowhere", "h1")
	wants(t, "an unknown page", text, "There is no such page")
	text = page(t, ctx, url+fairlead+"Nothing", "[role=alert]")
	wants(t, "an unknown component", text, "has no component Nothing", "another release may have it")
}

// TestCountsLeadToTheirEvidence follows a number in the matrix to its sites.
func TestCountsLeadToTheirEvidence(t *testing.T) {
	url := serve(t, true)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+"/impact?package=%40saltmarsh%2Ffairlead&from=1.2.0&to=2.0.0", "tbody td a")
	var label, location, heading string
	link := `a[aria-label^="booking, FareTag.isUrgent"]`
	if err := chromedp.Run(ctx, chromedp.AttributeValue(link, "aria-label", &label, nil, chromedp.ByQuery), chromedp.Click(link, chromedp.ByQuery),
		chromedp.WaitVisible("[role=listitem] pre", chromedp.ByQuery), chromedp.Location(&location), chromedp.Text("section:last-of-type h2", &heading, chromedp.ByQuery)); err != nil {
		t.Fatal(err)
	}
	if !strings.Contains(location, "change=FareTag") || !strings.Contains(heading, "FareTag/prop/isUrgent/flag-folded/tone") {
		t.Errorf("%s leads to %s: %s", label, location, heading)
	}
	// The address is shared and reloaded: the same stands there.
	text := page(t, ctx, location, "[role=listitem] pre")
	wants(t, "the shared address", text, "gives isUrgent")
}

func TestSearchNarrowsAsOneTypes(t *testing.T) {
	url := serve(t, true)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+"/components", "tbody tr")
	var before, rows int
	var location string
	// One row for each package that has the component, and no other.
	if err := chromedp.Run(ctx, chromedp.Evaluate(`document.querySelectorAll('tbody tr').length`, &before), chromedp.SendKeys("input", "tide", chromedp.ByQuery),
		chromedp.Poll(`(rows => rows.length > 0 && rows.every((r) => r.innerText.toLowerCase().includes('tide')))([...document.querySelectorAll('tbody tr')])`, nil),
		chromedp.Evaluate(`document.querySelectorAll('tbody tr').length`, &rows), chromedp.Location(&location)); err != nil {
		t.Fatal(err)
	}
	if rows >= before || !strings.HasSuffix(location, "?search=tide") {
		t.Errorf("%d of %d rows at %s", rows, before, location)
	}
	if err := chromedp.Run(ctx, chromedp.SendKeys("input", "zzz", chromedp.ByQuery), chromedp.Poll(`document.body.innerText.includes('No component is called anything like')`, nil)); err != nil {
		t.Fatal(err)
	}
}

func TestEmptyAndErrorStates(t *testing.T) {
	url := serve(t, false)
	ctx := browser(t, 1280, 800)
	for _, state := range [][2]string{{"/components", "steady add release ./fairlead@2.0.0"}, {"/impact", "No release is kept yet"}, {"/releases", "No release is kept yet"}} {
		wants(t, state[0], page(t, ctx, url+state[0], "#content code"), state[1])
	}
	// Without the service the page says what to do.
	if err := chromedp.Run(ctx, chromedp.Evaluate(`window.fetch = () => Promise.reject(new Error('down'))`, nil), chromedp.Click(`nav a[href="/components"]`, chromedp.ByQuery),
		chromedp.Poll(`document.body.innerText.includes('the service cannot be reached')`, nil)); err != nil {
		t.Error(err)
	}
}

// TestEveryPinByKeyboard reaches every pin of a plate with the Tab key and opens
// one with Enter.
func TestEveryPinByKeyboard(t *testing.T) {
	url := serve(t, true)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+fairlead+"Timetable", "svg[role=group] a")
	var pins int
	if err := chromedp.Run(ctx, chromedp.Evaluate(`document.querySelectorAll('svg[role=group] a').length`, &pins)); err != nil {
		t.Fatal(err)
	}
	reached := map[string]bool{}
	for range 60 {
		var label string
		if err := chromedp.Run(ctx, chromedp.KeyEvent(kb.Tab), chromedp.Evaluate(`document.activeElement.closest('svg[role=group]') ? document.activeElement.getAttribute('aria-label') : ''`, &label)); err != nil {
			t.Fatal(err)
		}
		if label != "" {
			reached[label] = true
			if strings.HasPrefix(label, "prop, tone") {
				var hash string
				if err := chromedp.Run(ctx, chromedp.KeyEvent(kb.Enter), chromedp.Evaluate(`location.hash`, &hash)); err != nil {
					t.Fatal(err)
				}
				if hash != "#prop/tone" {
					t.Errorf("Enter on tone leads to %s", hash)
				}
			}
		}
	}
	if pins < 12 || len(reached) != pins {
		t.Errorf("%d of %d pins are reached: %v", len(reached), pins, reached)
	}
}

// TestPlatesKeepTheirTextApart draws plates at several widths and holds that no
// two texts overlap and none leaves the drawing.
func TestPlatesKeepTheirTextApart(t *testing.T) {
	url := serve(t, true)
	for _, width := range []int{320, 500, 768, 1280} {
		ctx := browser(t, width, 900)
		if err := chromedp.Run(ctx, chromedp.EmulateViewport(int64(width), 900)); err != nil {
			t.Fatal(err)
		}
		for _, path := range []string{"Timetable", "FareTag?version=2.0.0&against=1.2.0", "Lever", "Hatch?version=2.0.0&against=1.2.0", "VehicleGauge", "BoardingPass"} {
			var bad []string
			if err := chromedp.Run(ctx, chromedp.Navigate(url+fairlead+path), chromedp.WaitVisible("svg[role=group] a", chromedp.ByQuery),
				chromedp.Poll(`document.fonts.status === 'loaded'`, nil), chromedp.Sleep(300*time.Millisecond), chromedp.Evaluate(overlaps, &bad)); err != nil {
				t.Fatalf("%s at %d: %v", path, width, err)
			}
			if len(bad) > 0 {
				t.Errorf("%s at %d: %s", path, width, strings.Join(bad, "; "))
			}
		}
	}
}

// overlaps lists texts of a plate that overlap or leave the drawing.
const overlaps = `(() => {
	const svg = document.querySelector('svg[role=group]');
	const frame = svg.getBoundingClientRect();
	const texts = [...svg.querySelectorAll('text')].map((t) => ({ text: t.textContent, box: t.getBoundingClientRect() })).filter((t) => t.box.width > 0);
	const bad = [];
	for (const [i, a] of texts.entries()) {
		if (a.box.left < frame.left - 1 || a.box.right > frame.right + 1) bad.push('outside: ' + a.text);
		for (const b of texts.slice(i + 1)) {
			const w = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left), h = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
			if (w > 1 && h > 6) bad.push(a.text + ' / ' + b.text);
		}
	}
	return bad.concat(document.documentElement.scrollWidth > innerWidth + 1 ? ['the page scrolls sideways'] : []);
})()`

// extreme makes contracts that no plate was drawn for by hand: many members, long
// names, nothing at all.
func extreme(t *testing.T) *contract.Listing {
	t.Helper()
	var big strings.Builder
	big.WriteString("contract: 1\ncomponent: HarbourMasterControlBoard\nexport: { module: ., name: HarbourMasterControlBoard, kind: named }\nroot: { elements: [section, article, div], chosenBy: as, among: [section, article, div] }\nprops:\n  as: { type: \"'section' | 'article' | 'div'\", role: identity }\n")
	roles := []string{"data", "variant", "state", "behaviour", "content"}
	for i := range 60 {
		name := fmt.Sprintf("prop%dWithAVeryLongNameThatGoesOnAndOn", i)
		if i%3 == 0 {
			name = fmt.Sprintf("p%d", i)
		}
		role, typ := roles[i%5], "string"
		if role == "variant" {
			typ = "'one' | 'two' | 'three' | 'four' | 'five'"
		}
		fmt.Fprintf(&big, "  %s: { type: \"%s\", role: %s, required: %v }\n", name, typ, role, i%7 == 0)
	}
	big.WriteString("slots:\n")
	for i := range 12 {
		fmt.Fprintf(&big, "  slot%dNamedAtLength: { form: function, inLoop: %v, gives: { form: named, fields: { first: string, second: number, theThirdAndLast: boolean } } }\n", i, i%2 == 0)
	}
	big.WriteString("events:\n")
	for i := range 25 {
		fmt.Fprintf(&big, "  event%dThatHappensOften: { payload: { form: positional, fields: [{ alpha: string }, { beta: number }, { gammaAndDelta: boolean }] } }\n", i)
	}
	big.WriteString("parts:\n")
	for i := range 15 {
		fmt.Fprintf(&big, "  Part%d: { component: HarbourMasterControlBoard.Part%d, shares: [port, density] }\n", i, i)
	}
	big.WriteString("styleHooks:\n  properties: [--board-ink, --board-rule, --board-gap-between-rows]\n  cssParts: [cell, head, foot]\n  data: { data-tone: tone, data-density: density }\n")
	l := &contract.Listing{Reader: "1", Source: contract.SourceInfo{Kind: "file", Digest: "sha256:x"}, Library: contract.LibraryInfo{Name: "Extreme"}, Package: contract.PackageInfo{Name: "extreme", Version: "1.0.0", Framework: "react", Modules: []string{"."}}}
	for _, text := range []string{big.String(), "contract: 1\ncomponent: Nothing\nexport: { module: ., name: Nothing, kind: named }\n", "contract: 1\ncomponent: useTides\nkind: logic\nroot: none\nexport: { module: ., name: useTides, kind: named }\nprops: { port: string }\n"} {
		c, err := contract.ParseFile("x", []byte(text))
		if err != nil {
			t.Fatal(err)
		}
		c.Hashes()
		l.Components = append(l.Components, *c)
	}
	return l
}

// TestPlatesOfAnyContract draws contracts with 60 props, with nothing, and logic.
func TestPlatesOfAnyContract(t *testing.T) {
	ctx := context.Background()
	db, err := store.Open(ctx, cluster.Database(t))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(db.Close)
	if _, err := db.AddRelease(ctx, "test", extreme(t), "", &style.Findings{}); err != nil {
		t.Fatal(err)
	}
	s := httptest.NewServer(api.Handler(t.Context(), db, slog.New(slog.DiscardHandler)))
	t.Cleanup(s.Close)
	for _, width := range []int{320, 768, 1280} {
		window := browser(t, width, 900)
		if err := chromedp.Run(window, chromedp.EmulateViewport(int64(width), 900)); err != nil {
			t.Fatal(err)
		}
		for name, pins := range map[string]int{"HarbourMasterControlBoard": 61 + 12 + 25 + 15 + 8, "Nothing": 0, "useTides": 1} {
			var bad []string
			var drawn int
			if err := chromedp.Run(window, chromedp.Navigate(s.URL+"/components/extreme/"+name), chromedp.WaitVisible("svg[role=group]", chromedp.ByQuery),
				chromedp.Poll(`document.fonts.status === 'loaded'`, nil), chromedp.Sleep(300*time.Millisecond), chromedp.Evaluate(overlaps, &bad),
				chromedp.Evaluate(`document.querySelectorAll('svg[role=group] a').length`, &drawn)); err != nil {
				t.Fatalf("%s at %d: %v", name, width, err)
			}
			var wide float64
			if err := chromedp.Run(window, chromedp.Evaluate(`document.querySelector('svg[role=group]').getBoundingClientRect().width`, &wide)); err != nil {
				t.Fatal(err)
			}
			if room := float64(min(width-120, 1000)); wide < room && width > 320 {
				t.Errorf("%s at %d: the plate is only %.0f wide", name, width, wide)
			}
			if drawn != pins {
				t.Errorf("%s at %d: %d pins are drawn, want %d", name, width, drawn, pins)
			}
			if len(bad) > 0 {
				t.Errorf("%s at %d: %s", name, width, strings.Join(bad[:min(len(bad), 6)], "; "))
			}
			if dir := os.Getenv("STEADY_SHOTS"); dir != "" {
				var png []byte
				if err := chromedp.Run(window, chromedp.CaptureScreenshot(&png)); err == nil {
					_ = os.WriteFile(filepath.Join(dir, fmt.Sprint(name, width, ".png")), png, 0o644)
				}
			}
		}
	}
}

// TestContrast holds text against its background in light and dark by WCAG 2.2:
// 4.5 to 1.
func TestContrast(t *testing.T) {
	url := serve(t, true)
	const low = `(() => {
		const lum = ([r, g, b]) => [r, g, b].map((v) => v / 255).map((v) => v <= 0.03928 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4).reduce((s, v, i) => s + v * [0.2126, 0.7152, 0.0722][i], 0);
		const parse = (c) => c.match(/[\d.]+/g).map(Number);
		const behind = (e) => { for (; e; e = e.parentElement) { const c = parse(getComputedStyle(e).backgroundColor); if (c[3] !== 0) return c; } return [255, 255, 255]; };
		const bad = new Set();
		for (const e of document.querySelectorAll('#content *, header *')) {
			if (![...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim()) || e.closest('svg') || !e.offsetParent) continue;
			const a = lum(parse(getComputedStyle(e).color)), b = lum(behind(e));
			const ratio = (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
			if (ratio < 4.5) bad.add(e.textContent.slice(0, 40) + ': ' + ratio.toFixed(2));
		}
		return [...bad];
	})()`
	for _, scheme := range []string{"light", "dark"} {
		ctx := browser(t, 1280, 800, chromedp.Flag("blink-settings", map[string]string{"light": "preferredColorScheme=1", "dark": "preferredColorScheme=0"}[scheme]))
		for _, path := range []string{"/components", fairlead + "FareTag", "/releases?package=%40saltmarsh%2Ffairlead&from=1.2.0&to=2.0.0", "/impact?package=%40saltmarsh%2Ffairlead&from=1.2.0&to=2.0.0&app=booking", "/apps", "/apps/booking"} {
			page(t, ctx, url+path, "table tbody tr")
			var bad []string
			var dark bool
			if err := chromedp.Run(ctx, chromedp.Evaluate(low, &bad), chromedp.Evaluate(`matchMedia('(prefers-color-scheme: dark)').matches`, &dark)); err != nil {
				t.Fatal(err)
			}
			if dark != (scheme == "dark") {
				t.Fatalf("the browser does not show %s", scheme)
			}
			if len(bad) > 0 {
				t.Errorf("%s in %s: %s", path, scheme, strings.Join(bad, "; "))
			}
		}
	}
}

// TestNothingIsLoadedFromElsewhere holds that every address that a page loads is
// the service's own.
func TestNothingIsLoadedFromElsewhere(t *testing.T) {
	url := serve(t, true)
	ctx := browser(t, 1280, 800)
	page(t, ctx, url+fairlead+"FareTag", "svg[role=group] a")
	var loaded []string
	if err := chromedp.Run(ctx, chromedp.Evaluate(`performance.getEntriesByType('resource').map((r) => r.name)`, &loaded)); err != nil {
		t.Fatal(err)
	}
	for _, address := range loaded {
		if !strings.HasPrefix(address, url) && !strings.HasPrefix(address, "data:") {
			t.Errorf("%s is loaded", address)
		}
	}
	if len(loaded) < 3 {
		t.Errorf("only %v is loaded", loaded)
	}
}

// TestTheTypesOfTheConsole runs the TypeScript compiler over the console.
func TestTheTypesOfTheConsole(t *testing.T) {
	out, err := exec.Command("node", filepath.Join("node_modules", "typescript", "bin", "tsc"), "--noEmit").CombinedOutput()
	if err != nil {
		t.Errorf("%v\n%s", err, out)
	}
}
