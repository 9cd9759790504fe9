package demo

// Mistake is one that an app of the scenario makes on purpose: where (a text that stands
// once in the file, and the finding on its line), of which kind, about which member.
type Mistake struct{ App, File, Text, Kind, Member string }

const (
	counter  = "src/desk/Counter.jsx"
	harbour  = "src/desk/Harbour.jsx"
	looks    = "src/desk/Looks.jsx"
	deskCSS  = "src/desk/desk.css"
	fareHelp = "components/FareHelp.vue"
	help     = "help.html"
)

// Mistakes are all that inspecting finds in the apps: every kind of what is wrong at a use
// site is among them, and a test holds that nothing else is found.
var Mistakes = []Mistake{
	{"booking", counter, "import Fairlead", "import-unknown", "default"},
	{"booking", counter, "import Fairlead", "import-unknown", "FairTag"},
	{"booking", counter, "biggest={4}", "member-unknown", "biggest"},
	{"booking", counter, `rnak="mate"`, "member-unknown", "rnak"},
	{"booking", counter, `<FareTag amount={300} tonne`, "attribute-stray", "tonne"},
	{"booking", counter, `colour="red"`, "attribute-stray", "colour"},
	{"booking", counter, `tone="urgnet"`, "value-unknown", "tone"},
	{"booking", counter, "person={12}", "value-mismatch", "person"},
	{"booking", counter, `amount="450"`, "text-for-value", "amount"},
	{"booking", counter, `title="{storm}"`, "code-as-text", "title"},
	{"booking", counter, "farce.total", "name-unbound", "amount"},
	{"booking", counter, "amount={total}", "call-missing", "amount"},
	{"booking", counter, "onPress={sold()}", "handler-called", "onPress"},
	{"booking", counter, `label="Dogs"`, "event-unknown", "onChange"},
	{"booking", counter, "({ when })", "payload-unknown", "onPress"},
	{"booking", counter, `person="Bram"`, "content-dropped", "children"},
	{"booking", counter, ">;<", "fallback-replaced", "children"},
	{"booking", counter, "({ sailing, number })", "slot-data-unknown", "renderRow"},
	{"booking", counter, "<b>{index}</b>", "inner-name", "renderRow"},
	{"booking", counter, `<FareTag tone="calm"`, "member-missing", "amount"},
	{"booking", counter, "pieces={1}", "companion-missing", "renderWarning"},
	{"booking", counter, `kind="urgent" dismissable`, "combination-excluded", "dismissable"},
	{"booking", counter, "{...row}", "record-key-lost", "tonne"},
	{"booking", counter, "style={{", "style-key-unknown", "tone"},
	{"booking", counter, "style={{", "style-key-unknown", "colour"},
	{"booking", counter, "<Hatch", "component-unbound", "Hatch"},
	{"booking", counter, "<plank>", "native-namesake", "plank"},
	{"booking", counter, "isUrgent", "flags-contradict", "tone"},
	{"booking", counter, "isUrgent", "deprecated-used", "isUrgent"},
	{"booking", harbour, "fairlead/lever", "import-paths", "Lever"},
	{"booking", harbour, `quay="Nort"`, "value-unknown", "quay"},
	{"booking", harbour, `Tab quay="south"`, "pair-unequal", "quay"},
	{"booking", harbour, `quay="soth"`, "pair-unequal", "quay"},
	{"booking", harbour, `zoom="berth"`, "injected-overwritten", "zoom"},
	{"booking", harbour, `quay="ferry"`, "part-outside", ""},
	{"booking", looks, "sise: 'l'", "theme-key-unknown", "sise"},
	{"booking", looks, "style={{ color: 'teal' }}", "style-for-prop", "color"},
	{"booking", looks, "Doors close", "style-repeated", "style"},
	{"booking", looks, "key={at}", "key-unstable", "key"},
	{"booking", looks, "querySelector", "reach-in", ".desk-fare small"},
	{"booking", deskCSS, "{ color: grey; }", "reach-in", ".desk-fare small"},
	{"booking", deskCSS, "s:first-child", "reach-in", ".desk-fare > s:first-child"},
	{"booking", deskCSS, "[data-tone='urgent']", "state-leak", "[data-tone='urgent']"},
	{"booking", deskCSS, ".desk-sell", "state-lost", ".desk-sell"},
	{"freight", "src/CrateCount.tsx", "export function CrateCount", "component-copied", "CrateCount"},
	{"freight", "package.json", "\"name\": \"freight\"", "peer-old", "react"},
	{"kiosk", "package.json", "\"name\": \"kiosk\"", "package-twice", "vue"},
	{"booking", "src/pages/Departures.tsx", `title="Sailing cancelled"`, "combination-excluded", "dismissable"},
	{"booking", "src/pages/Basket.tsx", "isUrgent", "deprecated-used", "isUrgent"},
	{"booking", "src/pages/Rebate.tsx", "isUrgent", "deprecated-used", "isUrgent"},
	{"kiosk", fareHelp, `:tone="notice"`, "name-unbound", "tone"},
	{"kiosk", fareHelp, ` amount="450"`, "text-for-value", "amount"},
	{"kiosk", fareHelp, "@explained", "event-unknown", "explained"},
	{"kiosk", fareHelp, "#rows", "slot-unknown", "rows"},
	{"kiosk", fareHelp, "{ sailing, number }", "slot-data-unknown", "row"},
	{"kiosk", fareHelp, "{{ rowNo }}", "inner-name", "row"},
	{"kiosk", fareHelp, ">a fare<", "content-dropped", "default"},
	{"kiosk", fareHelp, "pence = prise", "name-unbound", "press"},
	{"kiosk", fareHelp, `busy="false"`, "text-for-value", "busy"},
	{"kiosk", fareHelp, "<Notices", "component-unbound", "Notices"},
	{"quay-signs", help, `tone="loud"`, "value-unknown", "tone"},
	{"quay-signs", help, `slot="notes"`, "slot-unknown", "notes"},
	{"quay-signs", help, `amount="dear"`, "text-for-value", "amount"},
	{"quay-signs", help, `toen="calm"`, "attribute-stray", "toen"},
	{"quay-signs", help, "fl-lever busy", "text-for-value", "busy"},
	{"quay-signs", "today.twig", "{{ note }}", "marks-shared", "{{ note }}"},
	{"quay-signs", help, "<fl-notise", "component-unbound", "fl-notise"},
}
