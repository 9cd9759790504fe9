#!/usr/bin/env bash
# Starts Steady Socket with its demo: PostgreSQL on loopback, the service, the
# demo's repositories added through the client. Ctrl-C stops what it started.
set -euo pipefail
source "$(dirname "$0")/tools.sh"
cd "$root"
state="$root/.steady"
mkdir -p "$state"

# One at a time in this checkout; another checkout has a state and ports of its own.
exec 8>"$state/start.lock"
if ! flock -n 8; then
  say "Steady Socket runs already from this checkout: $(cat "$state/address" 2>/dev/null || echo 'it is just starting')"
  exit 0
fi

say "Steady Socket: starting with the demo of Saltmarsh Ferries"
service_pid= postgres_started=
stop() {
  trap - INT TERM EXIT
  rm -f "$state/address"
  [ -n "$service_pid" ] && kill "$service_pid" 2>/dev/null && wait "$service_pid" 2>/dev/null
  [ -n "$postgres_started" ] && as_postgres "$pgbin/pg_ctl" -D "$data" -m fast -w stop >/dev/null 2>&1 && say "Stopped"
  exit "${1:-0}"
}
trap 'stop $?' EXIT
trap 'stop 0' INT TERM

# PostgreSQL refuses to run as root: it then runs as the user postgres, with a
# folder which that user can reach.
# The lock of this script is not handed on to the server.
as_postgres() { if [ "$(id -u)" -eq 0 ]; then (cd / && runuser -u postgres -- "$@" 8>&-); else "$@" 8>&-; fi; }

database() {
  if [ -n "${STEADY_DATABASE_URL:-}" ]; then
    say "Using the database named by STEADY_DATABASE_URL"
    return
  fi
  need_postgres
  data="$state/postgres"
  if [ "$(id -u)" -eq 0 ]; then
    data="/var/lib/steady-socket/$(printf '%s' "$root" | sha256sum | cut -c1-12)"
    mkdir -p "$data"
    chown postgres "$data"
    chmod 700 "$data"
  fi
  if [ ! -f "$data/steady-made" ] || [ ! -s "$state/password" ]; then
    # New, half made by an earlier start, or left by a checkout that stood here
    # before and took its password along.
    say "Creating a private PostgreSQL cluster in $data"
    as_postgres "$pgbin/pg_ctl" -D "$data" -m immediate stop >/dev/null 2>&1 || true
    find "$data" -mindepth 1 -delete 2>/dev/null || true
    as_postgres mkdir -p "$data"
    (umask 077 && head -c 24 /dev/urandom | base64 | tr -d '/+=\n' >"$state/password")
    [ "$(id -u)" -eq 0 ] && install_password="$data.pw" || install_password="$state/pw"
    cp "$state/password" "$install_password"
    [ "$(id -u)" -eq 0 ] && chown postgres "$install_password"
    as_postgres "$pgbin/initdb" -D "$data" -U steady --pwfile="$install_password" --auth=scram-sha-256 -E UTF8 --locale=C.UTF-8 >"$state/initdb.log" 2>&1 ||
      { say "The cluster could not be created:"; tail -n 5 "$state/initdb.log" >&2; exit 1; }
    rm -f "$install_password"
    as_postgres touch "$data/steady-made"
  fi
  # A server that an earlier start left behind is used; one that is just dying is waited for.
  pgport=
  for _ in $(seq 100); do
    as_postgres "$pgbin/pg_ctl" -D "$data" status >/dev/null 2>&1 || break
    pgport=$(as_postgres sed -n 4p "$data/postmaster.pid" 2>/dev/null || true)
    [ -n "$pgport" ] && answers "$pgport" && break
    pgport=
    sleep 0.2
  done
  if [ -z "$pgport" ]; then
    pgport=$(free_port 54330)
    as_postgres "$pgbin/pg_ctl" -D "$data" -w -t 60 -l "$data/server.log" \
      -o "-c listen_addresses=127.0.0.1 -p $pgport -c unix_socket_directories=''" start >/dev/null ||
      { say "PostgreSQL did not start:"; as_postgres tail -n 5 "$data/server.log" >&2; exit 1; }
  fi
  # Also one that an earlier, killed start left behind is stopped with this one.
  postgres_started=yes
  export STEADY_DATABASE_URL="postgres://steady:$(cat "$state/password")@127.0.0.1:$pgport/postgres"
}

database
build_console
say "Building the client and the service"
build_binaries

# A service that an earlier, killed start left behind.
if [ -f "$state/service.pid" ] && old=$(cat "$state/service.pid") && [ "$(readlink "/proc/$old/exe" 2>/dev/null)" = "$root/bin/steadysocketd" ]; then
  kill "$old" 2>/dev/null || true
  while kill -0 "$old" 2>/dev/null; do sleep 0.1; done
fi
port=$(free_port "${STEADY_PORT:-7420}")
address="http://127.0.0.1:$port"
bin/steadysocketd -listen "127.0.0.1:$port" 2>"$state/service.log" 8>&- &
service_pid=$!
echo "$service_pid" >"$state/service.pid"
for _ in $(seq 100); do
  answers "$port" && break
  kill -0 "$service_pid" 2>/dev/null || { say "The service did not start:"; tail -n 5 "$state/service.log" >&2; exit 1; }
  sleep 0.1
done

demo="$state/demo"
go run ./demo/build "$demo"
export STEADY_SERVICE="$address"
# What an older demo left in the database does not stop the start; what to do about it is said.
older=
add() { bin/steady add "$@" --actor demo >>"$state/demo.log" 2>&1 || { older=yes; say "Not added: $(tail -n 1 "$state/demo.log")"; }; }
for release in 1.0.0 1.1.0 1.2.0 2.0.0 2.1.0; do
  add release "$demo/fairlead@$release"
done
for release in 1.2.0 2.0.0 2.1.0; do
  add release "$demo/fairlead@$release" --package @saltmarsh/fairlead-vue
done
for release in 2.0.0 2.1.0; do
  add release "$demo/fairlead@$release" --package @saltmarsh/fairlead-elements
done
for app in booking freight kiosk quay-signs; do
  add app "$demo/$app"
done
for draft in notice-bar sailing-list lever; do
  add draft "$demo/drafts/$draft"
done
echo "$address" >"$state/address"
[ -n "$older" ] && say "The database holds an older demo; make clean, then make start, begins anew."
cat <<END

Steady Socket is running. The console: $address

Try, from $demo with STEADY_SERVICE=$address:
  $root/bin/steady read ./fairlead
  $root/bin/steady check ./fairlead@2.1.0
  $root/bin/steady compare ./fairlead@1.2.0 ./fairlead@2.0.0
  $root/bin/steady impact ./fairlead@1.2.0 ./fairlead@2.0.0 --app ./booking
  $root/bin/steady impact ./fairlead@1.2.0 ./fairlead@2.0.0 --package @saltmarsh/fairlead-vue --app ./kiosk
  $root/bin/steady inspect ./booking --library ./fairlead
  $root/bin/steady check ./fairlead@2.1.0 --package @saltmarsh/fairlead --package @saltmarsh/fairlead-vue
  $root/bin/steady draft what-if ./drafts/notice-bar
  $root/bin/steady list

Ctrl-C stops the service and its database.
END
wait "$service_pid"
