// This file is the table of what each kind of change does at a site.

package impact

import (
	"slices"
	"strings"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/match"
	"steadysocket/core/place"
	"steadysocket/core/site"
	"steadysocket/core/types"
)

// verdict is what a rule finds at a site.
type verdict struct {
	outcome Outcome
	why     string
	at      place.Place
	silent  bool // also where a type checker sees the site
}

// at is one change at one site.
type at struct {
	site     *site.Site
	given    *match.Given
	change   *change.Change
	contract *contract.Contract
	used     map[string]bool // components that the app uses anywhere
	defaults map[appDefault]bool
}

// rule is what becomes of a site. It gives false where the change does not
// touch the site. A rule that looks only at what is given also holds for uses
// behind a wrapper.
type rule struct {
	decide   func(a *at) (verdict, bool)
	handedOn bool
}

var rules = map[change.Kind]rule{
	change.ComponentRemoved:   {always(Breaks, "uses a component that is gone"), false},
	change.ComponentRenamed:   {always(Breaks, "imports the old name"), false},
	change.ComponentSplit:     {always(Breaks, "uses a component that was split"), false},
	change.ComponentMerged:    {always(Breaks, "uses a component that was merged into another"), false},
	change.ComponentMoved:     {importedSo, false},
	change.PathRemoved:        {importedSo, false},
	change.ExportKindChanged:  {always(Breaks, "imports it in a way that no longer works"), false},
	change.ComponentToLogic:   {always(Breaks, "uses as a component what is none any more, or the other way round"), false},
	change.BuiltStale:         {always(Unsure, "what is built of it is not what its source says"), false},
	change.StageChanged:       {retiring, false},
	change.Deprecated:         {deprecated, true},
	change.ParameterNarrowed:  {always(Unsure, "whether its type argument still fits was not worked out"), false},
	change.BaseUnresolved:     {always(Unsure, "what the component extends could not be read"), false},
	change.PromiseUnknown:     {promiseUnknown, false},
	change.RootChanged:        {always(Shifts, "is drawn with another outermost element"), false},
	change.RootUnknown:        {always(Unsure, "the outermost element may be another"), false},
	change.RootChoiceDropped:  {choosesRoot, true},
	change.PassThroughRemoved: {undeclared(Breaks, "which reaches no element any more"), true},
	change.PassThroughMoved:   {undeclared(Shifts, "which reaches another element now"), true},
	change.PassThroughUnknown: {undeclared(Unsure, "which may not reach an element"), true},

	change.PropAddedShadowing: {ifGiven(Shifts, "gives it as an attribute"), true},
	change.PropAddedClashing:  {clashes, true},
	change.PropAddedRequired:  {ifMissing(Breaks, "does not give"), false},
	change.PropRequired:       {ifMissing(Breaks, "does not give"), false},
	change.PropRemoved:        {ifGiven(Breaks, "gives"), true},
	change.AttributeRemoved:   {asAttribute, true},
	change.AttributeRenamed:   {asAttribute, true},
	change.PlaceMoved:         {always(Breaks, "the name finds nothing any more"), false},
	change.PlaceTaken:         {always(Unsure, "the name finds another file"), false},
	change.PropRenamed:        {ifGiven(Breaks, "gives"), true},
	change.FlagFolded:         {ifGiven(Breaks, "gives"), true},
	change.UnitChanged:        {ifGiven(Breaks, "gives"), true},
	change.TypeNarrowed:       {valueFits, true},
	change.TypeReplaced:       {valueFits, true},
	change.TypeUnsure:         {valueFits, true},
	change.ValueRemoved:       {givesValue, true},
	change.ValueRenamed:       {givesValue, true},
	change.SetClosed:          {valueFits, true},
	change.DefaultChanged:     {ifDefault(Shifts), false},
	// A default that one side does not show breaks nothing, and nobody can look it up at the
	// site: Impact.Unknown counts them.
	change.DefaultUnknown:  {never, false},
	change.LimitsTightened: {withinLimits, true},
	change.HoldDropped:     {holdsValue, true},

	change.SlotAddedRequired:   {ifMissing(Breaks, "does not fill"), false},
	change.SlotRequired:        {ifMissing(Breaks, "does not fill"), false},
	change.SlotRemoved:         {ifGiven(Breaks, "fills"), true},
	change.SlotRenamed:         {ifGiven(Breaks, "fills"), true},
	change.SlotFormChanged:     {contentFits, true},
	change.SlotCountNarrowed:   {ifGiven(Unsure, "fills"), true},
	change.SlotAcceptsNarrowed: {ifGiven(Unsure, "fills"), true},
	change.SlotPlaceChanged:    {ifGiven(Shifts, "fills"), true},
	change.FallbackChanged:     {ifMissing(Shifts, "does not fill"), false},
	change.FallbackUnknown:     {never, false},
	change.DataRemoved:         {takesField(Breaks), true},
	change.DataRenamed:         {takesField(Breaks), true},
	change.DataWidened:         {takesField(Breaks), true},
	change.DataReplaced:        {takesField(Breaks), true},
	change.DataOptional:        {takesField(Breaks), true},
	change.DataUnsure:          {takesField(Unsure), true},
	change.DataFormChanged:     {takesAnything, true},

	change.EventAddedShadowing: {ifGiven(Shifts, "listens to it on the element"), true},
	change.EventRemoved:        {ifGiven(Breaks, "listens to"), true},
	change.EventRenamed:        {ifGiven(Breaks, "listens to"), true},
	change.HandlerRequired:     {ifMissing(Breaks, "does not listen to"), false},
	change.PayloadRemoved:      {takesField(Breaks), true},
	change.PayloadReordered:    {takesAnything, true},
	change.PayloadWidened:      {takesField(Breaks), true},
	change.PayloadReplaced:     {takesField(Breaks), true},
	change.PayloadOptional:     {takesField(Breaks), true},
	change.PayloadUnsure:       {takesField(Unsure), true},
	change.PayloadFormChanged:  {takesAnything, true},
	change.ReturnsNarrowed:     {ifGiven(Unsure, "listens to"), true},
	change.ReturnsUnsure:       {ifGiven(Unsure, "listens to"), true},
	change.CancelableDropped:   {ifGiven(Unsure, "listens to"), true},
	change.BubblesDropped:      {always(Unsure, "something above may listen"), false},
	change.BubblesAdded:        {always(Unsure, "something above may hear it now"), false},

	change.CombinationForbidden: {combination, false},
	change.CompanionNeeded:      {companion, false},

	change.PartAddedRequired: {always(Unsure, "whether it uses the part was not worked out"), false},
	change.PartRemoved:       {usesPart, false},
	change.PartRenamed:       {usesPart, false},
	change.PartPlaceChanged:  {always(Unsure, "where its parts stand was not worked out"), false},
	change.HandleChanged:     {passesRef(false), true},
	change.HandleLost:        {passesRef(true), true},

	change.HandleMemberRemoved: {reaches(Breaks), true},
	change.HandleMemberPoorer:  {reaches(Breaks), true},
	change.HandleMemberUnsure:  {reaches(Unsure), true},
	change.TwoWayWidened:       {takesNamed, true},
	change.ModeRemoved:         {usesMode, true},
	change.ModeNarrowed:        {narrowedInMode, true},

	change.HookRemoved:       {never, false}, // styles are told apart from sites
	change.HookChanged:       {never, false},
	change.TokenDropped:      {never, false},
	change.AppDefaultDropped: {setForAll, false},
	change.ProviderNeeded:    {provider, false},
	change.ProviderMoved:     {provider, false},
	change.ProvidedRemoved:   {ifFilled("what stands inside may read it"), false},
	change.ProvidedChanged:   {ifFilled("what stands inside may read it"), false},
	change.ProvidedUnsure:    {ifFilled("what stands inside may read it"), false},
	change.InjectedRemoved:   {ifFilled("its children may rely on it"), false},
	change.InjectedOverrides: {ifFilled("its children may give it"), false},
	change.PairRemoved:       {pairs, false},
	change.PairAdded:         {pairs, false},

	change.StateChangeRemoved: {amends, true},
	change.StateChangeRenamed: {amends, true},
	change.StateChangePoorer:  {amends, true},
	change.GuaranteeWithdrawn: {always(Shifts, "may rely on what was promised"), false},
	change.GuaranteeAltered:   {always(Shifts, "may rely on what was promised"), false},
	change.ValueSetGone:       {takenFromSet, true},
	change.SetValueGone:       {takenFromSet, true},

	change.ResultRemoved:     {takesResult(Breaks), false},
	change.ResultRenamed:     {takesResult(Breaks), false},
	change.ResultReordered:   {takesResult(Breaks), false},
	change.ResultWidened:     {takesResult(Breaks), false},
	change.ResultReplaced:    {takesResult(Breaks), false},
	change.ResultOptional:    {takesResult(Breaks), false},
	change.ResultUnsure:      {takesResult(Unsure), false},
	change.ResultFormChanged: {takesResult(Breaks), false},
}

