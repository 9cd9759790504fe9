// This file makes contracts fit for encoding/gob, in which readings are kept.

package contract

import (
	"bytes"
	"encoding/gob"
	"encoding/json"
	"sync"

	"steadysocket/core/types"
)

func init() {
	for _, t := range []any{json.Number(""), []any{}, map[string]any{}} {
		gob.Register(t)
	}
}

// Types go as text. Many members share theirs, so those read before are used
// again.
var (
	keptTypes   = map[string]types.Type{}
	keptTypesMu sync.Mutex
)

// maxKeptTypes bounds what is held for using again.
const maxKeptTypes = 20000

// GobEncode writes a type as text.
func (t Type) GobEncode() ([]byte, error) {
	if t.T == nil {
		return []byte{}, nil
	}
	return []byte(t.T.String()), nil
}

// GobDecode reads what GobEncode wrote.
func (t *Type) GobDecode(data []byte) error {
	if len(data) == 0 {
		t.T = nil
		return nil
	}
	keptTypesMu.Lock()
	defer keptTypesMu.Unlock()
	text := string(data)
	if known, ok := keptTypes[text]; ok {
		t.T = known
		return nil
	}
	parsed, err := types.Parse(text)
	if err != nil {
		return err
	}
	if len(keptTypes) >= maxKeptTypes {
		clear(keptTypes)
	}
	keptTypes[text], t.T = parsed, parsed
	return nil
}

// The values that choose a mode may be nil, which encoding/gob does not know
// inside of a map: they go as JSON.

type keptMode struct {
	When    []byte
	Members []ModeMember
}

// GobEncode writes a mode.
func (m Mode) GobEncode() ([]byte, error) {
	when, err := json.Marshal(m.When)
	if err != nil {
		return nil, err
	}
	return inGob(keptMode{when, m.Members})
}

// GobDecode reads what GobEncode wrote.
func (m *Mode) GobDecode(data []byte) (err error) {
	var k keptMode
	if err := gob.NewDecoder(bytes.NewReader(data)).Decode(&k); err != nil {
		return err
	}
	m.Members = k.Members
	m.When, err = whenOf(k.When)
	return err
}

type keptPerMode struct {
	When     []byte
	Type     Type
	Required Fact
	Default  Default
}

// GobEncode writes what a prop is in one mode.
func (p PerMode) GobEncode() ([]byte, error) {
	when, err := json.Marshal(p.When)
	if err != nil {
		return nil, err
	}
	return inGob(keptPerMode{when, p.Type, p.Required, p.Default})
}

// GobDecode reads what GobEncode wrote.
func (p *PerMode) GobDecode(data []byte) (err error) {
	var k keptPerMode
	if err := gob.NewDecoder(bytes.NewReader(data)).Decode(&k); err != nil {
		return err
	}
	p.Type, p.Required, p.Default = k.Type, k.Required, k.Default
	p.When, err = whenOf(k.When)
	return err
}

func inGob(v any) ([]byte, error) {
	var buf bytes.Buffer
	err := gob.NewEncoder(&buf).Encode(v)
	return buf.Bytes(), err
}

// whenOf reads a table of values; numbers keep their text.
func whenOf(data []byte) (map[string]any, error) {
	tree, err := parseJSON("", data)
	if err != nil || tree.kind != mapNode {
		return nil, err
	}
	when, _ := tree.anyOf().(map[string]any)
	return when, nil
}
