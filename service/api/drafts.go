// This file answers the calls for interfaces in the making.

package api

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"net/http"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/gin-gonic/gin"

	"steadysocket/core/change"
	"steadysocket/core/contract"
	"steadysocket/core/design"
	"steadysocket/core/style"
	"steadysocket/service/store"
)

// DraftBody is a draft as it is sent and kept: draft.yaml as JSON, and the contract file
// of each alternative as text, by its file's name.
type DraftBody struct {
	Draft     json.RawMessage   `json:"draft"`
	Contracts map[string]string `json:"contracts"`
}

// DraftEdit is what a write to a draft sends.
type DraftEdit struct {
	DraftBody
	Name string     `json:"name"` // of a new draft
	What string     `json:"what"` // that was done, in a few words
	From *DraftFrom `json:"from"` // what a new draft begins with, in place of draft and contracts
}

// DraftFrom names the recorded contract that a draft begins with.
type DraftFrom struct {
	Package   string `json:"package"`
	Version   string `json:"version"`
	Component string `json:"component"`
}

// begin makes the body of a draft that begins with a recorded contract.
func (s *server) begin(c *gin.Context, who string, from DraftFrom) (DraftBody, error) {
	reading, err := s.store.ReadingOf(c.Request.Context(), from.Package, from.Version)
	if err != nil {
		return DraftBody{}, err
	}
	of := reading.Listing.Component(from.Component)
	if of == nil {
		return DraftBody{}, &store.NotFound{What: fmt.Sprintf("%s@%s has no component %s", from.Package, from.Version, from.Component)}
	}
	d := &design.Draft{Component: from.Component, Library: reading.Listing.Library.Name, Owner: cmp.Or(of.Owner, who),
		Alternatives: []design.Alternative{{Name: "today", File: design.FileOf("today"), Summary: "As it is in " + from.Version + "."}}}
	head, err := contract.WriteDocumentJSON("draft", design.Version, d)
	if err != nil {
		return DraftBody{}, err
	}
	text, err := of.YAMLWithSchema(design.ContractSchemaFile)
	return DraftBody{head, map[string]string{design.FileOf("today"): string(text)}}, err
}

// DraftState answers with one state of a draft.
type DraftState struct {
	State store.Draft `json:"state"`
	DraftBody
}

// assemble reads what was sent. broken are the alternatives that cannot be read.
func (b *DraftBody) assemble() (d *design.Draft, broken map[string]error, err error) {
	return design.Assemble(design.File, b.Draft, func(file string) (string, []byte, error) {
		text, ok := b.Contracts[file]
		if !ok {
			return file, nil, fmt.Errorf("the text of %s was not sent: %w", file, fs.ErrNotExist)
		}
		return file, []byte(text), nil
	})
}

// kept is the body as it is kept: JSON that a form sent as a contract's text becomes the
// file that people read, and what no alternative names is left out.
func (b *DraftBody) kept(d *design.Draft) ([]byte, error) {
	draft, err := contract.WriteDocumentJSON("draft", design.Version, d)
	if err != nil {
		return nil, err
	}
	out := DraftBody{draft, map[string]string{}}
	for _, a := range d.Alternatives {
		text := b.Contracts[a.File]
		if strings.HasPrefix(strings.TrimLeft(text, " \t\r\n"), "{") {
			data, err := a.Of.YAMLWithSchema(design.ContractSchemaFile)
			if err != nil {
				return nil, err
			}
			text = string(data)
		}
		out.Contracts[a.File] = text
	}
	return json.Marshal(out)
}

// draftName is what a draft may be called.
var draftName = regexp.MustCompile(`^[a-z0-9][a-z0-9._-]{0,80}$`)

const maxDraftBody = 4 << 20

// draftEdit reads a write to a draft whole; it answers what is wrong.
func (s *server) draftEdit(c *gin.Context, who string) (edit DraftEdit, d *design.Draft, body []byte, ok bool) {
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, maxDraftBody)
	if !s.body(c, &edit) {
		return edit, nil, nil, false
	}
	if edit.From != nil {
		began, err := s.begin(c, who, *edit.From)
		if err != nil {
			s.fail(c, err)
			return edit, nil, nil, false
		}
		edit.DraftBody = began
	}
	d, broken, err := edit.assemble()
	if err == nil {
		var problems contract.Problems
		for _, name := range slices.Sorted(maps.Keys(broken)) {
			var found contract.Problems
			if errors.As(broken[name], &found) {
				problems = append(problems, found...)
			} else {
				problems = append(problems, &contract.Problem{File: design.File, Message: broken[name].Error()})
			}
		}
		if len(problems) > 0 {
			err = problems
		}
	}
	if err == nil {
		body, err = edit.kept(d)
	}
	if err != nil {
		s.fail(c, err)
		return edit, nil, nil, false
	}
	return edit, d, body, true
}

