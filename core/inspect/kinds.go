// This file is the table of the kinds of findings: a closed list.

package inspect

// Kind is what is wrong at a place.
type Kind string

// Told says who else tells of a mistake.
type Told string

// Who tells.
const (
	Nobody   Told = "nobody"       // whatever checks the file
	Checker  Told = "type checker" // where one sees the site
	Compiler Told = "compiler"     // or the browser, at once
)

// Row is one kind: how much it matters, who else tells, when it occurs and why that is
// a mistake, with an example. A row with handedOn also holds for what a wrapper of the
// app hands on.
type Row struct {
	Kind    Kind
	Weight  Weight
	Told    Told
	Occurs  string
	Reason  string
	Example string

	atSite   func(a *at)
	atApp    func(a *app)
	handedOn bool
}

// The kinds.
const (
	MemberUnknown       Kind = "member-unknown"
	AttributeStray      Kind = "attribute-stray"
	ValueUnknown        Kind = "value-unknown"
	ValueMismatch       Kind = "value-mismatch"
	TextForValue        Kind = "text-for-value"
	CodeAsText          Kind = "code-as-text"
	NameUnbound         Kind = "name-unbound"
	CallMissing         Kind = "call-missing"
	HandlerCalled       Kind = "handler-called"
	EventUnknown        Kind = "event-unknown"
	PayloadUnknown      Kind = "payload-unknown"
	SlotUnknown         Kind = "slot-unknown"
	ContentDropped      Kind = "content-dropped"
	FallbackReplaced    Kind = "fallback-replaced"
	SlotDataUnknown     Kind = "slot-data-unknown"
	InnerName           Kind = "inner-name"
	MemberMissing       Kind = "member-missing"
	CombinationExcluded Kind = "combination-excluded"
	CompanionMissing    Kind = "companion-missing"
	FlagsContradict     Kind = "flags-contradict"
	Deprecated          Kind = "deprecated-used"
	PartOutside         Kind = "part-outside"
	PairUnequal         Kind = "pair-unequal"
	InjectedOverwritten Kind = "injected-overwritten"
	RecordKeyLost       Kind = "record-key-lost"
	StyleKeyUnknown     Kind = "style-key-unknown"
	ComponentUnbound    Kind = "component-unbound"
	NativeNamesake      Kind = "native-namesake"
	ImportUnknown       Kind = "import-unknown"
	ImportPaths         Kind = "import-paths"
	KeyUnstable         Kind = "key-unstable"
	MarksShared         Kind = "marks-shared"
	Reach               Kind = "reach-in"
	StateLeak           Kind = "state-leak"
	StateLost           Kind = "state-lost"
	StyleRepeated       Kind = "style-repeated"
	StyleForProp        Kind = "style-for-prop"
	ThemeKeyUnknown     Kind = "theme-key-unknown"
	Copied              Kind = "component-copied"
	ProviderMissing     Kind = "provider-missing"
	PeerMissing         Kind = "peer-missing"
	PeerOld             Kind = "peer-old"
	PackageTwice        Kind = "package-twice"
	PackageAssumed      Kind = "package-assumed"
	ScanMissing         Kind = "style-scan-missing"
)

