// Package jsonlimit checks JSON documents against limits before anything is made of them:
// how deep they are nested and how many values they hold. Decoders that call themselves
// for each level, or make a large value of a small text, are safe behind it.
package jsonlimit

import (
	"fmt"

	"steadysocket/core/place"
)

// Limits bound a document.
type Limits struct {
	Depth  int // of objects and lists in each other
	Values int // objects, lists and single values, keys not counted
}

// Error says which limit a document breaks, and where.
type Error struct {
	At      place.Position
	Message string
}

func (e *Error) Error() string {
	return fmt.Sprintf("line %d, column %d: %s", e.At.Line, e.At.Column, e.Message)
}

// Check counts what a document holds, in one pass and without making anything of it.
// Comments as JavaScript has them are passed over. Whether it is right JSON is for the
// decoder to say. The error is an *Error.
func Check(data []byte, limits Limits) error {
	depth, values := 0, 0
	single := false // within a number or a word
	fail := func(i int, message string) error {
		return &Error{place.NewLines(string(data)).Position(i), message}
	}
	for i := 0; i < len(data); i++ {
		begins := false
		switch data[i] {
		case ' ', '\t', '\r', '\n', ',', ':':
			single = false
			continue
		case '/':
			single = false
			i = comment(data, i)
			continue
		case ']', '}':
			single = false
			depth--
			continue
		case '[', '{':
			single = false
			if depth++; depth > limits.Depth {
				return fail(i, fmt.Sprintf("nested more than %d deep", limits.Depth))
			}
			begins = true
		case '"':
			single = false
			end := text(data, i)
			begins = !isKey(data, end)
			i = end - 1
		default:
			begins = !single
			single = true
		}
		if begins {
			if values++; values > limits.Values {
				return fail(min(i, len(data)-1), fmt.Sprintf("it holds more than %d values", limits.Values))
			}
		}
	}
	return nil
}

// text gives where the text ends that begins at i.
func text(data []byte, i int) int {
	for i++; i < len(data); i++ {
		switch data[i] {
		case '\\':
			i++
		case '"':
			return i + 1
		}
	}
	return len(data)
}

// isKey reports whether a colon follows.
func isKey(data []byte, i int) bool {
	for ; i < len(data); i++ {
		switch data[i] {
		case ' ', '\t', '\r', '\n':
		default:
			return data[i] == ':'
		}
	}
	return false
}

// comment gives the last byte of a comment that begins at i, i where none does.
func comment(data []byte, i int) int {
	if i+1 >= len(data) {
		return i
	}
	switch data[i+1] {
	case '/':
		for i < len(data) && data[i] != '\n' {
			i++
		}
		return i
	case '*':
		for i += 2; i+1 < len(data); i++ {
			if data[i] == '*' && data[i+1] == '/' {
				return i + 1
			}
		}
		return len(data)
	}
	return i
}
