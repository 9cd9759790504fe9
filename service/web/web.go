// Package web serves the built console.
package web

import (
	"embed"
	"io/fs"
	"net/http"
	"path"
	"strings"
)

//go:embed all:built
var built embed.FS

// Handler serves the console: its files, and its page for every other path, for
// the console's own URLs are paths too.
func Handler() http.Handler {
	files, err := fs.Sub(built, "built")
	if err != nil {
		panic(err) // the folder is part of the program
	}
	server := http.FileServerFS(files)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		w.Header().Set("Content-Security-Policy", "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'none'")
		w.Header().Set("X-Content-Type-Options", "nosniff")
		w.Header().Set("Referrer-Policy", "same-origin")
		if info, err := fs.Stat(files, name); err == nil && !info.IsDir() {
			if strings.HasPrefix(name, "assets/") {
				w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
			}
			server.ServeHTTP(w, r)
			return
		}
		page, err := fs.ReadFile(files, "index.html")
		if err != nil {
			http.Error(w, "the console was not built into this program; run make build", http.StatusNotFound)
			return
		}
		w.Header().Set("Cache-Control", "no-cache")
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.WriteHeader(http.StatusOK) // under a handler for what has no route it would be 404
		_, _ = w.Write(page)         // the reader may have gone
	})
}