// Rows are all kinds, in the order in which they are looked for.
var Rows = []Row{
	{Kind: MemberUnknown, Weight: Must, Told: Checker, atSite: unknownMembers, handedOn: true,
		Occurs:  "a use gives a name that is no member of the component and that reaches no element",
		Reason:  "what is given is lost, and the member that was meant keeps its default",
		Example: `<PassengerCount maximum={4} />`},
	{Kind: AttributeStray, Weight: Should, Told: Checker, handedOn: true,
		Occurs:  "a use gives a name that is no member and ends as an attribute that its element does not know",
		Reason:  "the page carries it, and nothing reads it",
		Example: `<FareTag amount={300} toan="notice" />`},
	{Kind: ValueUnknown, Weight: Must, Told: Checker, atSite: values, handedOn: true,
		Occurs:  "a use gives a value that is not in the closed set of the member",
		Reason:  "no branch of the component takes it: it draws the default look, or none",
		Example: `<FareTag amount={300} tone="loud" />`},
	{Kind: ValueMismatch, Weight: Must, Told: Checker, handedOn: true,
		Occurs:  "a use gives a value of another type than the member takes",
		Reason:  "the component computes with something that it does not expect",
		Example: `<CrewChip person={12} />`},
	{Kind: TextForValue, Weight: Must, Told: Checker, handedOn: true,
		Occurs:  "a use gives a text where a number, a flag, a list or a function is read",
		Reason:  `"3" adds up to "31", and any text is true`,
		Example: `<fare-tag amount="450" busy="false">`},
	{Kind: CodeAsText, Weight: Should, Told: Nobody, handedOn: true,
		Occurs:  "a text that is given is written as an expression",
		Reason:  "the page shows the braces",
		Example: `<Notice title="{storm}" />`},
	{Kind: NameUnbound, Weight: Must, Told: Checker, atApp: looseNames,
		Occurs:  "what is given at a use is read from a name that stands for nothing there",
		Reason:  "the lookup gives nothing, and the member keeps its default; often a text was meant",
		Example: `<FareTag :amount="300" :tone="notice" />`},
	{Kind: CallMissing, Weight: Must, Told: Checker, handedOn: true,
		Occurs:  "a use gives a function where its result is read",
		Reason:  "the component draws the function's text, or nothing",
		Example: `<FareTag amount={fare.total.valueOf} />`},
	{Kind: HandlerCalled, Weight: Must, Told: Checker, handedOn: true,
		Occurs:  "a use calls its handler where it should name it",
		Reason:  "it runs when the page is drawn, and not when the event comes",
		Example: `<Lever onPress={save()}>Save</Lever>`},
	{Kind: EventUnknown, Weight: Must, Told: Checker, handedOn: true,
		Occurs:  "a use listens to an event that the component never sends",
		Reason:  "the handler never runs, and nobody says so",
		Example: `<Notice title="Fog" @close="hide" />`},
	{Kind: PayloadUnknown, Weight: Must, Told: Checker, atSite: payloads, handedOn: true,
		Occurs:  "a handler takes something that the event does not carry",
		Reason:  "it is undefined each time",
		Example: `<Lever onPress={({ when }) => log(when)} />`},
	{Kind: SlotUnknown, Weight: Must, Told: Checker, handedOn: true,
		Occurs:  "a use fills a slot that the component does not have",
		Reason:  "the content is dropped",
		Example: `<template #heading>`},
	{Kind: ContentDropped, Weight: Must, Told: Checker, handedOn: true,
		Occurs:  "content stands between the tags of a component that has no place for it",
		Reason:  "it is dropped",
		Example: `<CrewChip person="Orla">on duty</CrewChip>`},
	{Kind: FallbackReplaced, Weight: Should, Told: Nobody, atSite: strayContent,
		Occurs:  "nothing but a stray mark fills a slot that has a fallback",
		Reason:  "the mark takes the place of what would stand there",
		Example: `<BoardingPass passenger={name} sailing={sailing}>;</BoardingPass>`},
	{Kind: SlotDataUnknown, Weight: Must, Told: Checker, handedOn: true,
		Occurs:  "content takes something that the slot does not give",
		Reason:  "undefined prints as nothing",
		Example: `<template #row="{ sailing, number }">`},
	{Kind: InnerName, Weight: Must, Told: Checker,
		Occurs:  "content reads a name that only the component knows",
		Reason:  "content sees the app's names, and what the slot gives where it is taken",
		Example: `<template #row>{{ sailing.vessel }}</template>`},
	{Kind: MemberMissing, Weight: Must, Told: Checker, atSite: missing,
		Occurs:  "a use does not give a member that is required",
		Reason:  "the component was written in the belief that it is there",
		Example: `<FareTag tone="calm" />`},
	{Kind: CombinationExcluded, Weight: Must, Told: Nobody, atSite: combinations,
		Occurs:  "a use gives a combination that the contract excludes, or a member that its mode does not have",
		Reason:  "the component promises nothing for it",
		Example: `<FareTag amount={0} tone="urgent" struck />`},
	{Kind: CompanionMissing, Weight: Must, Told: Nobody, atSite: companions,
		Occurs:  "a use gives a member without another that must go with it",
		Reason:  "the one has no effect without the other",
		Example: `<LuggageLine pieces={1} renderWarning={warn} />`},
	{Kind: FlagsContradict, Weight: Should, Told: Nobody, atSite: contradictions,
		Occurs:  "two things that are given decide the same, and only one can win",
		Reason:  "which one wins is the component's own affair and may change",
		Example: `<FareTag amount={300} tone="hush" isUrgent />`},
	{Kind: Deprecated, Weight: Should, Told: Nobody, atSite: deprecated, handedOn: true,
		Occurs:  "a use relies on what is deprecated",
		Reason:  "it will go",
		Example: `<FareTag amount={300} isUrgent />`},
	{Kind: PartOutside, Weight: Must, Told: Nobody, atSite: partPlaces,
		Occurs:  "a part stands outside of the component that it belongs to",
		Reason:  "it finds no state to share: it fails, or stands there dead",
		Example: `<Timetable.Gap minutes={40} />`},
	{Kind: PairUnequal, Weight: Must, Told: Nobody, atSite: pairs,
		Occurs:  "the values that pair two parts of one component have no counterpart, or stand there twice",
		Reason:  "choosing the one shows nothing of the other",
		Example: `<QuayMap.Tab quay="north" /> … <QuayMap.Panel quay="nort" />`},
	{Kind: InjectedOverwritten, Weight: Should, Told: Nobody, atSite: injected,
		Occurs:  "a child gives what its parent puts into its children, over whatever they give",
		Reason:  "what the child gives is lost",
		Example: `<QuayMap quay="north"><QuayMap.Panel zoom="berth" /></QuayMap>`},
	{Kind: RecordKeyLost, Weight: Note, Told: Nobody, atSite: records, handedOn: true,
		Occurs:  "a record that is spread holds a key that meets no member",
		Reason:  "the data had a name that the prop does not have, or no longer has",
		Example: `<FareTag amount={300} {...{ tonne: 'notice' }} />`},
	{Kind: StyleKeyUnknown, Weight: Should, Told: Checker, atSite: styleKeys, handedOn: true,
		Occurs:  "a style object holds a key that is no style property",
		Reason:  "it is passed over; often a prop of the component was meant",
		Example: `<Plank style={{ tone: 'urgent' }}>`},
	{Kind: ComponentUnbound, Weight: Must, Told: Checker, atApp: looseTags,
		Occurs:  "a component is used that the file neither imports nor registers",
		Reason:  "the page breaks, or an unknown element stands there without a look",
		Example: `<Notice title="Fog" />`},
	{Kind: NativeNamesake, Weight: Must, Told: Nobody,
		Occurs:  "an element is written where the component of that name was meant",
		Reason:  "it is drawn without the library's look, and nobody says so",
		Example: `<plank>Your crossings</plank>`},
	{Kind: ImportUnknown, Weight: Must, Told: Compiler, atApp: imports,
		Occurs:  "a file imports a name or module that the package does not have",
		Reason:  "it is undefined in files that nothing checks",
		Example: `import { FairTag } from '@saltmarsh/fairlead';`},
	{Kind: ImportPaths, Weight: Note, Told: Nobody, atApp: paths,
		Occurs:  "one component is imported by several paths in one app",
		Reason:  "two copies of what it shares may be loaded, and each file looks another way",
		Example: `import { Lever } from '@saltmarsh/fairlead/lever';`},
	{Kind: KeyUnstable, Weight: Note, Told: Nobody,
		Occurs:  "the key of an item is its place in the list",
		Reason:  "when the list changes, what a component holds stays with the place and not with the item",
		Example: `{rows.map((row, at) => <SailingRow key={at} sailing={row} />)}`},
	{Kind: MarksShared, Weight: Should, Told: Nobody,
		Occurs:  "a tag that is written for a script of the page holds marks which the server's template language takes for its own",
		Reason:  "the server evaluates it, finds nothing, and the script never sees it",
		Example: `<fare-tag :amount="pence">{{ note }}</fare-tag> in a .twig file`},
	{Kind: Reach, Weight: Should, Told: Nobody, atApp: reachIns,
		Occurs:  "a style or query relies on what stands inside of a component and is no style hook",
		Reason:  "the inside may change in any release; a must where the newest no longer has it",
		Example: `.desk-fare small { color: grey }`},
	{Kind: StateLeak, Weight: Should, Told: Nobody,
		Occurs:  "a selector is made of nothing but a state that several components show",
		Reason:  "it hits all of them",
		Example: `[data-tone='urgent'] { color: red }`},
	{Kind: StateLost, Weight: Note, Told: Nobody,
		Occurs:  "a look is set at rest for a component that has states, and in none of them",
		Reason:  "hovered, focused or disabled it falls back to the library's look",
		Example: `.desk-sell { background: navy }`},
	{Kind: StyleRepeated, Weight: Note, Told: Nobody, atApp: layersOf,
		Occurs:  "several uses of a component are given the same style of their own",
		Reason:  "what is meant has no name, and the places drift apart; one declaration alone is told from four uses on, several are a should from there",
		Example: `<Plank style={{ fontWeight: 700, marginTop: 4 }}> … <Plank style={{ fontWeight: 700, marginTop: 4 }}>`},
	{Kind: StyleForProp, Weight: Note, Told: Nobody,
		Occurs:  "a style sets what a prop of the same name, or one that can mean nothing else, is there for",
		Reason:  "the prop keeps to the library's looks, the style does not",
		Example: `<FareTag amount={300} style={{ color: 'red' }} />`},
	{Kind: ThemeKeyUnknown, Weight: Should, Told: Nobody,
		Occurs:  "a table of what holds for all uses names a member that the component does not have",
		Reason:  "it is taken and passed over",
		Example: `components: { Lever: { defaultProps: { sise: 's' } } }`},
	{Kind: Copied, Weight: Should, Told: Nobody, atApp: copies,
		Occurs:  "a declaration of the app is a component's source carried over by hand",
		Reason:  "what the library mends and gains does not reach it",
		Example: `function OldChip({ who, rank }) { … }`},
	{Kind: ProviderMissing, Weight: Must, Told: Nobody, atSite: providers,
		Occurs:  "a component needs a provider above it, and stands below none",
		Reason:  "it fails when it is drawn, or never hears of a change",
		Example: `<Berth code="A1" />`},
	{Kind: PeerMissing, Weight: Must, Told: Nobody, atApp: beside,
		Occurs:  "the library needs a package beside it that the app does not depend on",
		Reason:  "it is there by luck, or not at all",
		Example: `"dependencies": { "@saltmarsh/fairlead": "^1.2.0" }`},
	{Kind: PeerOld, Weight: Must, Told: Nobody,
		Occurs:  "the library needs another version of a package than the app has",
		Reason:  "what it calls may not be there",
		Example: `"react": "17.0.2"`},
	{Kind: PackageTwice, Weight: Should, Told: Nobody,
		Occurs:  "a package that must be there once is there in several versions",
		Reason:  "what the one provides the other does not see",
		Example: `react 18.3.1, 19.0.0`},
	{Kind: PackageAssumed, Weight: Should, Told: Nobody,
		Occurs:  "a component that is used imports a package which neither its library brings nor the app depends on",
		Reason:  "it is there by luck, for something else brings it, or not at all",
		Example: `import { format } from 'timetables'; in the source of SailingRow`},
	{Kind: ScanMissing, Weight: Should, Told: Nobody,
		Occurs:  "a tool makes styles from the files that it scans, and the library's are not among them",
		Reason:  "the markup is right and its classes are undefined",
		Example: `content: ['./src/**/*.tsx']`},
}

// rowOf finds rows by kind. It is filled when the program starts, for the checks in the
// rows look there.
var rowOf map[Kind]*Row

func init() {
	rowOf = map[Kind]*Row{}
	for i := range Rows {
		rowOf[Rows[i].Kind] = &Rows[i]
	}
}

// ToldBy says who else tells of a kind of mistake.
func ToldBy(k Kind) Told { return rowOf[k].Told }
