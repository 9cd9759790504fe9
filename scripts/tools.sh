# Sourced by the other scripts: finds or installs what is needed from Debian.
# shellcheck shell=bash

root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
say() { printf '%s\n' "$*" >&2; }

# install_packages PACKAGE...: installs Debian packages, as root directly, else through sudo.
install_packages() {
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
  ${run[@]+"${run[@]}"} env DEBIAN_FRONTEND=noninteractive apt-get "${options[@]}" install "$@" >/dev/null 2>&1 && return
  ${run[@]+"${run[@]}"} env DEBIAN_FRONTEND=noninteractive apt-get -o DPkg::Lock::Timeout=600 -q update >/dev/null
  ${run[@]+"${run[@]}"} env DEBIAN_FRONTEND=noninteractive apt-get "${options[@]}" install "$@" >/dev/null
}

# need_postgres makes sure that PostgreSQL's server programs are there and sets pgbin.
need_postgres() {
  find_postgres || install_packages postgresql
  find_postgres || { say "PostgreSQL was installed but its programs are not in /usr/lib/postgresql"; exit 1; }
}
find_postgres() {
  pgbin=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1)
  [ -n "$pgbin" ] && [ -x "$pgbin/initdb" ] && export STEADY_PGBIN="$pgbin"
}

need_chromium() { command -v chromium >/dev/null || install_packages chromium; }

# need_npm FOLDER WHAT installs the npm packages of a folder when its lock file changed.
need_npm() {
  local folder="$root/$1" stamp="$root/$1/node_modules/.steady-lock"
  if ! cmp -s "$folder/package-lock.json" "$stamp"; then
    say "Installing $2 from the npm registry"
    (cd "$folder" && flock .. npm ci --no-audit --no-fund --loglevel=error >&2)
    cp "$folder/package-lock.json" "$stamp"
  fi
}
need_packages() { need_npm console "the console's packages"; }
need_frameworks() { need_npm measure/frameworks "the frameworks' compilers"; }

for tool in go node npm git; do
  command -v "$tool" >/dev/null || { say "$tool is not installed; Steady Socket is built with Go, Node.js, npm and git"; exit 1; }
done

# sources_sum prints one sum over the console's sources.
sources_sum() {
  (cd "$root/console" && find src public index.html package-lock.json vite.config.ts tsconfig.json -type f -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1)
}

# build_console builds the console into the service when its sources changed.
build_console() {
  local stamp="$root/service/web/built/.sources" sum
  sum=$(sources_sum)
  [ -f "$root/service/web/built/index.html" ] && [ "$(cat "$stamp" 2>/dev/null)" = "$sum" ] && return
  need_packages
  say "Building the console"
  mkdir -p "$root/.steady"
  (
    flock 9
    cd "$root/console"
    npx --no-install vite build --logLevel warn >&2
    touch "$root/service/web/built/.keep"
    printf '%s' "$sum" >"$stamp"
  ) 9>"$root/.steady/build.lock"
}

# build_binaries builds bin/steady and bin/steadysocketd; Go knows what changed.
build_binaries() {
  (cd "$root" && CGO_ENABLED=0 go build -trimpath -o bin/ ./cmd/steady ./cmd/steadysocketd)
}

# answers reports whether somebody listens on a loopback port.
answers() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# free_port prints the first loopback port from $1 on that nobody listens on.
free_port() {
  local port=$1
  while answers "$port"; do port=$((port + 1)); done
  printf '%s' "$port"
}
