// This file runs scripts of our own over the TypeScript compiler.

package main

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"os/exec"
	"strings"
)

// script runs a script with Node in a folder and reads what it prints as JSON.
// It is given where the compiler stands, the folder, and the rest as JSON.
func script(ctx context.Context, text, typescript, folder string, into any, rest ...any) error {
	return node(ctx, text, folder, into, []string{"--max-old-space-size=8000", "-", typescript, folder}, rest)
}

// module runs an ES module as script does, without a compiler.
func module(ctx context.Context, text, folder string, into any, rest ...any) error {
	return node(ctx, text, folder, into, []string{"--input-type=module", "-", folder}, rest)
}

// node runs a script that it is given on its input, with what rest is as JSON behind the
// other arguments, and reads the JSON that it writes.
func node(ctx context.Context, text, folder string, into any, args []string, rest []any) error {
	for _, x := range rest {
		data, err := json.Marshal(x)
		if err != nil {
			return err
		}
		args = append(args, string(data))
	}
	cmd := exec.CommandContext(ctx, "node", args...)
	cmd.Dir, cmd.Stdin = folder, strings.NewReader(text)
	var out, problems bytes.Buffer
	cmd.Stdout, cmd.Stderr = &out, &problems
	if err := cmd.Run(); err != nil {
		return fmt.Errorf("the compiler could not be run: %w: %s", err, problems.String())
	}
	if err := json.Unmarshal(out.Bytes(), into); err != nil {
		return fmt.Errorf("what the compiler said could not be read: %w", err)
	}
	return nil
}