// whySpread is the reason where a spread hides whether something is given.
const whySpread = "a spread may carry it"

// spelled is what the changed member is known by among what is given.
func (a *at) spelled() string {
	return change.Key(a.given.Framework, contract.MemberKind(a.change.Member.Kind), a.change.Member.Spelled)
}

func always(outcome Outcome, why string) func(*at) (verdict, bool) {
	return func(*at) (verdict, bool) { return verdict{outcome: outcome, why: why}, true }
}

// importedSo finds sites that import a component by a way that no longer leads there.
func importedSo(a *at) (verdict, bool) {
	now := a.change.Detail.New
	if now == nil || a.site.Found != "" {
		return verdict{}, false
	}
	by := contract.OtherPath{Module: a.site.Module, Name: a.site.Component}
	if by.Module == "" {
		by.Module = "."
	}
	if slices.Contains(now.Paths(), by) {
		return verdict{}, false
	}
	// Of two rows about one component each tells of its own way.
	if a.change.Kind == change.PathRemoved && !strings.HasPrefix(a.change.Before.Text, by.Name+" of "+by.Module) {
		return verdict{}, false
	}
	return verdict{outcome: Breaks, why: "imports " + by.Name + " of " + by.Module + ", from where it no longer comes"}, true
}

func ifGiven(outcome Outcome, verb string) func(*at) (verdict, bool) {
	return func(a *at) (verdict, bool) {
		p, where := a.given.Is(a.spelled())
		switch p {
		case match.Present:
			// No type checker minds what a spread carries too much.
			return verdict{outcome: outcome, why: verb + " " + a.spelled(), at: where, silent: a.given.Spread(a.spelled())}, true
		case match.Perhaps:
			return verdict{outcome: Unsure, why: whySpread, at: where}, true
		}
		return verdict{}, false
	}
}

