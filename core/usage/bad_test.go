package usage

import (
	"strings"
	"testing"
)

// TestBadTemplates holds that what is wrong in templates is said with its place, and
// that all that can be read is read all the same.
func TestBadTemplates(t *testing.T) {
	const imports = "<script setup>\nimport { FareTag } from '@saltmarsh/fairlead';\n</script>\n"
	long := "const a = 1;" + strings.Repeat("f(0);", 40_000)
	tests := []struct {
		name  string
		files map[string]string
		sites string // components at places
		says  []string
	}{
		{"unclosed tags", map[string]string{"src/A.vue": imports + "<template>\n<div><FareTag amount=\"1\">\n</template>"}, "FareTag src/A.vue:5:6", []string{"src/A.vue:5:6: "}},
		{"an unclosed block", map[string]string{"src/A.vue": imports + "<template>\n<FareTag />"}, "FareTag src/A.vue:5:1", []string{"src/A.vue:4:1: "}},
		{"another language", map[string]string{"src/A.vue": "<template lang=\"pug\">\nFareTag\n</template>\n<script>\nimport { h } from 'vue';\nimport { FareTag } from '@saltmarsh/fairlead';\nexport default { setup: () => () => h(FareTag) }\n</script>"},
			"FareTag src/A.vue:7:37", []string{`templates in "pug" are not read`}},
		{"registered twice", map[string]string{"src/main.js": "import { createApp } from 'vue';\nimport { FareTag, Notice } from '@saltmarsh/fairlead';\nconst app = createApp({});\napp.component('fl-it', FareTag);\napp.component('fl-it', Notice);", "src/A.vue": "<template><fl-it /></template>"},
			"", []string{"src/main.js:5:1: fl-it is registered twice, before at src/main.js:4"}},
		{"a minified file", map[string]string{"src/vendor.min.js": "import{FareTag}from'@saltmarsh/fairlead';" + long, "src/A.vue": imports + "<template><FareTag /></template>"}, "FareTag src/A.vue:4:11", []string{"src/vendor.min.js:1:1: a minified file is not read"}},
		{"generated folders", map[string]string{".nuxt/a.vue": imports + "<template><FareTag /></template>", "dist/a.vue": imports + "<template><FareTag /></template>", ".output/a.vue": imports + "<template><FareTag /></template>", "src/a.js": "export {}"}, "", nil},
	}
	for _, test := range tests {
		test.files["package.json"] = `{ "name": "app", "dependencies": { "vue": "3", "@saltmarsh/fairlead": "1" } }`
		s, err := scanFiles(t, test.files)
		if err != nil {
			t.Errorf("%s: %v", test.name, err)
			continue
		}
		var sites, said []string
		for _, x := range s.Sites {
			sites = append(sites, x.Component+" "+x.At.String())
		}
		for _, u := range s.Unread {
			said = append(said, u.At.String()+": "+u.Why)
		}
		if got := strings.Join(sites, ", "); test.sites != "" && got != test.sites || test.name == "generated folders" && got != "" {
			t.Errorf("%s: sites %q, want %q", test.name, got, test.sites)
		}
		for _, want := range test.says {
			if !strings.Contains(strings.Join(said, "\n"), want) {
				t.Errorf("%s: %q is not said; sites %v; said:\n%s", test.name, want, sites, strings.Join(said, "\n"))
			}
		}
	}
}
