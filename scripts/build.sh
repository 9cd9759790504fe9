#!/usr/bin/env bash
# Builds the console and both binaries, each only when its sources changed.
set -euo pipefail
source "$(dirname "$0")/tools.sh"
cd "$root"
build_console
build_binaries