func (s *server) listDrafts(c *gin.Context) {
	list, err := s.store.Drafts(c.Request.Context())
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, page{Items: list})
}

func (s *server) addDraft(c *gin.Context) {
	who, ok := actor(c)
	if !ok {
		return
	}
	edit, d, body, ok := s.draftEdit(c, who)
	if !ok {
		return
	}
	if !draftName.MatchString(edit.Name) {
		bad(c, fmt.Sprintf("%q cannot be the name of a draft", edit.Name), "use small letters, digits and hyphens, as in notice-bar")
		return
	}
	s.saved(c, http.StatusCreated, who, edit.Name, 0, d, body, cmp.Or(edit.What, "began"))
}

func (s *server) putDraft(c *gin.Context) {
	who, ok := actor(c)
	if !ok {
		return
	}
	tag := strings.Trim(c.GetHeader("If-Match"), `"`)
	base, err := strconv.Atoi(tag)
	if err != nil || base < 1 {
		problem(c, Problem{Type: "no-base", Status: http.StatusPreconditionRequired, Detail: "the edit does not say which revision it began with", Right: "send the ETag of that revision as If-Match"})
		return
	}
	edit, d, body, ok := s.draftEdit(c, who)
	if !ok {
		return
	}
	s.saved(c, http.StatusOK, who, c.Param("draft"), base, d, body, cmp.Or(edit.What, "edited"))
}

// saved keeps a state and answers with it, or with the one that is kept meanwhile.
func (s *server) saved(c *gin.Context, status int, who, name string, base int, d *design.Draft, body []byte, what string) {
	saved, err := s.store.SaveDraft(c.Request.Context(), who, name, base, d, body, what)
	var outdated *store.Outdated
	if errors.As(err, &outdated) {
		if base == 0 {
			problem(c, Problem{Type: "conflict", Status: http.StatusConflict, Detail: "there is a draft " + name + " already, and it says something else", Right: "choose another name, or edit that one"})
			return
		}
		now := DraftState{State: outdated.Now}
		if err := json.Unmarshal(outdated.Body, &now.DraftBody); err != nil {
			s.fail(c, err)
			return
		}
		tag := tagOf(now.State.Revision)
		c.Header("ETag", tag)
		problem(c, Problem{Type: "outdated", Status: http.StatusPreconditionFailed, Detail: outdated.Error(), Right: "look at both versions, and send yours again with If-Match: " + tag, Now: now})
		return
	}
	if err != nil {
		s.fail(c, err)
		return
	}
	s.answerDraft(c, status, saved, body)
}

func tagOf(revision int) string { return `"` + strconv.Itoa(revision) + `"` }

func (s *server) answerDraft(c *gin.Context, status int, d *store.Draft, body []byte) {
	state := DraftState{State: *d}
	if err := json.Unmarshal(body, &state.DraftBody); err != nil {
		s.fail(c, err)
		return
	}
	c.Header("ETag", tagOf(d.Revision))
	c.JSON(status, state)
}

func (s *server) showDraft(c *gin.Context) {
	revision := 0
	if text := c.Param("revision"); text != "" {
		n, err := strconv.Atoi(text)
		if err != nil || n < 1 {
			bad(c, "a revision is a number from 1 on, not "+text, "")
			return
		}
		revision = n
	}
	d, body, err := s.store.Draft(c.Request.Context(), c.Param("draft"), revision)
	if err != nil {
		s.fail(c, err)
		return
	}
	s.answerDraft(c, http.StatusOK, d, body)
}

// Intended is a component held against what a finished draft intends: the changes lead
// from there to what was read.
type Intended struct {
	Draft       string          `json:"draft"`
	Revision    int             `json:"revision"`
	Alternative string          `json:"alternative"`
	Changes     []change.Change `json:"changes"`
}

// intended holds a component against the finished drafts for it.
func (s *server) intended(ctx context.Context, library string, read *contract.Contract) ([]Intended, error) {
	drafts, bodies, err := s.store.Finished(ctx, library, read.Component)
	list := []Intended{}
	for i, d := range drafts {
		var body DraftBody
		if err := json.Unmarshal(bodies[i], &body); err != nil {
			return nil, err
		}
		of, _, err := body.assemble()
		if err != nil {
			return nil, err
		}
		if want := of.Intended(); want != nil {
			list = append(list, Intended{d.Name, d.Revision, d.Finished, orEmpty(design.Hold(want, read).Changes)})
		}
	}
	return list, err
}

