# Sourced by the other scripts: finds or installs what is needed from Debian.
# shellcheck shell=bash

root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
say() { printf '%s\n' "$*" >&2; }

# install PACKAGE...: installs Debian packages, as root directly, else through sudo.
install() {
  say "Installing from Debian: $*"
  local run=()
  if [ "$(id -u)" -ne 0 ]; then
    if command -v sudo >/dev/null && sudo -n true 2>/dev/null; then
      run=(sudo)
    else
      say "This user may not install packages. Run this as root, then start again:"
      say "  apt-get install -y $*"
      exit 1
    fi
  fi
  # Several may run side by side: wait for the package manager's own lock.
  local options=(-o DPkg::Lock::Timeout=600 -y -q --no-install-recommends)
  "${run[@]}" env DEBIAN_FRONTEND=noninteractive apt-get "${options[@]}" install "$@" >/dev/null 2>&1 && return
  "${run[@]}" env DEBIAN_FRONTEND=noninteractive apt-get -o DPkg::Lock::Timeout=600 -q update >/dev/null
  "${run[@]}" env DEBIAN_FRONTEND=noninteractive apt-get "${options[@]}" install "$@" >/dev/null
}

# need_postgres makes sure that PostgreSQL's server programs are there and sets pgbin.
need_postgres() {
  find_postgres || install postgresql
  find_postgres || { say "PostgreSQL was installed but its programs are not in /usr/lib/postgresql"; exit 1; }
}
find_postgres() {
  pgbin=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1)
  [ -n "$pgbin" ] && [ -x "$pgbin/initdb" ] && export STEADY_PGBIN="$pgbin"
}

need_chromium() { command -v chromium >/dev/null || install chromium; }

# need_packages installs the console's npm packages when the lock file changed.
need_packages() {
  local stamp="$root/console/node_modules/.steady-lock"
  if ! cmp -s "$root/console/package-lock.json" "$stamp"; then
    say "Installing the console's packages from the npm registry"
    (cd "$root/console" && flock .. npm ci --no-audit --no-fund --loglevel=error >&2)
    cp "$root/console/package-lock.json" "$stamp"
  fi
}

for tool in go node npm git; do
  command -v "$tool" >/dev/null || { say "$tool is not installed; Steady Socket is built with Go, Node.js, npm and git"; exit 1; }
done
