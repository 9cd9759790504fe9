package jsonlimit

import (
	"bytes"
	"encoding/json"
	"errors"
	"io"
	"strings"
	"testing"
)

func TestCheck(t *testing.T) {
	limits := Limits{Depth: 3, Values: 6}
	for _, test := range []struct {
		name, text, want string
	}{
		{"as deep as it may be", `[[[1]]]`, ""},
		{"one deeper", `[[[[1]]]]`, "line 1, column 4: nested more than 3 deep"},
		{"deep in an object", "{\"a\":\n{\"b\":{\"c\":{}}}}", "line 2, column 11: nested more than 3 deep"},
		{"beside each other", `[[],[],[]]`, ""},
		{"brackets in a text", `["[[[[[[", "\"[[[["]`, ""},
		{"brackets in comments", "[ // [[[[\n1, /* [[[[ */ 2]", ""},
		{"as many as it may hold", `[1, -2.5e3, true, "x", null]`, ""},
		{"one more", `[1,2,3,4,5,6]`, "line 1, column 12: it holds more than 6 values"},
		{"keys are no values", `{"a":1,"b":2,"c":3,"d":4,"e" : 5}`, ""},
		{"texts are values", `{"a":"1","b":"2","c":"3","d":"4","e":"5","f":"6"}`, "line 1, column 48: it holds more than 6 values"},
		{"empty", "", ""},
		{"cut off", `{"a": "`, ""},
		{"not JSON", `]]]]`, ""},
	} {
		err := Check([]byte(test.text), limits)
		var limit *Error
		switch {
		case test.want == "" && err != nil, test.want != "" && (err == nil || err.Error() != test.want):
			t.Errorf("%s: %v, want %q", test.name, err, test.want)
		case err != nil && !errors.As(err, &limit):
			t.Errorf("%s: the error is a %T", test.name, err)
		}
	}
	if err := Check(bytes.Repeat([]byte("["), 1<<20), Limits{Depth: 100, Values: 1 << 30}); err == nil {
		t.Error("a million brackets are taken")
	}
}

// count is what the standard library's decoder says of a document.
func count(t *testing.T, data string) (depth, values int) {
	t.Helper()
	dec := json.NewDecoder(strings.NewReader(data))
	dec.UseNumber()
	var value func(level int)
	value = func(level int) {
		values++
		token, err := dec.Token()
		if err != nil {
			t.Fatal(err)
		}
		if d, ok := token.(json.Delim); ok {
			depth = max(depth, level)
			for dec.More() {
				if d == '{' {
					if _, err := dec.Token(); err != nil {
						t.Fatal(err)
					}
				}
				value(level + 1)
			}
			if _, err := dec.Token(); err != nil {
				t.Fatal(err)
			}
		}
	}
	value(1)
	if _, err := dec.Token(); !errors.Is(err, io.EOF) {
		t.Fatalf("something stands behind the value: %v", err)
	}
	return depth, values
}

// FuzzCheck holds the counts against those of the standard library's decoder.
func FuzzCheck(f *testing.F) {
	for _, seed := range []string{`{"a":[1,{"b":"c\\\""}],"d":null}`, `"x"`, `[[],{}]`, "// x\n[1]", `{"a" : "b:"}`} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		if !json.Valid([]byte(text)) || strings.Count(text, "[")+strings.Count(text, "{") > 1000 {
			_ = Check([]byte(text), Limits{10, 10}) // whatever it is, it does not fail
			return
		}
		depth, values := count(t, text)
		if err := Check([]byte(text), Limits{depth, values}); err != nil {
			t.Errorf("depth %d, values %d: %v", depth, values, err)
		}
		if depth > 0 && Check([]byte(text), Limits{depth - 1, values}) == nil {
			t.Errorf("depth %d passes for %d", depth, depth-1)
		}
		if Check([]byte(text), Limits{depth, values - 1}) == nil {
			t.Errorf("%d values pass for %d", values, values-1)
		}
	})
}
