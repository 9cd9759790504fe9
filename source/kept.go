// This file keeps readings in a folder.

package source

import (
	"os"
	"path/filepath"

	"steadysocket/core/place"
)

// maxKept bounds the size of one reading that is kept.
const maxKept = 256 << 20

// Kept keeps readings in a folder, each under the source that it is of. What
// cannot be read or written is as if it were not there: a reading is made anew.
type Kept struct {
	Folder string
	Of     string // the source
}

func (k Kept) file(key string) string {
	return filepath.Join(k.Folder, place.DigestOf(k.Of, key)[len("sha256:"):][:32]+".json")
}

// Get gives what is kept under a key.
func (k Kept) Get(key string) ([]byte, bool) {
	info, err := os.Stat(k.file(key))
	if err != nil || info.Size() > maxKept {
		return nil, false
	}
	data, err := os.ReadFile(k.file(key))
	return data, err == nil
}

// Put keeps data under a key. It is written beside and moved into place, so that
// nobody reads half of it.
func (k Kept) Put(key string, data []byte) {
	if len(data) > maxKept || os.MkdirAll(k.Folder, 0o755) != nil {
		return
	}
	half, err := os.CreateTemp(k.Folder, "half-*")
	if err != nil {
		return
	}
	_, err = half.Write(data)
	if closed := half.Close(); err == nil {
		err = closed
	}
	if err == nil {
		err = os.Rename(half.Name(), k.file(key))
	}
	if err != nil {
		os.Remove(half.Name())
	}
}
