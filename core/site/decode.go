// Scans that others wrote are decoded value by value, so that what is wrong is
// refused before much was made of it.

package site

import (
	"bytes"
	"encoding/json"
	"fmt"
	"regexp"
	"strings"

	"steadysocket/core/jsonlimit"
	"steadysocket/core/place"
)

// Limits on scans. An app of a hundred thousand sites has some three million values.
var limits = jsonlimit.Limits{Depth: 64, Values: 20_000_000}

// Invalid is a scan that cannot be taken, with the place of what is wrong.
type Invalid struct {
	At      place.Position
	Message string
}

func (e *Invalid) Error() string {
	return fmt.Sprintf("line %d, column %d: %s", e.At.Line, e.At.Column, e.Message)
}

// readerVersion is how scanners number themselves.
var readerVersion = regexp.MustCompile(`^[1-9][0-9]{0,8}$`)

// Parse reads a scan that was printed and checks what it says. The error is an *Invalid.
func Parse(data []byte) (*Scan, error) {
	d := &scanDecoder{data: data, dec: json.NewDecoder(bytes.NewReader(data))}
	if err := jsonlimit.Check(data, limits); err != nil {
		limit := err.(*jsonlimit.Error)
		return nil, &Invalid{limit.At, limit.Message}
	}
	s := &Scan{}
	if err := d.scan(s); err != nil {
		return nil, err
	}
	if d.dec.More() {
		return nil, d.fail("something stands behind the end of the scan")
	}
	return s, s.check(d)
}

// scanDecoder decodes one scan.
type scanDecoder struct {
	data []byte
	dec  *json.Decoder
}

func (d *scanDecoder) fail(format string, args ...any) error {
	return &Invalid{place.NewLines(string(d.data)).Position(int(d.dec.InputOffset())), fmt.Sprintf(format, args...)}
}

// value decodes the next value.
func (d *scanDecoder) value(v any, path string) error {
	if err := d.dec.Decode(v); err != nil {
		return d.fail("%s: %s", path, strings.TrimPrefix(err.Error(), "json: "))
	}
	return nil
}

// scan decodes the object; keys that mean nothing are passed over.
func (d *scanDecoder) scan(s *Scan) error {
	if token, err := d.dec.Token(); err != nil || token != json.Delim('{') {
		return d.fail("this is no scan: a scan is an object whose format is %q", Format)
	}
	for d.dec.More() {
		token, err := d.dec.Token()
		if err != nil {
			return d.fail("this is not JSON: %v", err)
		}
		key, _ := token.(string) // of an object, nothing else comes here
		switch key {
		case "format":
			err = d.value(&s.Format, key)
		case "reader":
			err = d.value(&s.Reader, key)
		case "app":
			err = d.value(&s.App, key)
		case "covers":
			s.Covers, err = each(d, key, func(name *string) string { return plain(*name) })
		case "packages":
			s.Packages, err = each(d, key, checkPackage)
		case "beside":
			s.Beside, err = each(d, key, checkPackage)
		case "sites":
			s.Sites, err = each(d, key, (*Site).check)
		case "otherUses":
			s.OtherUses, err = each(d, key, func(u *OtherUse) string { return at(u.At) })
		case "styleUses":
			s.StyleUses, err = each(d, key, func(u *StyleUse) string { return at(u.At) })
		case "imports":
			s.Imports, err = each(d, key, func(i *Import) string { return at(i.At) })
		case "own":
			s.Own, err = each(d, key, func(o *OwnUse) string { return at(o.At) })
		case "loose":
			s.Loose, err = each(d, key, func(l *Loose) string { return at(l.At) })
		case "wrappers":
			s.Wrappers, err = each(d, key, func(w *Wrapper) string { return at(w.At) })
		case "defaults":
			s.Defaults, err = each(d, key, func(a *AppDefault) string { return at(a.At) })
		case "marks":
			s.Marks, err = each(d, key, func(m *Mark) string { return at(m.At) })
		case "styleScans":
			s.StyleScans, err = each(d, key, func(x *StyleScan) string { return at(x.At) })
		case "augments":
			s.Augments, err = each(d, key, func(x *Augment) string { return at(x.At) })
		case "unread":
			s.Unread, err = each(d, key, func(u *Unread) string { return "" })
		default:
			var ignored json.RawMessage
			err = d.value(&ignored, key)
		}
		if err != nil {
			return err
		}
	}
	if _, err := d.dec.Token(); err != nil {
		return d.fail("this is not JSON: %v", err)
	}
	return nil
}