func ifMissing(outcome Outcome, verb string) func(*at) (verdict, bool) {
	return func(a *at) (verdict, bool) {
		if names := a.change.Detail.Members; len(names) > 0 {
			return anyMissing(a, names, outcome, verb)
		}
		p, where := a.given.Is(a.spelled())
		switch p {
		case match.Absent:
			if a.site.Form == site.Extension {
				return verdict{outcome: Unsure, why: "what is given to it is not seen here"}, true
			}
			return verdict{outcome: outcome, why: verb + " " + a.spelled()}, true
		case match.Perhaps:
			return verdict{outcome: Unsure, why: whySpread, at: where}, true
		}
		return verdict{}, false
	}
}

// anyMissing decides by several members at once.
func anyMissing(a *at, names []string, outcome Outcome, verb string) (verdict, bool) {
	var missing []string
	for _, name := range names {
		if p, _ := a.given.Is(name); p != match.Present {
			missing = append(missing, name)
		}
	}
	return verdict{outcome: outcome, why: verb + " " + strings.Join(missing, ", ")}, len(missing) > 0
}

// deprecated lists sites that use what is deprecated now.
func deprecated(a *at) (verdict, bool) {
	if a.change.Member.Kind == "component" {
		return verdict{outcome: Holds, why: "uses a deprecated component"}, len(a.site.Via) == 0
	}
	p, where := a.given.Is(a.spelled())
	return verdict{outcome: Holds, why: "gives " + a.spelled() + ", which is deprecated", at: where}, p == match.Present
}