func (s *server) listDraftRevisions(c *gin.Context) {
	list, err := s.store.DraftRevisions(c.Request.Context(), c.Param("draft"))
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, page{Items: list})
}

// LookAt asks for all that a draft is looked at by; nothing is kept.
type LookAt struct {
	DraftBody
	Framework string   `json:"framework"` // of the code; react where none is named
	Package   string   `json:"package"`   // the library to hold it against; "" for the newest release of the draft's own
	By        []string `json:"by"`        // axes of a matrix
}

// Looked is what a draft looks like.
type Looked struct {
	Draft        json.RawMessage     `json:"draft"`
	Alternatives []LookedAlternative `json:"alternatives"`
	WhatIf       *design.WhatIfTable `json:"whatIf"`
	Against      string              `json:"against"` // the release that it was held against, "" for none
}

// LookedAlternative is what one alternative looks like. Only Name and Problems are there
// where it cannot be read.
type LookedAlternative struct {
	Name      string             `json:"name"`
	Problems  []string           `json:"problems"`
	Contract  *contract.Contract `json:"contract,omitempty"`
	File      json.RawMessage    `json:"file,omitempty"` // the contract file as JSON, for forms
	Text      string             `json:"text,omitempty"` // and as people read it
	Groups    []design.Group     `json:"groups"`
	MustKnow  []design.Needed    `json:"mustKnow"`
	Doubts    []design.Doubt     `json:"doubts"`
	States    *design.States     `json:"states,omitempty"`
	Matrix    *design.Matrix     `json:"matrix,omitempty"`
	NoMatrix  string             `json:"noMatrix,omitempty"` // why there is none
	Proposals []LookedProposal   `json:"proposals"`
	Code      []LookedCode       `json:"code"`
	Findings  []style.Finding    `json:"findings"`
	Offers    []design.Offer     `json:"offers"`
}

// LookedProposal is a proposal with the contract file that it would lead to.
type LookedProposal struct {
	design.Proposal
	Text string `json:"text"`
}

// LookedCode is the code of one scenario.
type LookedCode struct {
	Scenario string       `json:"scenario"`
	Why      string       `json:"why"`
	Code     *design.Code `json:"code,omitempty"`
	Problem  string       `json:"problem,omitempty"`
}

func (s *server) lookAtDraft(c *gin.Context) {
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, maxDraftBody)
	var in LookAt
	if !s.body(c, &in) {
		return
	}
	framework := cmp.Or(in.Framework, "react")
	if !slices.Contains(design.Frameworks(), framework) {
		bad(c, fmt.Sprintf("no code is written for %q", framework), "there is "+strings.Join(design.Frameworks(), ", "))
		return
	}
	d, broken, err := in.assemble()
	if err != nil {
		s.fail(c, err)
		return
	}
	out := Looked{Alternatives: []LookedAlternative{}}
	if out.Draft, err = contract.WriteDocumentJSON("draft", design.Version, d); err != nil {
		s.fail(c, err)
		return
	}
	around, against, err := s.around(c, cmp.Or(in.Package, d.Library))
	if err != nil {
		s.fail(c, err)
		return
	}
	out.Against = against
	whole := *d
	whole.Alternatives = nil
	for i := range d.Alternatives {
		a := &d.Alternatives[i]
		if err := broken[a.Name]; err != nil {
			out.Alternatives = append(out.Alternatives, unreadable(a.Name, err))
			continue
		}
		looked, err := lookAt(d, a, framework, in.By, around)
		if err != nil {
			s.fail(c, err)
			return
		}
		out.Alternatives = append(out.Alternatives, *looked)
		whole.Alternatives = append(whole.Alternatives, *a)
	}
	out.WhatIf = whole.WhatIf()
	c.JSON(http.StatusOK, out)
}

func unreadable(name string, err error) LookedAlternative {
	x := LookedAlternative{Name: name, Groups: []design.Group{}, MustKnow: []design.Needed{}, Doubts: []design.Doubt{}, Proposals: []LookedProposal{}, Code: []LookedCode{}, Findings: []style.Finding{}, Offers: []design.Offer{}}
	var problems contract.Problems
	if errors.As(err, &problems) {
		for _, p := range problems {
			x.Problems = append(x.Problems, p.Error())
		}
		return x
	}
	x.Problems = []string{err.Error()}
	return x
}

