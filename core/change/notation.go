// This file says what the notations of frameworks make of members: which spellings are
// one, whether a spelling tells a member's kind, and what nobody tells in templates.

package change

import (
	"strings"

	"steadysocket/core/contract"
	"steadysocket/core/names"
)

// notation is what one framework's notation makes of members.
type notation struct {
	// apart says that props, events and slots are written in notations of their own, so
	// that one spelling may stand for three members.
	apart bool
	// templates says that uses stand in templates or pages, where nobody tells of a name
	// that is not there.
	templates bool
	// same gives the form of a spelling in which two that the framework takes for one are
	// alike.
	same   func(kind contract.MemberKind, spelled string) string
	reason string
}

func asItIs(_ contract.MemberKind, spelled string) string { return spelled }

// notations are told by framework; any other has one namespace, as React.
var notations = map[string]notation{
	"vue": {apart: true, templates: true, same: func(kind contract.MemberKind, spelled string) string {
		if kind == contract.MemberSlot {
			return spelled
		}
		return names.Camel(spelled)
	}, reason: "props, listeners and slots are written apart; hyphens and capitals are one, but for slots"},
	"web component": {apart: true, templates: true, same: asItIs, reason: "attributes, listeners and slots are written apart, and pages are checked by nobody"},
	"angular":       {apart: true, templates: true, same: asItIs, reason: "inputs, outputs and projected content are written apart"},
	"ember":         {templates: true, same: asItIs, reason: "arguments share one namespace; templates are checked by nobody"},
	"svelte":        {templates: true, same: asItIs, reason: "props, callbacks and snippets share one namespace"},
}

func notationOf(framework string) notation {
	if n, ok := notations[framework]; ok {
		return n
	}
	return notation{same: asItIs}
}

// signs mark the kinds of members where kinds have notations of their own.
var signs = map[contract.MemberKind]string{contract.MemberEvent: "@", contract.MemberSlot: "#"}

// Key is what a member of a kind is known by among all that a site of a framework can
// give, however it is spelled there.
func Key(framework string, kind contract.MemberKind, spelled string) string {
	n := notationOf(framework)
	if !n.apart {
		return spelled
	}
	if rest, ok := strings.CutPrefix(spelled, "on"); ok && kind == contract.MemberEvent && framework == "vue" && names.MayBeComponent(rest) {
		spelled = names.LowerFirst(rest) // a listener that is declared as a prop
	}
	return signs[kind] + n.same(kind, spelled)
}

// inTemplates is how silent a change is where uses stand in templates, in place of what
// its row says.
var inTemplates = map[Kind]Silence{
	SlotRemoved: Always, SlotRenamed: Always, // content for a slot that is not there is dropped
	EventRemoved: Always, EventRenamed: Always, // a listener that is never called is no mistake to anybody
	ComponentRemoved: Unchecked, ComponentRenamed: Unchecked, // an unknown tag is an element
}