func retiring(a *at) (verdict, bool) {
	stage := a.change.Detail.New.Stage
	return verdict{outcome: Holds, why: "uses a component that is " + string(stage) + " now"},
		stage == contract.StageRetiring || stage == contract.StageRetired
}

func choosesRoot(a *at) (verdict, bool) {
	for _, name := range a.change.Detail.Names {
		switch p, where := a.given.Is(name); p {
		case match.Present:
			return verdict{outcome: Breaks, why: "chooses the outermost element by " + name, at: where}, true
		case match.Perhaps:
			return verdict{outcome: Unsure, why: whySpread, at: where}, true
		}
	}
	return verdict{}, false
}

// reserved are names that the framework itself takes.
var reserved = map[string]bool{"key": true, "ref": true}

// undeclared looks for attributes that are no member of the old contract.
func undeclared(outcome Outcome, why string) func(*at) (verdict, bool) {
	return func(a *at) (verdict, bool) {
		members := match.Spellings(a.change.Detail.Old)
		var found []string
		var where place.Place
		hyphenated := true
		for _, x := range a.site.All() {
			names := []string{x.Spelled}
			if x.Spread != "" {
				names = x.Keys
			}
			for _, name := range names {
				if name == "" || members[name] || reserved[name] || !concerns(a.change, name) {
					continue
				}
				if len(found) == 0 {
					where = x.At
				}
				found = append(found, name)
				hyphenated = hyphenated && strings.Contains(name, "-")
			}
		}
		if len(found) > 0 {
			// No type checker minds an attribute with a hyphen.
			return verdict{outcome: outcome, why: "gives " + strings.Join(found, ", ") + ", " + why, at: where, silent: hyphenated}, true
		}
		for _, s := range a.given.Spreads {
			if s.Open {
				return verdict{outcome: Unsure, why: whySpread, at: s.At}, true
			}
		}
		return verdict{}, false
	}
}

// concerns reports whether a change of pass-through is about an attribute: all,
// or the ones it names.
func concerns(c *change.Change, name string) bool {
	if len(c.Detail.Names) == 0 {
		return true
	}
	for _, n := range c.Detail.Names {
		if n == name {
			return true
		}
	}
	return false
}

// givesValue looks for one value of a closed set.
func givesValue(a *at) (verdict, bool) {
	p, where := a.given.Is(a.spelled())
	if p == match.Absent {
		return verdict{}, false
	}
	x, sure := a.given.Value(a.spelled())
	if x.Spelled == "" {
		return verdict{outcome: Unsure, why: whySpread, at: where}, true
	}
	gone := site.Value{V: a.change.Detail.Value}.String()
	switch {
	case x.Literal != nil:
		if x.Literal.String() == gone {
			if !sure {
				return verdict{outcome: Unsure, why: "gives " + words(*x.Literal) + ", unless a spread behind it gives another", at: x.At}, true
			}
			return verdict{outcome: Breaks, why: "gives " + words(*x.Literal), at: x.At}, true
		}
	case len(x.MayBe) > 0:
		for _, v := range x.MayBe {
			if v.String() == gone {
				return unlessGuarded(x, "may give "+words(v), len(x.MayBe) > 1), true
			}
		}
		if !x.All {
			return verdict{outcome: Unsure, why: "what the expression gives is not known", at: x.At}, true
		}
	case x.Type != "":
		return givesByType(x, a, sure)
	default:
		return verdict{outcome: Unsure, why: "what the expression gives is not known", at: x.At}, true
	}
	if !sure {
		return verdict{outcome: Unsure, why: whySpread, at: where}, true
	}
	return verdict{}, false
}

