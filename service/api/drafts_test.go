package api

import (
	"fmt"
	"net/http"
	"os"
	"slices"
	"strings"
	"sync"
	"testing"

	"steadysocket/core/contract"
	"steadysocket/core/design"
)

// draftBody is a draft of the demo as it is sent.
func draftBody(t *testing.T, name string) map[string]any {
	t.Helper()
	head, contracts, err := design.Texts(os.DirFS("../../demo/drafts"), name)
	if err != nil {
		t.Fatal(err)
	}
	return map[string]any{"name": name, "draft": head, "contracts": contracts}
}

// with gives a body with one contract's text changed.
func with(body map[string]any, file string, change func(string) string) map[string]any {
	contracts := map[string]string{}
	for name, text := range body["contracts"].(map[string]string) {
		contracts[name] = text
	}
	contracts[file] = change(contracts[file])
	return map[string]any{"name": body["name"], "draft": body["draft"], "contracts": contracts}
}

func matching(revision string) map[string]string {
	return map[string]string{"X-Steady-Actor": "other", "If-Match": revision}
}

// TestDrafts keeps a draft, edits it, goes back, and holds that each state stays.
func TestDrafts(t *testing.T) {
	s := serve(t)
	lever := draftBody(t, "lever")
	status, out := call(t, s, "POST", "/api/v1/drafts", lever, signed)
	if status != 201 || out["state"].(map[string]any)["revision"] != 1.0 {
		t.Fatalf("a new draft is answered with %d: %v", status, out)
	}
	if text := out["contracts"].(map[string]any)["reason.contract.yaml"]; text != lever["contracts"].(map[string]string)["reason.contract.yaml"] {
		t.Error("the text of a contract file is not kept as it was sent")
	}
	if status, out := call(t, s, "POST", "/api/v1/drafts", lever, signed); status != 201 || out["state"].(map[string]any)["revision"] != 1.0 {
		t.Errorf("the same again is answered with %d: %v", status, out)
	}
	edited := with(lever, "hint.contract.yaml", func(s string) string { return strings.Replace(s, "size:", "extent:", 1) })
	edited["what"] = "called size extent"
	if status, out := call(t, s, "POST", "/api/v1/drafts", edited, signed); status != 409 {
		t.Errorf("another one of the same name is answered with %d: %v", status, out)
	}
	edited = with(edited, "hint.contract.yaml", func(s string) string {
		return strings.Replace(s, "data-size: reflects size", "data-size: reflects extent", 1)
	})
	edited["what"] = "called size extent"
	if status, out := call(t, s, "PUT", "/api/v1/drafts/lever", edited, matching(`"1"`)); status != 200 || out["state"].(map[string]any)["by"] != "other" {
		t.Fatalf("an edit is answered with %d: %v", status, out)
	}
	// A form sends the contract as JSON: people get the file.
	form := with(lever, "hint.contract.yaml", func(string) string { return `{"contract": 1, "component": "Lever", "props": {"wide": "boolean"}}` })
	status, out = call(t, s, "PUT", "/api/v1/drafts/lever", form, matching(`"2"`))
	if text, _ := out["contracts"].(map[string]any)["hint.contract.yaml"].(string); status != 200 || !strings.HasPrefix(text, "$schema: contract.schema.json\ncontract: 1\ncomponent: Lever\n") {
		t.Errorf("a form's edit is answered with %d: %q", status, text)
	}
	// Going back keeps what was in between.
	_, first := call(t, s, "GET", "/api/v1/drafts/lever/revisions/1", nil, nil)
	back := map[string]any{"draft": first["draft"], "contracts": first["contracts"], "what": "went back to 1"}
	if status, out := call(t, s, "PUT", "/api/v1/drafts/lever", back, matching(`"3"`)); status != 200 || out["state"].(map[string]any)["revision"] != 4.0 {
		t.Errorf("going back is answered with %d: %v", status, out)
	}
	var history []string
	_, out = call(t, s, "GET", "/api/v1/drafts/lever/revisions", nil, nil)
	for _, r := range out["items"].([]any) {
		history = append(history, r.(map[string]any)["what"].(string)+" by "+r.(map[string]any)["by"].(string))
	}
	if got := strings.Join(history, ", "); got != "went back to 1 by other, edited by other, called size extent by other, began by test" {
		t.Errorf("the history is %s", got)
	}
	_, out = call(t, s, "GET", "/api/v1/drafts", nil, nil)
	if list := out["items"].([]any); len(list) != 1 || list[0].(map[string]any)["finished"] != "reason" {
		t.Errorf("listed is %v", list)
	}
}

