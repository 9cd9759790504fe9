// This file measures how much memory reading takes.

package main

import (
	"runtime"
	"runtime/metrics"

	"steadysocket/core/reading"
)

// peak gives the most memory in bytes that a function keeps alive at a time, beyond
// what was there before: what the collector finds alive whenever the function says
// that it should look.
func peak(do func(look func())) float64 {
	alive := []metrics.Sample{{Name: "/gc/heap/live:bytes"}}
	read := func() uint64 {
		runtime.GC()
		runtime.GC() // what lies in a sync.Pool stays for one round more
		metrics.Read(alive)
		return alive[0].Value.Uint64()
	}
	before := read()
	most := before
	do(func() { most = max(most, read()) })
	return float64(most - before)
}

// aHundred says when to look while names are read: about a hundred times, as each
// look takes as long as a collection.
func aHundred(done, all int) bool { return done%(all/100+1) == 0 || done == all }

// memoryOf is the most that a reading keeps alive at a time, in times what it reads.
func memoryOf(dir string, around bool, bytes int) (times float64, err error) {
	most := peak(func(look func()) {
		var result *reading.Result
		result, err = readWith(dir, around, reading.Options{Progress: func(done, all int) {
			if aHundred(done, all) {
				look()
			}
		}})
		look()
		runtime.KeepAlive(result)
	})
	return most / float64(bytes), err
}