// givesByType asks the type of an expression whether it can be the value.
func givesByType(x site.Given, a *at, sure bool) (verdict, bool) {
	from, err := types.Parse(x.Type)
	gone := match.TypeOf(a.change.Detail.Value)
	if err != nil || gone == nil {
		return verdict{outcome: Unsure, why: "what the expression gives is not known", at: x.At}, true
	}
	switch types.Assignable(gone, from).Answer {
	case types.No:
		return verdict{outcome: Unsure, why: whySpread, at: x.At}, !sure
	case types.Yes:
		if values, open, ok := types.Values(types.Without(from, types.Undefined, types.Null)); ok && !open && len(values) > 0 && sure {
			return unlessGuarded(x, "may give "+words(site.Value{V: a.change.Detail.Value}), len(values) > 1), true
		}
	}
	return verdict{outcome: Unsure, why: "gives " + x.Type, at: x.At}, true
}

// words is a value as people read it: strings in single quotes.
func words(v site.Value) string {
	if s, ok := v.V.(string); ok {
		return types.Quote(s)
	}
	return v.String()
}

// newType is the type that a member has in the new release, whatever its kind
// there.
func (a *at) newType() types.Type {
	n := a.change.Detail.New
	for _, p := range n.Props {
		if p.Spelled.Name == a.spelled() || p.Name == a.change.Member.Name {
			switch {
			case !p.Type.Known():
				return nil
			case p.Rest:
				return types.ElementOf(p.Type.T)
			}
			return p.Type.T
		}
	}
	for _, s := range n.Slots {
		switch {
		case s.Spelled.Name != a.spelled():
		case s.Form == contract.FormContent:
			return types.Content
		case s.Form == contract.FormElement:
			return types.OneElement
		}
	}
	return nil
}

// valueFits holds what is given against the new type, literal by literal.
func valueFits(a *at) (verdict, bool) {
	p, where := a.given.Is(a.spelled())
	if p == match.Absent {
		return verdict{}, false
	}
	x, sure := a.given.Value(a.spelled())
	if x.Spelled == "" {
		return verdict{outcome: Unsure, why: whySpread, at: where}, true
	}
	to := a.newType()
	values := x.MayBe
	if x.Literal != nil {
		values = []site.Value{*x.Literal}
	}
	if to != nil && len(values) == 0 && x.Type != "" {
		return typeFits(x, to, sure)
	}
	if to == nil || len(values) == 0 {
		return verdict{outcome: Unsure, why: "what the expression gives is not known", at: x.At}, true
	}
	for _, v := range values {
		t := match.TypeOf(v.V)
		if t == nil {
			return verdict{outcome: Unsure, why: "what the expression gives is not known", at: x.At}, true
		}
		switch types.Assignable(t, to).Answer {
		case types.No:
			if !sure {
				return verdict{outcome: Unsure, why: whySpread, at: where}, true
			}
			return unlessGuarded(x, "gives "+words(v), slices.ContainsFunc(values, func(v site.Value) bool {
				t := match.TypeOf(v.V)
				return t != nil && types.Assignable(t, to).Answer != types.No
			})), true
		case types.Undecided:
			return verdict{outcome: Unsure, why: "gives " + words(v) + ", which cannot be held against the new type", at: x.At}, true
		}
	}
	if x.Literal == nil && !x.All && x.Type != "" && a.site.Checked {
		return typeFits(x, to, sure) // what it begins with fits; its type is what a type checker looks at
	}
	if x.Literal == nil && !x.All || !sure {
		return verdict{outcome: Unsure, why: "what the expression gives is not known", at: x.At}, true
	}
	return verdict{}, false
}

// unlessGuarded is the verdict on an expression that gives what no longer fits: it breaks,
// unless some of what it may give fits and a condition may leave nothing else.
func unlessGuarded(x site.Given, why string, partly bool) verdict {
	if x.Guarded && partly {
		return verdict{outcome: Unsure, why: why + ", unless a condition leaves only what fits", at: x.At}
	}
	return verdict{outcome: Breaks, why: why, at: x.At}
}

