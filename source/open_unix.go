//go:build unix

package source

import "syscall"

// nonblocking makes opening a pipe or a device return at once.
const nonblocking = syscall.O_NONBLOCK
