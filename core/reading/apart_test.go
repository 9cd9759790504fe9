package reading

import (
	"fmt"
	"testing"

	"steadysocket/core/contract"
)

func TestMembersAreToldApart(t *testing.T) {
	for _, test := range []struct {
		name          string
		props, events []string // canonical/spelled
		twoWay        contract.TwoWay
		want          string
	}{
		{"nothing in common", []string{"value/value"}, []string{"valueChange/onValueChange"}, contract.TwoWay{Value: "value", Change: "valueChange"}, "[value] [valueChange] value valueChange"},
		{"a value beside the model", []string{"value/value", "value/modelValue"}, []string{"valueChange/update:modelValue"}, contract.TwoWay{Value: "value", Change: "valueChange"}, "[value modelValue] [valueChange] modelValue valueChange"},
		{"the model first", []string{"value/modelValue", "value/value"}, []string{"valueChange/update:modelValue"}, contract.TwoWay{Value: "value", Change: "valueChange"}, "[modelValue value] [valueChange] modelValue valueChange"},
		{"two events of one name", []string{"value/modelValue"}, []string{"valueChange/value-change", "valueChange/update:modelValue"}, contract.TwoWay{Value: "value", Change: "valueChange"}, "[value] [valueChange update:modelValue] value update:modelValue"},
		{"both", []string{"value/value", "value/modelValue"}, []string{"valueChange/valueChange", "valueChange/update:modelValue"}, contract.TwoWay{Value: "value", Change: "valueChange"}, "[value modelValue] [valueChange update:modelValue] modelValue update:modelValue"},
		{"a name that is taken by a third", []string{"a/a", "a/onA", "onA/onA"}, nil, contract.TwoWay{}, "[a onA' onA]  "},
	} {
		c := &contract.Contract{}
		split := func(text string) (name, spelled string) {
			for i := range text {
				if text[i] == '/' {
					return text[:i], text[i+1:]
				}
			}
			return text, text
		}
		for _, p := range test.props {
			name, spelled := split(p)
			c.Props = append(c.Props, &contract.Prop{Name: name, Spelled: contract.SpelledAs(spelled)})
		}
		for _, e := range test.events {
			name, spelled := split(e)
			c.Events = append(c.Events, &contract.Event{Name: name, Spelled: contract.SpelledAs(spelled)})
		}
		if test.twoWay.Value != "" {
			c.TwoWay = []contract.TwoWay{test.twoWay}
		}
		tellApart(c)
		var props, events []string
		for _, p := range c.Props {
			props = append(props, p.Name)
		}
		for _, e := range c.Events {
			events = append(events, e.Name)
		}
		got := fmt.Sprint(props, " ")
		if len(events) > 0 {
			got += fmt.Sprint(events)
		}
		got += " "
		for _, w := range c.TwoWay {
			got += w.Value + " " + w.Change
		}
		if got != test.want {
			t.Errorf("%s: %q, want %q", test.name, got, test.want)
		}
	}
}
