// Command steady is the command-line client of Steady Socket.
package main

import (
	"context"
	"os"
	"os/signal"

	"steadysocket/cli"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt)
	code := cli.Run(ctx, os.Args[1:], os.Stdout, os.Stderr)
	stop()
	os.Exit(code)
}