// typeFits holds an expression against the new type by its own.
func typeFits(x site.Given, to types.Type, sure bool) (verdict, bool) {
	from, err := types.Parse(x.Type)
	if err != nil {
		return verdict{outcome: Unsure, why: "what the expression gives is not known", at: x.At}, true
	}
	switch answer := types.Assignable(types.Without(from, types.Undefined), to); {
	case answer.Answer == types.No && sure:
		return unlessGuarded(x, "gives "+x.Type, slices.ContainsFunc(types.Members(types.Without(from, types.Undefined)), func(m types.Type) bool { return types.Assignable(m, to).Answer != types.No })), true
	case answer.Answer == types.Yes && sure:
		return verdict{}, false
	case answer.Answer == types.Undecided:
		return verdict{outcome: Unsure, why: "gives " + x.Type + ", which cannot be held against the new type", at: x.At}, true
	}
	return verdict{outcome: Unsure, why: whySpread, at: x.At}, true
}

func clashes(a *at) (verdict, bool) {
	v, ok := ifGiven(Breaks, "gives it as an attribute:")(a)
	if !ok || v.outcome != Breaks {
		return v, ok
	}
	return valueFits(a)
}

// withinLimits holds literals against the new limits.
func withinLimits(a *at) (verdict, bool) {
	p, where := a.given.Is(a.spelled())
	if p == match.Absent {
		return verdict{}, false
	}
	x, sure := a.given.Value(a.spelled())
	prop := a.change.Detail.New.Prop(a.change.Member.Name)
	if x.Literal == nil || !sure || prop == nil || prop.Limits == nil {
		return verdict{outcome: Unsure, why: "whether it keeps to the limits is not known", at: where}, true
	}
	l := prop.Limits
	if l.MinLength != nil || l.MaxLength != nil || l.Pattern != "" {
		return verdict{outcome: Unsure, why: "whether it keeps to the limits is not worked out", at: where}, true
	}
	n := change.Number(x.Literal.V)
	if l.Min != nil && n < change.Number(l.Min) || l.Max != nil && n > change.Number(l.Max) {
		return verdict{outcome: Breaks, why: "gives " + words(*x.Literal), at: x.At}, true
	}
	return verdict{}, false
}

// holdsValue finds sites that hold a two-way value in the way that is gone.
func holdsValue(a *at) (verdict, bool) {
	value := a.change.Member.Name
	byApp := strings.Contains(a.change.ID, "by-the-app")
	p, where := a.given.Is(value)
	switch {
	case p == match.Perhaps:
		return verdict{outcome: Unsure, why: whySpread, at: where}, true
	case byApp && p == match.Present:
		return verdict{outcome: Breaks, why: "holds " + value + " itself", at: where}, true
	case !byApp && p == match.Absent:
		return verdict{outcome: Breaks, why: "leaves it to the component to hold " + value}, true
	}
	return verdict{}, false
}

// givenByName is what a site gives for the member itself; otherwise false, with the verdict
// where a spread may carry it, and none where nothing does.
func (a *at) givenByName() (x site.Given, v verdict, ok bool) {
	p, where := a.given.Is(a.spelled())
	if p == match.Absent {
		return x, v, false
	}
	if x, ok = a.given.By[a.spelled()]; !ok {
		v = verdict{outcome: Unsure, why: whySpread, at: where}
	}
	return x, v, ok
}

// contentFits looks at how a slot is filled.
func contentFits(a *at) (verdict, bool) {
	x, v, by := a.givenByName()
	if !by {
		return v, v.outcome != ""
	}
	form := contract.Form("")
	for _, s := range a.change.Detail.New.Slots {
		if s.Name == a.change.Member.Name {
			form = s.Form
		}
	}
	isFunction := x.Takes != nil && !x.Takes.Unknown
	switch {
	case form == contract.FormElement && x.Takes == nil:
		return valueFits(a)
	case x.Takes != nil && x.Takes.Unknown:
		return verdict{outcome: Unsure, why: "what it puts in is written elsewhere", at: x.At}, true
	case isFunction != (form == contract.FormFunction):
		filled := "content"
		if isFunction {
			filled = "a function"
		}
		return verdict{outcome: Breaks, why: "fills it with " + filled, at: x.At}, true
	}
	return verdict{}, false
}

