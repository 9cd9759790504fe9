//go:build !unix

package source

// nonblocking is 0 where no file is a pipe.
const nonblocking = 0
