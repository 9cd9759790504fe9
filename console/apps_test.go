package console

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
)

// TestApps follows an app from the list to what is wrong in it, down to the source.
func TestApps(t *testing.T) {
	url := serve(t, true)
	ctx := browser(t, 1280, 800)
	text := page(t, ctx, url+"/apps/booking", "[role=listitem] pre")
	wants(t, "the app", text, "Held against @saltmarsh/fairlead 1.2.0, which it is locked to", "findings at 85 sites", "src/desk/Counter.jsx:13:31", "CrewChip has no member rnak", "Write rank.",
		"nobody else tells", "Wrappers", "unless a use gives it", "Set for all uses", "Reach-ins", ".desk-fare small", "still there", "Everything was read.", "steady inspect ./booking --library @saltmarsh/fairlead")
	// What was found is counted where the apps are listed, and each count leads to it.
	text = page(t, ctx, url+"/apps", "tbody td a")
	wants(t, "the list of apps", text, "booking", "^1.2.0", "● here", "kiosk", "quay-signs")
	var location, heading string
	link := `a[href="/apps/booking?weight=note"]`
	if err := chromedp.Run(ctx, chromedp.Click(link, chromedp.ByQuery), chromedp.WaitVisible("[role=listitem] article", chromedp.ByQuery), chromedp.Location(&location), chromedp.Text("[role=listitem]:first-of-type", &heading, chromedp.ByQuery)); err != nil {
		t.Fatal(err)
	}
	if !strings.HasSuffix(location, "/apps/booking?weight=note") || !strings.Contains(heading, "note") || strings.Contains(heading, "must") {
		t.Errorf("the count leads to %s: %s", location, heading)
	}
	// By kind, by keyboard: the choice is opened, the last kind taken.
	if err := chromedp.Run(ctx, chromedp.Navigate(url+"/apps/booking?kind=value-unknown"), chromedp.WaitVisible("[role=listitem] ins", chromedp.ByQuery), chromedp.Text("#content", &text, chromedp.ByQuery)); err != nil {
		t.Fatal(err)
	}
	if wants(t, "one kind", text, `tone="urgent"`, "which is not in quays"); strings.Contains(text, "has no member rnak") {
		t.Error("other kinds are shown too")
	}
	text = page(t, ctx, url+"/apps/nobody", "[role=alert]")
	wants(t, "an app that is not there", text, "no app is called nobody", "steady list shows those that are kept")
}

// TestUsageOfAComponent holds what the page of a component says that apps do with it.
func TestUsageOfAComponent(t *testing.T) {
	url := serve(t, true)
	ctx := browser(t, 1280, 800)
	text := page(t, ctx, url+fairlead+"QuayMap", "#usage tbody tr")
	wants(t, "QuayMap", text, "What apps do with it", "in 1 of 4 apps: booking", "onQuayChange", "never", "QuayMap.Tab", "\"berth\"")
	text = page(t, ctx, url+fairlead+"TideStrip", "#usage tbody tr")
	wants(t, "TideStrip", text, "sites in 2 of 4 apps: booking 2, freight 1")
}
