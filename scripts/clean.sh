#!/usr/bin/env bash
# Removes what was built and what make start keeps, in this checkout only.
set -euo pipefail
root=$(cd "$(dirname "$0")/.." && pwd)
cd "$root"
if [ -d .steady ] && ! flock -n .steady/start.lock true 2>/dev/null; then
  echo "Steady Socket runs from this checkout; stop it with Ctrl-C first" >&2
  exit 1
fi
data="/var/lib/steady-socket/$(printf '%s' "$root" | sha256sum | cut -c1-12)"
if [ "$(id -u)" -eq 0 ] && [ -d "$data" ]; then rm -rf "$data"; fi
rm -rf bin .steady console/node_modules
find service/web/built -mindepth 1 ! -name .keep -delete