// takesField looks whether content or a handler takes the field that changed.
func takesField(outcome Outcome) func(*at) (verdict, bool) {
	return func(a *at) (verdict, bool) {
		x, v, by := a.givenByName()
		if !by {
			return v, v.outcome != ""
		}
		if v, ok, decided := handlerFits(a, x); decided {
			return v, ok
		}
		if x.Takes == nil {
			return verdict{outcome: Unsure, why: "what is taken is written elsewhere", at: x.At}, true
		}
		return takesOf(a, x.Takes, x.At, outcome)
	}
}

// takesOf looks for the field that changed in what is taken.
func takesOf(a *at, takes *site.Takes, at place.Place, outcome Outcome) (verdict, bool) {
	if takes.Unknown {
		return verdict{outcome: Unsure, why: "what is taken is written elsewhere", at: at}, true
	}
	d := a.change.Detail
	if len(d.Field) == 0 {
		return verdict{outcome: Unsure, why: "takes what is handed over", at: at}, len(takes.Params) > 0
	}
	position, inner := d.Position, ""
	if position == 0 {
		position = 1 // a record is the one thing handed over
		inner = d.Field[0]
	} else if len(d.Field) > 1 {
		inner = d.Field[1]
	}
	gone := a.change.Kind == change.PayloadRemoved || a.change.Kind == change.DataRemoved
	for _, t := range takes.Params {
		if t.Position != position {
			continue
		}
		name := strings.Join(d.Field, ".")
		if inner == "" {
			if t.All || len(t.Fields) > 0 {
				replaced := a.change.Kind == change.PayloadReplaced || a.change.Kind == change.DataReplaced || a.change.Kind == change.ResultReplaced
				if t.All && replaced {
					return verdict{outcome: Unsure, why: "hands on " + name + ", which is something else now", at: at}, true
				}
				return verdict{outcome: outcome, why: "takes " + name, at: at}, true
			}
			return verdict{outcome: outcome, why: "names " + name, at: at}, gone
		}
		if t.All {
			return verdict{outcome: Unsure, why: "hands on whole what " + name + " stands in", at: at}, true
		}
		if slices.Contains(t.Fields, inner) {
			return verdict{outcome: outcome, why: "takes " + name, at: at}, true
		}
	}
	return verdict{}, false
}

// handlerFits holds a handler that says the types of what it takes against what
// is handed over now; decided is false where it does not say them.
func handlerFits(a *at, x site.Given) (v verdict, ok, decided bool) {
	if x.Type == "" {
		return verdict{}, false, false
	}
	from, err := types.Parse(x.Type)
	if err != nil {
		return verdict{}, false, false
	}
	var payload *contract.Payload
	if e := a.change.Detail.New.Event(a.change.Member.Name); e != nil {
		payload = e.Payload
	} else if s := a.change.Detail.New.Slot(a.change.Member.Name); s != nil {
		payload = s.Gives
	}
	if payload == nil || payload.Unknown {
		return verdict{}, false, false
	}
	switch types.Assignable(from, &types.Func{Params: change.Params(payload), Result: types.Unknown}).Answer {
	case types.Yes:
		return verdict{}, false, true
	case types.No:
		return verdict{outcome: Breaks, why: "takes " + x.Type, at: x.At}, true, true
	}
	return verdict{}, false, false
}

// handler gives what a site gives under a name, where it is known what that
// takes; else what follows for the site, no outcome where nothing is given.
func (a *at) handler(spelled string) (x site.Given, v verdict, known bool) {
	p, where := a.given.Is(spelled)
	x, written := a.given.By[spelled]
	switch {
	case p == match.Absent:
		return x, verdict{}, false
	case !written:
		return x, verdict{outcome: Unsure, why: whySpread, at: where}, false
	case x.Takes == nil || x.Takes.Unknown:
		return x, verdict{outcome: Unsure, why: "what is taken is written elsewhere", at: x.At}, false
	}
	return x, verdict{}, true
}

