# Shared by bin/start, bin/test and bin/artisan: packages, dependencies, PostgreSQL and the environment of an instance.
# shellcheck shell=bash

ROOT=$(cd "$(dirname "$(readlink -f "${BASH_SOURCE[0]}")")/.." && pwd)
VAR=$ROOT/var
INSTANCE=${KEEN_GLYPH_INSTANCE:-demo}
HOME_OF_INSTANCE=$VAR/instances/$INSTANCE
PG_BIN=/usr/lib/postgresql/15/bin
PG_DATA=$VAR/postgres/data
PG_STARTED=
SERVICE_USER=www-data
SERVICE=()
# The reader alone has more paths than PHP compiles unless it is told to: a process that lives on stops compiling after some
# thousand, and what it meets later runs half as fast. A corpus of all kinds of pictures takes 0.8 of its time so.
TRACES=(-d opcache.jit_max_root_traces=8192 -d opcache.jit_max_side_traces=8192 -d opcache.jit_max_exit_counters=32768)
JIT=(-d opcache.enable=1 -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=128M "${TRACES[@]}")

PACKAGES=(php8.2-cli php8.2-fpm php8.2-apcu php8.2-curl php8.2-gd php8.2-imagick php8.2-intl php8.2-mbstring php8.2-pgsql php8.2-xml php8.2-zip php8.2-opcache
  composer nginx-light postgresql-15 curl unzip git poppler-utils)
TEST_PACKAGES=(chromium librsvg2-bin ghostscript fonts-dejavu-core)

say() { printf '%s\n' "$*"; }
die() { printf 'keen-glyph: %s\n' "$*" >&2; exit 1; }