// TestNobodyLosesAnEdit lets many people edit one draft at once: each edit is kept as a
// revision, or its author is shown both versions.
func TestNobodyLosesAnEdit(t *testing.T) {
	s := serve(t)
	lever := draftBody(t, "lever")
	call(t, s, "POST", "/api/v1/drafts", lever, signed)
	mine := func(name string) map[string]any {
		return with(lever, "hint.contract.yaml", func(s string) string { return s + "was: [" + name + "]\n" })
	}
	status, out := call(t, s, "PUT", "/api/v1/drafts/lever", mine("First"), matching(`"1"`))
	if status != 200 {
		t.Fatalf("the first edit is answered with %d: %v", status, out)
	}
	status, out = call(t, s, "PUT", "/api/v1/drafts/lever", mine("Second"), matching(`"1"`))
	now, _ := out["now"].(map[string]any)
	if status != 412 || now == nil || !strings.Contains(now["contracts"].(map[string]any)["hint.contract.yaml"].(string), "First") || now["state"].(map[string]any)["revision"] != 2.0 {
		t.Fatalf("the second edit is answered with %d: %v", status, out)
	}
	kept := 0
	var wg sync.WaitGroup
	var mu sync.Mutex
	for i := range 8 {
		wg.Go(func() {
			status, _ := call(t, s, "PUT", "/api/v1/drafts/lever", mine("Many"+string(rune('a'+i))), matching(`"2"`))
			mu.Lock()
			defer mu.Unlock()
			if status == 200 {
				kept++
			} else if status != 412 {
				t.Errorf("an edit among many is answered with %d", status)
			}
		})
	}
	wg.Wait()
	_, out = call(t, s, "GET", "/api/v1/drafts/lever/revisions", nil, nil)
	if n := len(out["items"].([]any)); kept != 1 || n != 3 {
		t.Errorf("%d of the edits were kept, and there are %d revisions", kept, n)
	}
}

// TestDraftProblems holds what is said of calls that are wrong.
func TestDraftProblems(t *testing.T) {
	s := serve(t)
	lever := draftBody(t, "lever")
	call(t, s, "POST", "/api/v1/drafts", lever, signed)
	named := func(name string) map[string]any {
		return map[string]any{"name": name, "draft": lever["draft"], "contracts": lever["contracts"]}
	}
	for _, row := range []struct {
		name, method, path string
		body               any
		header             map[string]string
		status             int
		want               string
	}{
		{"nobody signs", "POST", "/drafts", lever, nil, 400, "who writes"},
		{"a name", "POST", "/drafts", named("No Name"), signed, 400, "cannot be the name"},
		{"no base", "PUT", "/drafts/lever", lever, signed, 428, "which revision it began with"},
		{"a base that is none", "PUT", "/drafts/lever", lever, matching("abc"), 428, "which revision"},
		{"no draft", "PUT", "/drafts/missing", lever, matching("1"), 404, "no draft missing"},
		{"nothing there", "GET", "/drafts/missing", nil, nil, 404, "no draft missing"},
		{"no history", "GET", "/drafts/missing/revisions", nil, nil, 404, "no draft missing"},
		{"no revision", "GET", "/drafts/lever/revisions/9", nil, nil, 404, "no revision 9"},
		{"a revision that is none", "GET", "/drafts/lever/revisions/x", nil, nil, 400, "a revision is a number"},
		{"no JSON", "POST", "/drafts", "{", signed, 422, "not the JSON"},
		{"a file that was not sent", "POST", "/drafts", map[string]any{"name": "a", "draft": lever["draft"]}, signed, 422, "was not sent"},
		{"a contract that is none", "POST", "/drafts", with(lever, "hint.contract.yaml", func(string) string { return "contract: 1\ncomponent: A\nprops: { a: \"'x\" }" }), signed, 422, "hint.contract.yaml:3"},
		{"a draft that is none", "POST", "/drafts", map[string]any{"name": "a", "draft": map[string]any{"draft": 1}, "contracts": map[string]string{}}, signed, 422, "component"},
		{"a framework", "POST", "/design/look", map[string]any{"draft": lever["draft"], "framework": "none"}, nil, 400, "no code is written"},
		{"a form", "POST", "/design/skeleton", map[string]any{"text": "contract: 1\ncomponent: A", "form": "none"}, nil, 400, "is not written"},
		{"a form of nothing", "POST", "/design/skeleton", map[string]any{"text": "", "form": "react"}, nil, 422, "the file is empty"},
		{"a need", "GET", "/design/advice?need=more", nil, nil, 400, "is no need"},
		{"a pattern", "POST", "/design/shape", map[string]any{"text": "contract: 1\ncomponent: A", "pattern": "none"}, nil, 400, "is no pattern"},
		{"too large", "POST", "/drafts", `{"name": "` + strings.Repeat("a", maxDraftBody) + `"}`, signed, 413, "at most"},
	} {
		t.Run(row.name, func(t *testing.T) {
			status, out := call(t, s, row.method, "/api/v1"+row.path, row.body, row.header)
			if detail, _ := out["detail"].(string); status != row.status || !strings.Contains(detail, row.want) {
				t.Errorf("it is answered with %d: %s; want %d: %s", status, detail, row.status, row.want)
			}
		})
	}
}

