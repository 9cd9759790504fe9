#!/usr/bin/env bash
# Runs every test: core, service on a PostgreSQL of its own, client, console.
set -euo pipefail
source "$(dirname "$0")/tools.sh"
cd "$root"
say "Steady Socket: running all tests"
need_postgres
need_chromium
need_packages
need_frameworks
build_console
go test -timeout 20m ./...
say "All tests passed"
