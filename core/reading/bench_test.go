package reading

import (
	"os"
	"testing"

	"steadysocket/core/contract"
	"steadysocket/demo"
)

// BenchmarkReadTheDemo reads the demo library as it is released.
func BenchmarkReadTheDemo(b *testing.B) {
	dir := b.TempDir()
	if err := demo.Lay(dir, "2.1.0"); err != nil {
		b.Fatal(err)
	}
	b.ReportAllocs()
	for b.Loop() {
		r, err := Read(os.DirFS(dir), Options{Library: "Fairlead", Source: contract.SourceInfo{Kind: "directory"}})
		if err != nil || len(r.Listing.Components) < 15 {
			b.Fatal(err)
		}
	}
}
