// Package place says where something stands in source text: positions, spans
// and places, and the digest of what was read.
package place

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"sort"
	"strings"
	"unicode/utf8"
)

// Position is a 1-based line and column. Columns count UTF-16 code units, as
// editors and the Language Server Protocol do.
type Position struct {
	Line   int `json:"line"`
	Column int `json:"column"`
}

// Span is a half-open range of bytes, [start, end).
type Span [2]int

// Place names a position in a file. The path uses '/' and is relative to the
// root of the package or app. Span is nil where only a position is known.
type Place struct {
	File   string `json:"file"`
	Line   int    `json:"line"`
	Column int    `json:"column"`
	Span   *Span  `json:"span,omitempty"`
}

// String writes a place as editors and terminals make it clickable.
func (p Place) String() string {
	if p.Line == 0 {
		return p.File
	}
	return fmt.Sprintf("%s:%d:%d", p.File, p.Line, p.Column)
}

// Less orders places by file, then by line, then by column.
func (p Place) Less(q Place) bool {
	if p.File != q.File {
		return p.File < q.File
	}
	if p.Line != q.Line {
		return p.Line < q.Line
	}
	return p.Column < q.Column
}

// Lines turns byte offsets of one text into positions. The zero value is not
// useful; make one with NewLines.
type Lines struct {
	text   string
	starts []int32 // files are far smaller than 2 GiB
	ascii  bool    // each byte is one UTF-16 unit
	// units[i] is how many UTF-16 units stand before byte i*stride, so that a
	// long line is not counted through for each position; nil where the text is
	// no UTF-8, or has no need of it.
	units []int
}

// stride is how many bytes are counted for one position at most.
const stride = 512

// NewLines indexes the line starts of text. A line ends at \n, \r\n or \r.
func NewLines(text string) *Lines {
	starts := append(make([]int32, 0, 1+strings.Count(text, "\n")), 0)
	var bits byte
	for i := 0; i < len(text); i++ {
		b := text[i]
		bits |= b
		switch b {
		case '\n':
			starts = append(starts, int32(i+1))
		case '\r':
			if i+1 < len(text) && text[i+1] == '\n' {
				i++
			}
			starts = append(starts, int32(i+1))
		}
	}
	l := &Lines{text: text, starts: starts, ascii: bits < utf8.RuneSelf}
	if !l.ascii && utf8.ValidString(text) {
		l.units = make([]int, 0, len(text)/stride+1)
		for i := 0; i < len(text); i += stride {
			before := 0
			if n := len(l.units); n > 0 {
				before = l.units[n-1] + units(text[i-stride:i])
			}
			l.units = append(l.units, before)
		}
	}
	return l
}

// units counts the UTF-16 units of the runes that begin in a text.
func units(text string) (n int) {
	for i := range len(text) {
		switch b := text[i]; {
		case b&0xC0 == 0x80: // inside of a rune
		case b >= 0xF0:
			n += 2
		default:
			n++
		}
	}
	return n
}

// unitsTo counts the UTF-16 units before an offset.
func (l *Lines) unitsTo(offset int) int {
	mark := offset / stride
	if mark == len(l.units) {
		mark--
	}
	if mark < 0 {
		return 0
	}
	return l.units[mark] + units(l.text[mark*stride:offset])
}

// Position gives the position of a byte offset. Offsets outside the text are
// moved to its nearest end.
func (l *Lines) Position(offset int) Position {
	offset = max(0, min(offset, len(l.text)))
	line := sort.Search(len(l.starts), func(i int) bool { return int(l.starts[i]) > offset }) - 1
	start := int(l.starts[line])
	if l.ascii {
		return Position{line + 1, offset - start + 1}
	}
	if l.units != nil {
		return Position{line + 1, l.unitsTo(offset) - l.unitsTo(start) + 1}
	}
	column := 1
	for rest := l.text[start:offset]; rest != ""; {
		r, size := utf8.DecodeRuneInString(rest)
		column++
		if r > 0xFFFF {
			column++
		}
		rest = rest[size:]
	}
	return Position{line + 1, column}
}

// Place gives the place of a span in the named file.
func (l *Lines) Place(file string, start, end int) Place {
	at := l.Position(start)
	return Place{File: file, Line: at.Line, Column: at.Column, Span: &Span{start, end}}
}

// Line gives the text of a 1-based line without its end, or "" outside the text.
func (l *Lines) Line(n int) string {
	if n < 1 || n > len(l.starts) {
		return ""
	}
	end := len(l.text)
	if n < len(l.starts) {
		end = int(l.starts[n])
	}
	line := l.text[l.starts[n-1]:end]
	for line != "" && (line[len(line)-1] == '\n' || line[len(line)-1] == '\r') {
		line = line[:len(line)-1]
	}
	return line
}

// Count gives the number of lines.
func (l *Lines) Count() int { return len(l.starts) }

// DigestOf is the SHA-256 of parts, each marked off from the next, in the form "sha256:…".
func DigestOf(parts ...string) string {
	h := sha256.New()
	piece := make([]byte, 4096) // a text is not copied whole
	for _, part := range parts {
		fmt.Fprintf(h, "%d:", len(part))
		for part != "" {
			n := copy(piece, part)
			h.Write(piece[:n])
			part = part[n:]
		}
	}
	return "sha256:" + hex.EncodeToString(h.Sum(nil))
}