# Debian packages that are missing are installed; without root the command to do it is printed.
need_packages() {
  local missing=() name
  command -v dpkg-query >/dev/null || die "This starts on Debian 12; on another system install: $*"
  for name in "$@"; do
    dpkg-query -W -f='${Status}' "$name" 2>/dev/null | grep -q '^install ok installed' || missing+=("$name")
  done
  if [ "$(node_major)" -lt 20 ]; then
    command -v node >/dev/null || missing+=(nodejs npm)
  fi
  [ ${#missing[@]} -eq 0 ] || install_packages "${missing[@]}"
  [ "$(node_major)" -ge 20 ] || die "Node.js 20.19 or later is needed to build the pages; this machine has $(node --version 2>/dev/null || echo none)."
}

install_packages() {
  if [ "$(id -u)" -ne 0 ]; then
    die "Packages are missing. Run: sudo apt-get update && sudo apt-get install -y --no-install-recommends $*"
  fi
  say "Installing packages: $*"
  { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@"; } >"$(log packages)" 2>&1 \
    || die "Installing packages failed: $(tail -n 1 "$(log packages)"). See $(log packages)."
}

node_major() { node --version 2>/dev/null | sed -E 's/^v([0-9]+).*/\1/' | grep . || echo 0; }

log() { mkdir -p "$VAR/log"; printf '%s' "$VAR/log/$1.log"; }

need_disk() {
  local free
  free=$(df -Pk "$ROOT" | awk 'NR == 2 {print $4}')
  [ "$free" -ge 400000 ] || die "The disk holding $ROOT has only $((free / 1024)) MB free; at least 400 MB are needed."
}

# Runs a step only when the files it depends on have changed since it last went well.
# once NAME STAMP-TEXT COMMAND…
once() {
  local name=$1 stamp=$2; shift 2
  local file=$VAR/stamps/$name
  mkdir -p "$VAR/stamps"
  [ "$(cat "$file" 2>/dev/null)" = "$stamp" ] && return
  "$@" || return
  printf '%s' "$stamp" >"$file"
}

hash_of() { find "$@" -type f -print0 2>/dev/null | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum | cut -c1-16; }

install_php() {
  cd "$ROOT" || exit
  [ -d vendor ] && [ -d core/vendor ] && [ -d cli/vendor ] || rm -f "$VAR/stamps/composer"
  once composer "$(hash_of composer.json core/composer.json cli/composer.json)" install_php_now
}
install_php_now() {
  say "Installing PHP packages"
  export COMPOSER_ALLOW_SUPERUSER=1
  { composer install -n -q && composer install -n -q -d core && composer install -n -q -d cli; } >"$(log composer)" 2>&1 \
    || die "Composer failed: $(grep -v '^$' "$(log composer)" | tail -n 1). See $(log composer)."
  # Some archives carry files that only their owner may read; the services run as another user.
  chmod -R a+rX vendor core/vendor cli/vendor
}

install_js() {
  cd "$ROOT" || exit
  [ -d node_modules ] || rm -f "$VAR/stamps/npm"
  once npm "$(hash_of package.json)" install_js_now
}
install_js_now() {
  say "Installing JavaScript packages"
  npm install --no-audit --no-fund --no-package-lock >"$(log npm)" 2>&1 || die "npm failed: $(grep -m1 'npm error' "$(log npm)"). See $(log npm)."
}

build_pages() {
  cd "$ROOT" || exit
  [ -f public/build/manifest.json ] && [ -f public/embed/manifest.json ] || rm -f "$VAR/stamps/build"
  once build "$(hash_of resources openapi package.json vite.config.ts vite.embed.config.ts)" build_pages_now
}
build_pages_now() {
  say "Building the pages"
  { npm run -s types && npm run -s build; } >"$(log build)" 2>&1 || die "Building the pages failed. See $(log build)."
}

# Services never run as root: as root they get the web server's user, with leave to pass through folders it may not list.
choose_user() {
  mkdir -p "$VAR" "$HOME_OF_INSTANCE/storage"/{logs,framework/{cache,sessions,views}} "$VAR/postgres"
  if [ "$(id -u)" -ne 0 ]; then
    SERVICE=(env)
    return
  fi
  SERVICE=(setpriv --reuid="$SERVICE_USER" --regid="$SERVICE_USER" --init-groups)
  if ! "${SERVICE[@]}" test -r "$ROOT/artisan" || ! "${SERVICE[@]}" test -x "$VAR"; then
    SERVICE+=(--inh-caps=+dac_read_search --ambient-caps=+dac_read_search)
    "${SERVICE[@]}" test -r "$ROOT/artisan" 2>/dev/null || die "The user $SERVICE_USER cannot read $ROOT. Move the project to a folder that others may enter."
  fi
  chown -R "$SERVICE_USER:" "$VAR/postgres" "$VAR/instances"
}

as_service() { (umask 077; "${SERVICE[@]}" "$@"); }

port_in_use() { (exec 3<>"/dev/tcp/${2:-127.0.0.1}/$1") 2>/dev/null; }

free_port() {
  local port=$1
  while port_in_use "$port"; do port=$((port + 1)); done
  printf '%s' "$port"
}

postgres_runs() { "$PG_BIN/pg_isready" -q -U keen_glyph -d postgres -h 127.0.0.1 -p "$(cat "$VAR/postgres/port" 2>/dev/null || echo 1)"; }

# Our own cluster, on loopback, with its data under var/. Another one on this machine is never touched.
start_postgres() {
  local secret=$VAR/postgres/password
  if [ ! -f "$PG_DATA/PG_VERSION" ]; then
    say "Making the database cluster"
    rm -rf "$PG_DATA"
    as_service sh -c "head -c 24 /dev/urandom | od -An -tx1 | tr -d ' \n' >'$secret'"
    as_service "$PG_BIN/initdb" -D "$PG_DATA" -U keen_glyph --pwfile="$secret" -A scram-sha-256 -E UTF8 --locale=C.UTF-8 --no-instructions >"$(log initdb)" 2>&1 \
      || die "The database cluster could not be made: $(tail -n 1 "$(log initdb)")"
  fi
  PGPASSWORD=$(cat "$secret"); export PGPASSWORD
  postgres_runs && return
  local port
  port=$(free_port "${KEEN_GLYPH_PG_PORT:-54320}")
  printf '%s' "$port" | as_service tee "$VAR/postgres/port" >/dev/null
  launch_postgres "$port" || die "PostgreSQL did not start: $(tail -n 1 "$VAR/postgres/server.log")"
  PG_STARTED=1
}

launch_postgres() {
  as_service "$PG_BIN/pg_ctl" -D "$PG_DATA" -l "$VAR/postgres/server.log" -w -t 60 \
    -o "-p $1 -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c shared_buffers=128MB" start >"$(log postgres)" 2>&1
}

# A cluster that ended by itself, at the port that the application knows. What it left behind ends a moment later, so
# it is tried for a while.
restart_postgres() {
  for _ in $(seq 1 30); do
    postgres_runs && return
    launch_postgres "$(cat "$VAR/postgres/port")" && { PG_STARTED=1; return; }
    sleep 0.5
  done
  return 1
}

stop_postgres() {
  [ -z "$PG_STARTED" ] || as_service "$PG_BIN/pg_ctl" -D "$PG_DATA" -m fast -w stop >/dev/null 2>&1
  PG_STARTED=
}

sql() { "$PG_BIN/psql" -X -q -A -t -v ON_ERROR_STOP=1 -h 127.0.0.1 -p "$(cat "$VAR/postgres/port")" -U keen_glyph "$@"; }

need_database() {
  [ "$(sql -d postgres -c "SELECT 1 FROM pg_database WHERE datname = '$1'")" = 1 ] || sql -d postgres -c "CREATE DATABASE $1"
}

# Everything the application needs to know, for this instance and this shell.
load_environment() {
  local key=$HOME_OF_INSTANCE/key
  [ -f "$key" ] || as_service php -r 'echo "base64:".base64_encode(random_bytes(32));' | as_service tee "$key" >/dev/null
  export PGTZ=UTC PGCLIENTENCODING=UTF8
  export APP_ENV=${APP_ENV:-production} APP_KEY DB_HOST=127.0.0.1 DB_PORT DB_DATABASE DB_USERNAME=keen_glyph DB_PASSWORD KEEN_GLYPH_STORAGE KEEN_GLYPH_DEMO=${KEEN_GLYPH_DEMO:-true}
  APP_KEY=$(cat "$key")
  DB_PORT=$(cat "$VAR/postgres/port")
  DB_PASSWORD=$(cat "$VAR/postgres/password")
  DB_DATABASE=keen_glyph_$INSTANCE
  KEEN_GLYPH_STORAGE=$HOME_OF_INSTANCE/storage
  export APP_CONFIG_CACHE=$HOME_OF_INSTANCE/config.php APP_ROUTES_CACHE=$HOME_OF_INSTANCE/routes.php APP_EVENTS_CACHE=$HOME_OF_INSTANCE/events.php
}

artisan() { as_service php "${JIT[@]}" "$ROOT/artisan" "$@"; }

# A second application beside whatever is running, with its own database and fresh demo data.
# start_instance NAME LOG: sets INSTANCE_URL; false when it did not start.
start_instance() {
  local port
  port=$(free_port 18080)
  KEEN_GLYPH_INSTANCE=$1 bash "$ROOT/bin/start" --port "$port" --fresh --yes >"$2" 2>&1 &
  INSTANCE_PID=$!
  INSTANCE_URL=http://127.0.0.1:$port
  for _ in $(seq 1 480); do
    grep -q '^Ctrl-C' "$2" && return
    kill -0 "$INSTANCE_PID" 2>/dev/null || return 1
    sleep 0.5
  done
  return 1
}

stop_instance() {
  [ -n "${INSTANCE_PID:-}" ] || return 0
  kill -TERM "$INSTANCE_PID" 2>/dev/null
  wait "$INSTANCE_PID" 2>/dev/null
  INSTANCE_PID=
}