// TestLook looks at a draft as an editor does, with and without its library.
func TestLook(t *testing.T) {
	s := serve(t)
	bar := draftBody(t, "notice-bar")
	bar["by"] = []string{"tone"}
	bar["framework"] = "vue"
	status, out := call(t, s, "POST", "/api/v1/design/look", bar, nil)
	if status != 200 || out["against"] != "" {
		t.Fatalf("it is answered with %d: %v", status, out["detail"])
	}
	alternatives := out["alternatives"].([]any)
	flags, sets := alternatives[0].(map[string]any), alternatives[1].(map[string]any)
	if len(alternatives) != 4 || len(flags["proposals"].([]any)) < 4 || flags["noMatrix"] == nil || sets["matrix"] == nil {
		t.Errorf("the alternatives are %d, with %v proposals", len(alternatives), flags["proposals"])
	}
	text := flags["proposals"].([]any)[0].(map[string]any)["text"].(string)
	if c, err := contract.ParseFile("proposed", []byte(text)); err != nil || c.Prop("tone") == nil {
		t.Errorf("a proposal leads to no contract: %v", err)
	}
	if code := sets["code"].([]any)[0].(map[string]any)["code"].(map[string]any)["text"].(string); !strings.HasPrefix(code, "<NoticeBar") {
		t.Errorf("the code is %s", code)
	}
	if ages := out["whatIf"].(map[string]any)["alternatives"].([]any); len(ages) != 4 {
		t.Errorf("%d alternatives are aged", len(ages))
	}
	// One that cannot be read says why, and the others stay.
	broken := with(bar, "sets.contract.yaml", func(s string) string { return strings.Replace(s, "'calm' |", "'calm |", 1) })
	_, out = call(t, s, "POST", "/api/v1/design/look", broken, nil)
	alternatives = out["alternatives"].([]any)
	if problems := alternatives[1].(map[string]any)["problems"].([]any); len(problems) != 1 || !strings.Contains(problems[0].(string), "sets.contract.yaml:") || len(alternatives) != 4 {
		t.Errorf("a broken alternative says %v", problems)
	}
	// With its library there, the draft is held against it.
	if status, out := call(t, s, "POST", "/api/v1/releases", map[string]any{"listing": listing(t, "2.1.0")}, signed); status != http.StatusCreated {
		t.Fatalf("the release is answered with %d: %v", status, out)
	}
	for range 2 { // the second time from what is remembered
		_, out = call(t, s, "POST", "/api/v1/design/look", bar, nil)
		sets = out["alternatives"].([]any)[1].(map[string]any)
		if out["against"] != "@saltmarsh/fairlead@2.1.0" || len(sets["offers"].([]any)) == 0 || len(sets["findings"].([]any)) == 0 {
			t.Errorf("held against %v, offered is %v, found is %v", out["against"], sets["offers"], sets["findings"])
		}
	}
}

// TestADraftFromARecordedContract begins a draft with a component of a release.
func TestADraftFromARecordedContract(t *testing.T) {
	s := serve(t)
	call(t, s, "POST", "/api/v1/releases", map[string]any{"listing": listing(t, "2.1.0")}, signed)
	from := map[string]string{"package": "@saltmarsh/fairlead", "version": "2.1.0", "component": "FareTag"}
	status, out := call(t, s, "POST", "/api/v1/drafts", map[string]any{"name": "fare-tag", "from": from}, signed)
	text, _ := out["contracts"].(map[string]any)["today.contract.yaml"].(string)
	if c, err := contract.ParseFile("today", []byte(text)); status != 201 || err != nil || c.Prop("tone") == nil {
		t.Errorf("it is answered with %d: %v (%v)", status, out, err)
	}
	from["component"] = "FareTab"
	if status, out := call(t, s, "POST", "/api/v1/drafts", map[string]any{"name": "fare-tab", "from": from}, signed); status != 404 {
		t.Errorf("a component that is not there is answered with %d: %v", status, out)
	}
}

