// Command build lays out the demo's git repositories in the given folder.
package main

import (
	"context"
	"fmt"
	"os"

	"steadysocket/demo"
)

func main() {
	if len(os.Args) != 2 {
		fmt.Fprintln(os.Stderr, "build: call it with the folder that the repositories go to")
		os.Exit(2)
	}
	if err := demo.Build(context.Background(), os.Args[1]); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(3)
	}
}