// lookAt looks at one alternative.
func lookAt(d *design.Draft, a *design.Alternative, framework string, by []string, around *design.Neighbours) (*LookedAlternative, error) {
	file, err := a.Of.JSON()
	if err != nil {
		return nil, err
	}
	text, err := a.Of.YAML()
	if err != nil {
		return nil, err
	}
	x := &LookedAlternative{Name: a.Name, Problems: []string{}, Contract: a.Of, File: file, Text: string(text), Groups: orEmpty(design.Groups(a.Of)), MustKnow: orEmpty(design.MustKnow(a.Of)),
		Doubts: design.Doubts(a.Of), States: design.StatesOf(a.Of), Proposals: []LookedProposal{}, Code: []LookedCode{}, Findings: []style.Finding{}, Offers: []design.Offer{}}
	for _, p := range design.Proposals(a.Of) {
		data, err := p.Of.YAML()
		if err != nil {
			return nil, err
		}
		x.Proposals = append(x.Proposals, LookedProposal{p, string(data)})
	}
	if len(by) > 0 {
		if x.Matrix, err = design.MatrixOf(a.Of, by...); err != nil {
			x.NoMatrix = err.Error()
		}
	}
	for _, scenario := range d.ScenariosOf(a) {
		code, err := design.CodeOf(a.Of, scenario, framework)
		entry := LookedCode{Scenario: scenario.Name, Why: scenario.Why, Code: code}
		if err != nil {
			entry.Problem = err.Error()
		}
		x.Code = append(x.Code, entry)
	}
	if around != nil {
		x.Findings, x.Offers = orEmpty(around.Findings(a.Of, time.Now())), orEmpty(around.Offers(a.Of))
	}
	return x, nil
}

// around prepares the library that a draft will join: the newest release of a package, by
// the package's name or its library's. Nil where none is kept.
func (s *server) around(c *gin.Context, name string) (*design.Neighbours, string, error) {
	if name == "" {
		return nil, "", nil
	}
	releases, err := s.store.Releases(c.Request.Context(), "")
	if err != nil {
		return nil, "", err
	}
	for _, r := range releases { // the newest of a package stands first
		if r.Package != name && r.Library != name || r.Withdrawn != nil {
			continue
		}
		key := r.Package + "@" + r.Version + " " + r.Reader
		if known, ok := s.neighbours.Load(key); ok {
			return known.(*design.Neighbours), r.Package + "@" + r.Version, nil
		}
		reading, err := s.store.ReadingOf(c.Request.Context(), r.Package, r.Version)
		if err != nil {
			return nil, "", err
		}
		made := design.Around(reading.Listing, reading.Settings)
		s.neighbours.Clear() // one is enough: drafts of one library are edited at a time
		s.neighbours.Store(key, made)
		return made, r.Package + "@" + r.Version, nil
	}
	return nil, "", nil
}

// skeleton writes a form of one alternative that is sent.
func (s *server) skeleton(c *gin.Context) {
	var in struct {
		Text string `json:"text"` // of the contract file
		Form string `json:"form"`
	}
	if !s.body(c, &in) {
		return
	}
	if !slices.Contains(design.Forms(), in.Form) {
		bad(c, fmt.Sprintf("%q is not written", in.Form), "there are "+strings.Join(design.Forms(), ", "))
		return
	}
	of, err := contract.ParseFile("contract", []byte(in.Text))
	if err != nil {
		s.fail(c, err)
		return
	}
	files, err := design.Skeleton(of, in.Form)
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, page{Items: files})
}

func (s *server) advise(c *gin.Context) {
	var needs []design.Need
	for _, n := range c.QueryArray("need") {
		needs = append(needs, design.Need(n))
	}
	advice, err := design.Advise(needs, c.Query("framework"), design.Stance(c.Query("stance")))
	if err != nil {
		bad(c, err.Error(), "")
		return
	}
	c.JSON(http.StatusOK, advice)
}

// shape gives a contract file with a pattern's skeleton put into it.
func (s *server) shape(c *gin.Context) {
	var in struct {
		Text    string `json:"text"`
		Pattern string `json:"pattern"`
	}
	if !s.body(c, &in) {
		return
	}
	of, err := contract.ParseFile("contract", []byte(in.Text))
	if err != nil {
		s.fail(c, err)
		return
	}
	made, err := design.Shaped(of, in.Pattern)
	if err != nil {
		bad(c, err.Error(), "")
		return
	}
	text, err := made.YAML()
	if err != nil {
		s.fail(c, err)
		return
	}
	c.JSON(http.StatusOK, gin.H{"text": string(text)})
}
