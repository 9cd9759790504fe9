// This file is the table of the kinds of changes: what each means.

package change

// Kind is the kind of a change, from a closed list. It is the word used in ids.
type Kind string

// Row is what the table says about a kind.
type Row struct {
	Kind    Kind
	Where   string
	Verdict Verdict
	Silent  Silence
	// Why says what it means to an app. %s stands for the detail of the case.
	Why string
	// Site says what becomes of a use site; core/impact holds the rule itself.
	Site string
}

// The kinds of changes.
const (
	ComponentAdded     Kind = "component-added"
	ComponentRemoved   Kind = "component-removed"
	ComponentRenamed   Kind = "component-renamed"
	ComponentSplit     Kind = "component-split"
	ComponentMerged    Kind = "component-merged"
	ComponentMoved     Kind = "component-moved"
	PathRemoved        Kind = "path-removed"
	ExportKindChanged  Kind = "export-kind-changed"
	ComponentToLogic   Kind = "component-to-logic"
	StageChanged       Kind = "stage-changed"
	Deprecated         Kind = "deprecated"
	ParameterNarrowed  Kind = "type-parameter-narrowed"
	ParameterWidened   Kind = "type-parameter-widened"
	BaseUnresolved     Kind = "base-unresolved"
	PromiseUnknown     Kind = "promise-unknown"
	WordsChanged       Kind = "words-changed"
	RootChanged        Kind = "root-changed"
	RootChoiceDropped  Kind = "root-choice-dropped"
	RootUnknown        Kind = "root-unknown"
	PassThroughAdded   Kind = "pass-through-added"
	PassThroughRemoved Kind = "pass-through-removed"
	PassThroughMoved   Kind = "pass-through-moved"
	PassThroughUnknown Kind = "pass-through-unknown"

	PropAdded          Kind = "prop-added"
	PropAddedShadowing Kind = "prop-added-shadowing"
	PropAddedClashing  Kind = "prop-added-clashing"
	PropAddedRequired  Kind = "prop-added-required"
	PropRequired       Kind = "prop-required"
	PropOptional       Kind = "prop-optional"
	PropRemoved        Kind = "prop-removed"
	PropRenamed        Kind = "prop-renamed"
	TakenAsAttribute   Kind = "taken-as-attribute"
	AttributeAdded     Kind = "attribute-added"
	AttributeRemoved   Kind = "attribute-removed"
	AttributeRenamed   Kind = "attribute-renamed"
	TypeWidened        Kind = "type-widened"
	TypeNarrowed       Kind = "type-narrowed"
	TypeReplaced       Kind = "type-replaced"
	TypeRewritten      Kind = "type-rewritten"
	TypeUnsure         Kind = "type-unsure"
	ValueAdded         Kind = "value-added"
	ValueRemoved       Kind = "value-removed"
	ValueRenamed       Kind = "value-renamed"
	SetClosed          Kind = "set-closed"
	SetOpened          Kind = "set-opened"
	DefaultChanged     Kind = "default-changed"
	DefaultUnknown     Kind = "default-unknown"
	LimitsTightened    Kind = "limits-tightened"
	LimitsLoosened     Kind = "limits-loosened"
	UnitChanged        Kind = "unit-changed"
	FlagFolded         Kind = "flag-folded"

	SlotAdded           Kind = "slot-added"
	SlotAddedRequired   Kind = "slot-added-required"
	SlotRequired        Kind = "slot-required"
	SlotOptional        Kind = "slot-optional"
	SlotRemoved         Kind = "slot-removed"
	SlotRenamed         Kind = "slot-renamed"
	SlotFormChanged     Kind = "slot-form-changed"
	SlotFormWidened     Kind = "slot-form-widened"
	SlotCountNarrowed   Kind = "slot-count-narrowed"
	SlotCountWidened    Kind = "slot-count-widened"
	SlotAcceptsNarrowed Kind = "slot-accepts-narrowed"
	SlotAcceptsWidened  Kind = "slot-accepts-widened"
	DataAdded           Kind = "slot-data-added"
	DataRemoved         Kind = "slot-data-removed"
	DataRenamed         Kind = "slot-data-renamed"
	DataWidened         Kind = "slot-data-widened"
	DataNarrowed        Kind = "slot-data-narrowed"
	DataReplaced        Kind = "slot-data-replaced"
	DataUnsure          Kind = "slot-data-unsure"
	DataFormChanged     Kind = "slot-data-form-changed"
	DataRequired        Kind = "slot-data-always"
	DataOptional        Kind = "slot-data-sometimes"
	FallbackChanged     Kind = "fallback-changed"
	FallbackUnknown     Kind = "fallback-unknown"
	SlotPlaceChanged    Kind = "slot-place-changed"

	EventAdded           Kind = "event-added"
	EventAddedShadowing  Kind = "event-added-shadowing"
	EventRemoved         Kind = "event-removed"
	EventRenamed         Kind = "event-renamed"
	HandlerRequired      Kind = "handler-required"
	HandlerOptional      Kind = "handler-optional"
	PayloadAdded         Kind = "payload-added"
	PayloadRemoved       Kind = "payload-removed"
	PayloadReordered     Kind = "payload-reordered"
	PayloadWidened       Kind = "payload-widened"
	PayloadNarrowed      Kind = "payload-narrowed"
	PayloadReplaced      Kind = "payload-replaced"
	PayloadUnsure        Kind = "payload-unsure"
	PayloadFormChanged   Kind = "payload-form-changed"
	PayloadRequired      Kind = "payload-always"
	PayloadOptional      Kind = "payload-sometimes"
	ReturnsNarrowed      Kind = "returns-narrowed"
	ReturnsWidened       Kind = "returns-widened"
	ReturnsUnsure        Kind = "returns-unsure"
	CancelableDropped    Kind = "cancelable-dropped"
	CancelableAdded      Kind = "cancelable-added"
	BubblesDropped       Kind = "bubbles-dropped"
	BubblesAdded         Kind = "bubbles-added"
	HoldDropped          Kind = "hold-dropped"
	HoldAdded            Kind = "hold-added"
	TwoWayWidened        Kind = "two-way-widened"
	CombinationForbidden Kind = "combination-forbidden"
	CombinationAllowed   Kind = "combination-allowed"
	CompanionNeeded      Kind = "companion-needed"
	CompanionDropped     Kind = "companion-dropped"

	PartAdded         Kind = "part-added"
	PartAddedRequired Kind = "part-added-required"
	PartRemoved       Kind = "part-removed"
	PartRenamed       Kind = "part-renamed"
	PartPlaceChanged  Kind = "part-place-changed"
	HandleChanged     Kind = "handle-type-changed"
	HandleLost        Kind = "handle-lost"
	HandleAdded       Kind = "handle-added"

	HandleMemberRemoved Kind = "handle-member-removed"
	HandleMemberPoorer  Kind = "handle-member-poorer"
	HandleMemberRicher  Kind = "handle-member-richer"
	HandleMemberUnsure  Kind = "handle-member-unsure"
	HandleMemberAdded   Kind = "handle-member-added"

	ModeRemoved  Kind = "mode-removed"
	ModeNarrowed Kind = "mode-narrowed"
	ModeWidened  Kind = "mode-widened"
	ModeAdded    Kind = "mode-added"

	HookRemoved       Kind = "style-hook-removed"
	HookChanged       Kind = "style-hook-changed"
	HookAdded         Kind = "style-hook-added"
	TokenDropped      Kind = "token-dropped"
	TokenAdded        Kind = "token-added"
	AppDefaultDropped Kind = "app-default-dropped"
	AppDefaultAdded   Kind = "app-default-added"

	ProviderNeeded    Kind = "provider-needed"
	ProviderMoved     Kind = "provider-moved"
	ProviderRead      Kind = "provider-read"
	ProviderDropped   Kind = "provider-dropped"
	ProvidedRemoved   Kind = "provided-removed"
	ProvidedChanged   Kind = "provided-changed"
	ProvidedUnsure    Kind = "provided-unsure"
	ProvidedAdded     Kind = "provided-added"
	InjectedRemoved   Kind = "injected-removed"
	InjectedOverrides Kind = "injected-overrides"
	InjectedAdded     Kind = "injected-added"

	PairRemoved        Kind = "pair-removed"
	PairAdded          Kind = "pair-added"
	StateChangeRemoved Kind = "state-change-removed"
	StateChangeRenamed Kind = "state-change-renamed"
	StateChangePoorer  Kind = "state-change-poorer"
	StateChangeRicher  Kind = "state-change-richer"
	StateChangeAdded   Kind = "state-change-added"
	GuaranteeWithdrawn Kind = "guarantee-withdrawn"
	GuaranteeAltered   Kind = "guarantee-altered"
	GuaranteeAdded     Kind = "guarantee-added"
	ValueSetGone       Kind = "value-set-gone"
	ValueSetMoved      Kind = "value-set-moved"
	SetValueGone       Kind = "value-set-value-gone"
	SetValueAdded      Kind = "value-set-value-added"
	InsideChanged      Kind = "inside-changed"

	ResultAdded       Kind = "result-added"
	ResultRemoved     Kind = "result-removed"
	ResultRenamed     Kind = "result-renamed"
	ResultReordered   Kind = "result-reordered"
	ResultWidened     Kind = "result-widened"
	ResultNarrowed    Kind = "result-narrowed"
	ResultReplaced    Kind = "result-replaced"
	ResultUnsure      Kind = "result-unsure"
	ResultFormChanged Kind = "result-form-changed"
	ResultRequired    Kind = "result-always"
	ResultOptional    Kind = "result-sometimes"

	ModuleRemoved Kind = "module-removed"
	ModulesUnread Kind = "modules-unread"
	ModuleAdded   Kind = "module-added"
	ExportRemoved Kind = "export-removed"
	ExportAdded   Kind = "export-added"
	ExportChanged Kind = "export-changed"
	PeerAdded     Kind = "peer-added"
	PeerOptional  Kind = "peer-optional"
	PeerLockstep  Kind = "peer-lockstep"
	PeerRemoved   Kind = "peer-removed"
	PeerNarrowed  Kind = "peer-narrowed"
	PeerWidened   Kind = "peer-widened"
	PeerUnsure    Kind = "peer-unsure"
	BuiltStale    Kind = "built-stale"

	PlaceMoved Kind = "place-moved"
	PlaceTaken Kind = "place-taken"
)

