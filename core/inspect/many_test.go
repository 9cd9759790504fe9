package inspect_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
)

// TestManySitesSayTheSame holds that sites which are looked at side by side on several
// cores say what they say one by one: each page's findings are its own, whatever stands
// beside it.
func TestManySitesSayTheSame(t *testing.T) {
	l := library(t, "quay", "", map[string]string{"index.tsx": quay})
	page := "import { Push, Sign } from 'quay';\nexport const Page = () => <div><Push tonee=\"loud\" /><Sign large /><Push tone=\"quiet\" onPush={(at, why) => why} /></div>;\n"
	alone, _ := found(t, l, "", map[string]string{"page0.jsx": page})
	files := map[string]string{}
	for n := range 900 {
		files[fmt.Sprintf("page%d.jsx", n)] = page
	}
	all, out := found(t, l, "", files)
	if len(all) != 900*len(alone) || out.Totals.Sites != 2700 {
		t.Fatalf("%d findings at %d sites, want %d", len(all), out.Totals.Sites, 900*len(alone))
	}
	got := strings.Join(all, "\n")
	for n := range 900 {
		for _, f := range alone {
			if want := strings.Replace(f, "page0.jsx", fmt.Sprintf("page%d.jsx", n), 1); !strings.Contains(got, want) {
				t.Fatalf("%s is not found", want)
			}
		}
	}
	_, again := found(t, l, "", files)
	a, errA := json.Marshal(out)
	b, errB := json.Marshal(again)
	if errA != nil || errB != nil || string(a) != string(b) {
		t.Error("the same app says another thing the second time")
	}
}