// TestIntended holds a component against a finished draft: what was taken from it differs
// in nothing, and an edit shows as itself.
func TestIntended(t *testing.T) {
	s := serve(t)
	call(t, s, "POST", "/api/v1/releases", map[string]any{"listing": listing(t, "2.1.0")}, signed)
	const page = "/api/v1/packages/%40saltmarsh%2Ffairlead/components/FareTag"
	intended := func() (list []any) {
		_, out := call(t, s, "GET", page, nil, nil)
		return out["intended"].([]any)
	}
	_, out := call(t, s, "POST", "/api/v1/drafts", map[string]any{"name": "fare-tag", "from": map[string]string{"package": "@saltmarsh/fairlead", "version": "2.1.0", "component": "FareTag"}}, signed)
	if got := intended(); len(got) != 0 {
		t.Errorf("a draft that is not finished intends %v", got)
	}
	body := map[string]any{"draft": out["draft"], "contracts": out["contracts"]}
	head := body["draft"].(map[string]any)
	head["finished"] = map[string]any{"alternative": "today"}
	for n, x := range []struct {
		name, library, old, new string
		want                    []string // kinds of changes; nil where nothing is intended
	}{
		{"as it is", "Fairlead", "", "", []string{}},
		{"another default", "Fairlead", "value: calm", "value: notice", []string{"default-changed"}},
		{"any library's", "", "", "", []string{"default-changed"}},
		{"another library's", "Hawser", "", "", nil},
	} {
		head["library"] = x.library
		texts := body["contracts"].(map[string]any)
		before := texts["today.contract.yaml"].(string)
		if x.old != "" {
			texts["today.contract.yaml"] = strings.Replace(before, x.old, x.new, 1)
			if texts["today.contract.yaml"] == before {
				t.Fatalf("nothing to change in\n%s", before)
			}
		}
		if x.library == "" {
			delete(head, "library")
		}
		body["what"] = x.name
		if status, out := call(t, s, "PUT", "/api/v1/drafts/fare-tag", body, matching(fmt.Sprintf(`"%d"`, n+1))); status != 200 {
			t.Fatalf("%s is answered with %d: %v", x.name, status, out)
		}
		var got []string
		list := intended()
		for _, i := range list {
			got = []string{}
			for _, c := range i.(map[string]any)["changes"].([]any) {
				got = append(got, c.(map[string]any)["kind"].(string))
			}
		}
		if !slices.Equal(got, x.want) || (got == nil) != (x.want == nil) {
			t.Errorf("%s: it is held against %v", x.name, list)
		}
	}
}

// TestDesignCalls holds skeletons, advice and shapes over the network.
func TestDesignCalls(t *testing.T) {
	s := serve(t)
	text := draftBody(t, "lever")["contracts"].(map[string]string)["reason.contract.yaml"]
	for _, form := range design.Forms() {
		status, out := call(t, s, "POST", "/api/v1/design/skeleton", map[string]any{"text": text, "form": form}, nil)
		if items, _ := out["items"].([]any); status != 200 || len(items) != 1 || len(items[0].(map[string]any)["text"].(string)) < 100 {
			t.Errorf("%s is answered with %d: %v", form, status, out)
		}
	}
	status, out := call(t, s, "GET", "/api/v1/design/advice?need=vary%20one%20spot&framework=vue&stance=slots", nil, nil)
	if status != 200 || out["patterns"].([]any)[0].(map[string]any)["pattern"] != "a slot with a fallback" {
		t.Errorf("advice is answered with %d: %v", status, out)
	}
	status, out = call(t, s, "POST", "/api/v1/design/shape", map[string]any{"text": text, "pattern": "parts that share state"}, nil)
	if c, err := contract.ParseFile("shaped", []byte(out["text"].(string))); status != 200 || err != nil || c.Part("Title") == nil {
		t.Errorf("a shape is answered with %d: %v", status, out)
	}
}