// Rows is the table. Each kind stands in it once.
var Rows = []Row{
	{ComponentAdded, "component", Additive, Never, "a component that was not there", "–"},
	{ComponentRemoved, "component", Breaking, Never, "the component is gone", "breaks"},
	{ComponentRenamed, "component", Breaking, Never, "the component is called %s now", "breaks; an edit mends it"},
	{ComponentSplit, "component", Breaking, Never, "the component was split: what it took stands in %s now", "breaks"},
	{ComponentMerged, "component", Breaking, Never, "the component was merged into %s", "breaks"},
	{ComponentMoved, "component", Breaking, Never, "the component is imported from %s now", "breaks; an edit mends it"},
	{PathRemoved, "component", Breaking, Never, "the component can no longer be imported as %s", "breaks if it imports it so; an edit mends it"},
	{ExportKindChanged, "component", Breaking, Never, "the component is exported otherwise: %s", "breaks; an edit mends it"},
	{ComponentToLogic, "component", Breaking, Never, "what was a component is logic now, or the other way round", "breaks"},
	{StageChanged, "component", Neutral, Never, "the stage is %s now", "holds, listed"},
	{Deprecated, "any member", Additive, Never, "it is deprecated%s", "holds, listed with the successor"},
	{ParameterNarrowed, "component", Breaking, Unchecked, "the type parameter %s takes fewer types", "unsure unless given"},
	{ParameterWidened, "component", Additive, Never, "the type parameter %s takes more types", "holds"},
	{BaseUnresolved, "component", Unsure, Unchecked, "what the component extends could not be read on one side: %s", "unsure"},
	{PromiseUnknown, "component", Unsure, Always, "%s could be read on one side only", "unsure where it may rely on it"},
	{WordsChanged, "words", Neutral, Never, "the description, owner, advice or examples differ", "holds"},
	{RootChanged, "root", Behavioural, Always, "the outermost element is %s now", "shifts"},
	{RootChoiceDropped, "root", Breaking, Unchecked, "an app can no longer choose the outermost element by %s", "breaks if it chooses"},
	{RootUnknown, "root", Unsure, Always, "the outermost element could be read on one side only", "unsure"},
	{PassThroughAdded, "pass-through", Additive, Never, "undeclared attributes reach %s now", "holds"},
	{PassThroughRemoved, "pass-through", Breaking, Unchecked, "undeclared attributes no longer reach %s", "breaks if it gives an attribute that is neither member nor passed any more"},
	{PassThroughMoved, "pass-through", Behavioural, Always, "undeclared attributes reach %s now", "shifts if it gives undeclared attributes"},
	{PassThroughUnknown, "pass-through", Unsure, Always, "where undeclared attributes go could be read on one side only", "unsure if it gives undeclared attributes"},

	{PropAdded, "prop", Additive, Never, "an app may give %s", "holds"},
	{PropAddedShadowing, "prop", Behavioural, Always, "%s was forwarded as an attribute and is the component's own now", "shifts if it already gives that attribute"},
	{PropAddedClashing, "prop", Breaking, Unchecked, "%s was forwarded as an attribute and is a prop of another type now", "breaks if it already gives that attribute"},
	{PropAddedRequired, "prop", Breaking, Unchecked, "an app must give %s", "breaks if not given"},
	{PropRequired, "prop", Breaking, Unchecked, "an app must give %s now", "breaks if not given"},
	{PropOptional, "prop", Additive, Never, "an app may leave out %s now", "holds"},
	{PropRemoved, "prop", Breaking, Unchecked, "an app that gives %s gives it for nothing", "breaks if given"},
	{AttributeAdded, "prop", Additive, Never, "the attribute %s shows the property now", "–"},
	{AttributeRemoved, "prop", Breaking, Always, "the attribute %s is not looked at any more", "breaks if it gives it as that attribute"},
	{AttributeRenamed, "prop", Breaking, Always, "the attribute is called %s now", "breaks if it gives it as the old attribute; an edit mends it"},
	{PropRenamed, "prop", Breaking, Unchecked, "the prop is called %s now", "breaks if given; an edit mends it"},
	{TakenAsAttribute, "prop, slot, event", Neutral, Always, "%s is no longer declared, and still taken as an attribute of an element; where attributes go was not shown before and is not now", "holds"},
	{TypeWidened, "prop", Additive, Never, "more may be given", "holds"},
	{TypeNarrowed, "prop", Breaking, Unchecked, "less may be given", "literals one by one, expressions unsure"},
	{TypeReplaced, "prop", Breaking, Unchecked, "something else must be given", "literals one by one, expressions unsure"},
	{TypeRewritten, "prop", Neutral, Never, "the same may be given, written otherwise", "holds"},
	{TypeUnsure, "prop", Unsure, Unchecked, "the types cannot be compared: %s", "unsure if given"},
	{ValueAdded, "prop", Additive, Never, "an app may give %s", "holds"},
	{ValueRemoved, "prop", Breaking, Unchecked, "an app that gives %s no longer fits", "breaks if it gives the value"},
	{ValueRenamed, "prop", Breaking, Unchecked, "the value is called %s now", "breaks if it gives the value; an edit mends it"},
	{SetClosed, "prop", Breaking, Unchecked, "only the listed values may be given now", "breaks if its value is not in the set"},
	{SetOpened, "prop", Additive, Never, "other values than the listed ones may be given now", "holds"},
	{DefaultChanged, "prop", Behavioural, Always, "where %s is not given, it is something else now", "shifts if it does not give the prop"},
	{DefaultUnknown, "prop", Unsure, Always, "the default of %s could be read on one side only", "unaffected: it breaks nothing; how many there are is said once"},
	{LimitsTightened, "prop", Breaking, Always, "the limits are tighter", "literals decided, else unsure"},
	{LimitsLoosened, "prop", Additive, Never, "the limits are looser", "holds"},
	{UnitChanged, "prop", Breaking, Always, "the number means %s now", "breaks if given"},
	{FlagFolded, "prop", Breaking, Unchecked, "the flag is folded into %s", "breaks if given; an edit mends it"},

	{SlotAdded, "slot", Additive, Never, "an app may fill %s", "holds"},
	{SlotAddedRequired, "slot", Breaking, Unchecked, "an app must fill %s", "breaks if not filled"},
	{SlotRequired, "slot", Breaking, Unchecked, "an app must fill %s now", "breaks if not filled"},
	{SlotOptional, "slot", Additive, Never, "an app may leave %s empty now", "holds"},
	{SlotRemoved, "slot", Breaking, Unchecked, "content for %s has no place any more", "breaks if it fills it"},
	{SlotRenamed, "slot", Breaking, Unchecked, "the slot is called %s now", "breaks if it fills it; an edit mends it"},
	{SlotFormChanged, "slot", Breaking, Unchecked, "it is filled by %s now", "breaks if what it puts in no longer fits"},
	{SlotFormWidened, "slot", Additive, Never, "it may be filled by %s now", "holds"}, // one element is content
	{SlotCountNarrowed, "slot", Breaking, Unchecked, "another number of children is taken", "unsure if it fills it"},
	{SlotCountWidened, "slot", Additive, Never, "more numbers of children are taken", "holds"},
	{SlotAcceptsNarrowed, "slot", Breaking, Unchecked, "fewer components are taken", "unsure if it fills it"},
	{SlotAcceptsWidened, "slot", Additive, Never, "more components are taken", "holds"},
	{DataAdded, "slot data", Additive, Never, "%s is handed over too", "holds"},
	{DataRemoved, "slot data", Breaking, Unchecked, "%s is no longer handed over", "breaks if its content takes that field"},
	{DataRenamed, "slot data", Breaking, Unchecked, "what is handed over is called %s now", "breaks if its content takes that field"},
	{DataWidened, "slot data", Breaking, Always, "%s can be more than it could", "breaks if its content takes that field"},
	{DataNarrowed, "slot data", Additive, Never, "%s can be less than it could", "holds"},
	{DataReplaced, "slot data", Breaking, Unchecked, "%s is something else now", "breaks if its content takes that field"},
	{DataUnsure, "slot data", Unsure, Unchecked, "what is handed over cannot be compared: %s", "unsure if its content takes it"},
	{DataFormChanged, "slot data", Breaking, Unchecked, "what is handed over comes as %s now", "breaks if its content takes anything"},
	{DataRequired, "slot data", Additive, Never, "%s is always handed over now", "holds"},
	{DataOptional, "slot data", Breaking, Unchecked, "%s is not always handed over now", "breaks if its content takes that field"},
	{FallbackChanged, "slot", Behavioural, Always, "where it is not filled, %s stands there now", "shifts if not filled"},
	{FallbackUnknown, "slot", Unsure, Always, "what stands in %s where nothing is given could be read on one side only", "unaffected: it breaks nothing; how many there are is said once"},
	{SlotPlaceChanged, "slot", Behavioural, Always, "the content is drawn %s now", "shifts if it fills it"},

	{EventAdded, "event", Additive, Never, "an app may listen to %s", "holds"},
	{EventAddedShadowing, "event", Behavioural, Always, "%s was forwarded to an element and is the component's own now", "shifts if it already listens"},
	{EventRemoved, "event", Breaking, Unchecked, "%s never comes any more", "breaks if it listens"},
	{EventRenamed, "event", Breaking, Unchecked, "the event is called %s now", "breaks if it listens; an edit mends it"},
	{HandlerRequired, "event", Breaking, Unchecked, "an app must listen to %s now", "breaks if not given"},
	{HandlerOptional, "event", Additive, Never, "an app need not listen to %s any more", "holds"},
	{PayloadAdded, "event", Additive, Never, "%s is reported too", "holds"},
	{PayloadRemoved, "event", Breaking, Unchecked, "%s is no longer reported", "breaks if its handler takes that field"},
	{PayloadReordered, "event", Breaking, Unchecked, "%s comes in another place", "breaks if its handler takes that field"},
	{PayloadWidened, "event", Breaking, Always, "%s can be more than it could", "breaks if its handler takes that field"},
	{PayloadNarrowed, "event", Additive, Never, "%s can be less than it could", "holds"},
	{PayloadReplaced, "event", Breaking, Unchecked, "%s is something else now", "breaks if its handler takes that field"},
	{PayloadUnsure, "event", Unsure, Unchecked, "what is reported cannot be compared: %s", "unsure if its handler takes it"},
	{PayloadFormChanged, "event", Breaking, Unchecked, "what is reported comes as %s now", "breaks if its handler takes anything"},
	{PayloadRequired, "event", Additive, Never, "%s is always reported now", "holds"},
	{PayloadOptional, "event", Breaking, Unchecked, "%s is not always reported now", "breaks if its handler takes that field"},
	{ReturnsNarrowed, "event", Breaking, Unchecked, "the handler may hand back less", "unsure if it listens"},
	{ReturnsWidened, "event", Additive, Never, "the handler may hand back more", "holds"},
	{ReturnsUnsure, "event", Unsure, Unchecked, "what the handler hands back cannot be compared: %s", "unsure if it listens"},
	{CancelableDropped, "event", Breaking, Always, "the event can no longer be cancelled", "unsure if it listens"},
	{CancelableAdded, "event", Additive, Never, "the event can be cancelled now", "holds"},
	{BubblesDropped, "event", Breaking, Always, "the event no longer reaches what stands above", "unsure"},
	{BubblesAdded, "event", Behavioural, Always, "the event reaches what stands above now", "unsure"},
	{HoldDropped, "two-way value", Breaking, Unchecked, "the value can no longer be held %s", "by what it gives"},
	{HoldAdded, "two-way value", Additive, Never, "the value can be held %s too", "holds"},
	{TwoWayWidened, "two-way value", Breaking, Unchecked, "the value is handed back too, and %s can be more than it could", "breaks if it listens and takes the value"},
	{CombinationForbidden, "exclusion", Breaking, Always, "a combination must not occur any more: %s", "breaks if it gives that combination"},
	{CombinationAllowed, "exclusion", Additive, Never, "a combination may occur now: %s", "holds"},
	{CompanionNeeded, "companion", Breaking, Always, "one must go with the other now: %s", "breaks if it gives one without the other"},
	{CompanionDropped, "companion", Additive, Never, "one need not go with the other any more: %s", "holds"},

	{PartAdded, "part", Additive, Never, "an app may use %s", "holds"},
	{PartAddedRequired, "part", Breaking, Unchecked, "an app must use %s", "unsure"},
	{PartRemoved, "part", Breaking, Never, "%s is gone", "breaks if used"},
	{PartRenamed, "part", Breaking, Never, "the part is called %s now", "breaks if used; an edit mends it"},
	{PartPlaceChanged, "part", Breaking, Always, "the part must stand within %s now", "unsure if used"},
	{HandleChanged, "handle", Breaking, Unchecked, "a ref is %s now", "breaks if it passes a ref"},
	{HandleLost, "handle", Breaking, Unchecked, "a ref reaches nothing any more", "breaks if it passes a ref"},
	{HandleAdded, "handle", Additive, Never, "an app may pass a ref", "holds"},
	{HandleMemberRemoved, "handle", Breaking, Unchecked, "a ref no longer reaches %s", "breaks if used"},
	{HandleMemberPoorer, "handle", Breaking, Unchecked, "%s of a ref is less or something else now", "breaks if used"},
	{HandleMemberRicher, "handle", Additive, Never, "%s of a ref is more now", "holds"},
	{HandleMemberUnsure, "handle", Unsure, Unchecked, "what a ref reaches cannot be compared: %s", "unsure if used"},
	{HandleMemberAdded, "handle", Additive, Never, "a ref reaches %s", "holds"},

	{ModeRemoved, "mode", Breaking, Unchecked, "the form in which %s is gone", "breaks if it uses that mode"},
	{ModeNarrowed, "mode", Breaking, Unchecked, "%s", "breaks if it uses that mode and gives, or does not give, the member"},
	{ModeWidened, "mode", Additive, Never, "%s", "holds"},
	{ModeAdded, "mode", Additive, Never, "there is a form in which %s", "holds"},

	{HookRemoved, "style hook", Breaking, Always, "a style that relies on %s finds nothing any more", "breaks if a style of the app uses it"},
	{HookChanged, "style hook", Behavioural, Always, "it shows something else now: %s", "shifts if a style of the app uses it"},
	{HookAdded, "style hook", Additive, Never, "a style may rely on %s", "holds"},
	{TokenDropped, "theming", Behavioural, Always, "the design token %s is no longer read", "shifts if the app sets it"},
	{TokenAdded, "theming", Additive, Never, "the design token %s is read", "holds"},
	{AppDefaultDropped, "theming", Behavioural, Always, "an app can no longer set the default of %s for all uses", "shifts if the app sets it"},
	{AppDefaultAdded, "theming", Additive, Never, "an app may set the default of %s for all uses", "holds"},

	{ProviderNeeded, "context", Breaking, Always, "%s must stand above it now", "breaks if none stands above"},
	{ProviderMoved, "context", Breaking, Always, "what must stand above it is %s now", "breaks if none stands above"},
	{ProviderRead, "context", Additive, Never, "it reads %s", "holds"},
	{ProviderDropped, "context", Additive, Never, "%s need not stand above it any more", "holds"},
	{ProvidedRemoved, "context", Breaking, Always, "%s is no longer provided to what stands inside", "unsure if anything of the app stands inside"},
	{ProvidedChanged, "context", Breaking, Always, "what is provided inside as %s is something else now", "unsure if anything of the app stands inside"},
	{ProvidedUnsure, "context", Unsure, Always, "what is provided inside as %s cannot be compared", "unsure if anything of the app stands inside"},
	{ProvidedAdded, "context", Additive, Never, "%s is provided to what stands inside", "holds"},
	{InjectedRemoved, "context", Breaking, Always, "children are no longer given %s", "unsure if it has children"},
	{InjectedOverrides, "context", Breaking, Always, "what a child gives for %s is overridden now", "unsure if it has children"},
	{InjectedAdded, "context", Additive, Never, "children are given %s", "holds"},

	{PairRemoved, "pairs", Breaking, Always, "these no longer belong together: %s", "unsure if it uses the parts"},
	{PairAdded, "pairs", Breaking, Always, "these must carry equal values now: %s", "unsure if it uses the parts"},
	{StateChangeRemoved, "state changes", Breaking, Always, "the kind of state change %s never comes any more", "unsure if it amends state changes"},
	{StateChangeRenamed, "state changes", Breaking, Always, "the kind of state change is called %s now", "unsure if it amends state changes"},
	{StateChangePoorer, "state changes", Breaking, Always, "less or something else is told with the state change %s", "unsure if it amends state changes"},
	{StateChangeRicher, "state changes", Additive, Never, "more is told with the state change %s", "holds"},
	{StateChangeAdded, "state changes", Additive, Never, "an app may amend the state change %s", "holds"},
	{GuaranteeWithdrawn, "guarantees", Behavioural, Always, "this is no longer promised: %s", "shifts"},
	{GuaranteeAltered, "guarantees", Behavioural, Always, "the promise is another now: %s", "shifts"},
	{GuaranteeAdded, "guarantees", Additive, Never, "this is promised: %s", "holds"},
	{ValueSetGone, "outside value set", Breaking, Always, "no value is taken from %s any more", "breaks if it gives a value of it"},
	{ValueSetMoved, "outside value set", Neutral, Never, "the same values come from %s", "holds"},
	{SetValueGone, "outside value set", Breaking, Always, "the set holds no %s any more", "breaks if it gives that value"},
	{SetValueAdded, "outside value set", Additive, Never, "the set holds %s", "holds"},
	{InsideChanged, "inside", Neutral, Always, "what is drawn inside has another outline", "holds; a style or query that reaches in may not"},

	{ResultAdded, "result of logic", Additive, Never, "%s is given back too", "holds"},
	{ResultRemoved, "result of logic", Breaking, Unchecked, "%s is no longer given back", "breaks if it takes it"},
	{ResultRenamed, "result of logic", Breaking, Unchecked, "what is given back is called %s now", "breaks if it takes it"},
	{ResultReordered, "result of logic", Breaking, Unchecked, "%s is given back in another place", "breaks if it takes it"},
	{ResultWidened, "result of logic", Breaking, Unchecked, "%s can be more than it could", "breaks if it takes it"},
	{ResultNarrowed, "result of logic", Additive, Never, "%s can be less than it could", "holds"},
	{ResultReplaced, "result of logic", Breaking, Unchecked, "%s is something else now", "breaks if it takes it"},
	{ResultUnsure, "result of logic", Unsure, Unchecked, "what is given back cannot be compared: %s", "unsure if it takes it"},
	{ResultFormChanged, "result of logic", Breaking, Unchecked, "what is given back comes as %s now", "breaks if it takes anything"},
	{ResultRequired, "result of logic", Additive, Never, "%s is always given back now", "holds"},
	{ResultOptional, "result of logic", Breaking, Unchecked, "%s is not always given back now", "breaks if it takes it"},

	{ModuleRemoved, "package", Breaking, Never, "nothing can be imported from %s any more", "by import"},
	{ModulesUnread, "package", Unsure, Never, "more modules can be imported than were read: whether %s can still be imported is not known", "by import"},
	{ModuleAdded, "package", Additive, Never, "an app may import from %s", "–"},
	{ExportRemoved, "package", Breaking, Never, "%s is no longer exported", "by import"},
	{ExportAdded, "package", Additive, Never, "%s is exported", "–"},
	{ExportChanged, "package", Unsure, Unchecked, "%s has another shape; who relies on it is not followed yet", "by import"},
	{PeerAdded, "package", Breaking, Never, "%s must be installed beside it", "by the app's locked version"},
	{PeerRemoved, "package", Additive, Never, "%s need not be installed any more", "–"},
	{PeerNarrowed, "package", Breaking, Never, "fewer versions are allowed beside it: %s", "by the app's locked version"},
	{PeerWidened, "package", Neutral, Never, "more versions are allowed beside it: %s", "–"},
	{PeerOptional, "package", Neutral, Never, "%s, which need not be installed, is allowed in other versions", "–"},
	{PeerLockstep, "package", Neutral, Never, "%s is released together with it and moved along", "–"},
	{BuiltStale, "package", Breaking, Unchecked, "the built files say something else of %s than the sources beside them: they were not built anew", "unsure"},
	{PlaceMoved, "places", Breaking, Always, "its file stands elsewhere: the name that finds it is %s now", "breaks; an edit mends it"},
	{PlaceTaken, "places", Breaking, Always, "the name finds another file now: %s", "unsure: what stands there may be alike"},
	{PeerUnsure, "package", Unsure, Never, "the versions allowed beside it changed, and one of the ranges cannot be read: %s", "by the app's locked version"},
}

// ByKind gives the row of a kind.
var ByKind = func() map[Kind]Row {
	m := make(map[Kind]Row, len(Rows))
	for _, row := range Rows {
		if _, twice := m[row.Kind]; twice {
			panic("change: the kind " + string(row.Kind) + " stands twice in the table")
		}
		m[row.Kind] = row
	}
	return m
}()