// takesAnything holds for changes of the whole that is handed over.
func takesAnything(a *at) (verdict, bool) {
	x, v, known := a.handler(a.spelled())
	if !known {
		return v, v.outcome != ""
	}
	if len(x.Takes.Params) == 0 {
		return verdict{}, false
	}
	return verdict{outcome: Breaks, why: "takes what is handed over", at: x.At}, true
}

// combination finds sites that give all of a combination that is forbidden now.
func combination(a *at) (verdict, bool) {
	when, ok := a.change.Detail.Value.(map[string]any)
	if !ok {
		return verdict{}, false
	}
	switch a.given.Combination(a.change.Detail.New, when) {
	case match.Present:
		return verdict{outcome: Breaks, why: "gives " + strings.Join(a.change.Detail.Names, " with ")}, true
	case match.Perhaps:
		return verdict{outcome: Unsure, why: "may give " + strings.Join(a.change.Detail.Names, " with ")}, true
	}
	return verdict{}, false
}

// companion finds sites that give one member without those that must go with it.
func companion(a *at) (verdict, bool) {
	list := a.change.Detail.Names
	p, where := a.given.Is(match.SpelledIn(a.change.Detail.New, list[0]))
	if p == match.Absent {
		return verdict{}, false
	}
	out := verdict{}
	for _, name := range list[1:] {
		switch q, _ := a.given.Is(match.SpelledIn(a.change.Detail.New, name)); {
		case q == match.Absent && p == match.Present:
			return verdict{outcome: Breaks, why: "gives " + list[0] + " without " + name, at: where}, true
		case q != match.Present:
			out = verdict{outcome: Unsure, why: whySpread, at: where}
		}
	}
	return out, out.outcome != ""
}

// asAttribute looks whether a property is given by the attribute that is gone.
func asAttribute(a *at) (verdict, bool) {
	x, v, by := a.givenByName()
	if !by {
		return v, v.outcome != ""
	}
	old := a.change.Detail.Names[0]
	return verdict{outcome: Breaks, why: "gives it as the attribute " + old, at: x.At}, strings.EqualFold(x.Spelled, old)
}

// usesPart holds at the sites of the part itself.
func usesPart(a *at) (verdict, bool) {
	for _, name := range a.change.Detail.Names {
		if a.site.Component == name {
			return verdict{outcome: Breaks, why: "uses " + name}, true
		}
	}
	return verdict{}, false
}

// passesRef looks for a ref. One that says what it reaches is held against what
// it will reach; one that does not fits whatever there is.
func passesRef(lost bool) func(a *at) (verdict, bool) {
	return func(a *at) (verdict, bool) {
		p, where := a.given.Is("ref")
		if p != match.Present {
			return verdict{}, false // a ref does not travel in a spread before React 19 and rarely after
		}
		x := a.given.By["ref"]
		if lost || x.Type == "" {
			return verdict{outcome: Breaks, why: "passes a ref", at: where}, true
		}
		from, err := types.Parse(x.Type)
		h := a.change.Detail.New.Handle
		if err != nil || h == nil || !h.Type.Known() {
			return verdict{outcome: Unsure, why: "passes " + x.Type, at: where}, true
		}
		// A compiler lets a ref to more through where less is reached by it.
		switch types.Assignable(reachedBy(from), reachedBy(h.Type.T)).Answer {
		case types.Yes:
			return verdict{}, false
		case types.No:
			return verdict{outcome: Breaks, why: "passes " + x.Type, at: where}, true
		}
		return verdict{outcome: Unsure, why: "passes " + x.Type + ", which cannot be held against what it will reach", at: where}, true
	}
}

// reachedBy is what a ref reaches.
func reachedBy(t types.Type) types.Type {
	if n, ok := t.(*types.Named); ok && n.Name == "Ref" && len(n.Args) == 1 {
		return types.Without(n.Args[0], types.Null)
	}
	return t
}
