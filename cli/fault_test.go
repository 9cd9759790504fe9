package cli

import (
	"bytes"
	"context"
	"strings"
	"testing"
)

// broken is a stream on which writing is a fault.
type broken struct{}

func (broken) Write([]byte) (int, error) { panic("a fault on purpose") }

// TestFaultsAreSaid holds that a panic ends in a sentence and an exit code.
func TestFaultsAreSaid(t *testing.T) {
	var said bytes.Buffer
	code := Run(context.Background(), []string{"--help"}, broken{}, &said)
	if code != ExitRead || !strings.Contains(said.String(), "a fault on purpose") || !strings.Contains(said.String(), "fault in steady itself") {
		t.Errorf("exit %d, %q", code, said.String())
	}
	if strings.Contains(said.String(), "goroutine") {
		t.Errorf("a stack reached the user: %s", said.String())
	}
}