// each decodes a list one by one; the first that check says something of ends it.
func each[T any](d *scanDecoder, path string, check func(*T) string) ([]T, error) {
	token, err := d.dec.Token()
	if err != nil {
		return nil, d.fail("%s: this is not JSON: %v", path, err)
	}
	if token == nil {
		return nil, nil
	}
	if token != json.Delim('[') {
		return nil, d.fail("%s must be a list", path)
	}
	list := []T{}
	for d.dec.More() {
		var one T
		where := fmt.Sprintf("%s[%d]", path, len(list))
		if err := d.value(&one, where); err != nil {
			return nil, err
		}
		if wrong := check(&one); wrong != "" {
			return nil, d.fail("%s %s", where, wrong)
		}
		list = append(list, one)
	}
	if _, err := d.dec.Token(); err != nil {
		return nil, d.fail("%s: this is not JSON: %v", path, err)
	}
	return list, nil
}

// check says what is wrong in the scan as a whole.
func (s *Scan) check(d *scanDecoder) error {
	switch {
	case s.Format != Format:
		return d.fail("this is no scan: its format is %q, not %q", s.Format, Format)
	case !readerVersion.MatchString(s.Reader):
		return d.fail("reader must be the number of the scanner's version, not %q", s.Reader)
	case s.App.Name == "" || plain(s.App.Name) != "":
		return d.fail("app.name must name the app, not %q", s.App.Name)
	case s.App.Digest == "" || plain(s.App.Digest) != "":
		return d.fail("app.digest must say which state of the app was scanned")
	case len(s.Covers) == 0:
		return d.fail("covers must name the packages that were looked for")
	}
	return nil
}

func (s *Site) check() string {
	switch {
	case s.ID == "":
		return "has no id"
	case s.Package == "":
		return "does not say of which package it uses a component"
	case s.Component == "":
		return "does not say which component it uses"
	case s.Form != Element && s.Form != Call && s.Form != Reference && s.Form != Extension:
		return fmt.Sprintf("has the form %q; there are element, call, reference and extension", s.Form)
	}
	for _, text := range []string{s.ID, s.Package, s.Module, s.Component, s.At.File} {
		if wrong := plain(text); wrong != "" {
			return wrong
		}
	}
	for _, g := range s.All() {
		for _, text := range append([]string{g.Name, g.Spelled}, g.Keys...) {
			if wrong := plain(text); wrong != "" {
				return wrong
			}
		}
	}
	return at(s.At)
}

func checkPackage(p *PackageUse) string {
	if p.Name == "" {
		return "has no name"
	}
	for _, text := range append([]string{p.Name, p.Range}, p.Locked...) {
		if wrong := plain(text); wrong != "" {
			return wrong
		}
	}
	return ""
}

// at says what is wrong with a place.
func at(p place.Place) string {
	if p.File == "" || p.Line < 1 || p.Line > maxLine {
		return "does not say in which file and line it stands"
	}
	return plain(p.File)
}

// maxLine bounds line numbers.
const maxLine = 1 << 30

// plain says what is wrong with a name.
func plain(name string) string {
	if strings.ContainsRune(name, 0) {
		return fmt.Sprintf("holds the character U+0000 in a name: %q", name)
	}
	return ""
}
