# Shared by every command: words, what is installed, and the build. Sourced, never run.

say() { printf '%s\n' "$*"; }
fail() { printf 'nightfrost: %s\n' "$1" >&2; exit "${2:-1}"; }

is_root() { [ "$(id -u)" = 0 ]; }

# PostgreSQL keeps its server programs off the path, one folder a version.
pg_bin() {
  local dir
  for dir in $(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -Vr); do
    [ -x "$dir/postgres" ] && [ -x "$dir/initdb" ] && { printf '%s' "$dir"; return; }
  done
}

# PostgreSQL refuses to run as root.
as_pg() { if is_root; then runuser -u postgres -- "$@"; else "$@"; fi; }

missing_packages() {
  local wanted=()
  [ -n "$(pg_bin)" ] || wanted+=(postgresql)
  [ "${1:-}" != browser ] || { [ -x /usr/bin/chromium ] || wanted+=(chromium fonts-dejavu-core); [ -x /usr/bin/chromedriver ] || wanted+=(chromium-driver); [ -x /usr/bin/ffmpeg ] || wanted+=(ffmpeg); }
  printf '%s' "${wanted[*]:-}"
}

# Installs what is missing from Debian's packages; without root it says the one line and stops.
need_packages() {
  local missing
  missing=$(missing_packages "${1:-}")
  [ -n "$missing" ] || return 0
  if ! is_root; then
    say "Missing from Debian's packages: $missing. Run this once, then try again:"
    say "  sudo apt-get update && sudo apt-get install -y $missing"
    exit 3
  fi
  say "Installing $missing…"
  # The packaged cluster is not wanted: Nightfrost keeps its own.
  mkdir -p /etc/postgresql-common
  [ -e /etc/postgresql-common/createcluster.conf ] || echo 'create_main_cluster = false' > /etc/postgresql-common/createcluster.conf
  local log
  log=$(mktemp)
  if ! { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends $missing; } >"$log" 2>&1; then
    tail -n 5 "$log" >&2
    rm -f "$log"
    fail "Debian's packages could not be installed. Check the network and 'apt-get update', then try again."
  fi
  rm -f "$log"
}

need_tools() {
  command -v dotnet >/dev/null || fail "The .NET 10 SDK is missing. Install it, then try again."
  dotnet --version >/dev/null 2>&1 && [ "$(dotnet --version | cut -d. -f1)" = 10 ] || fail "This needs a .NET 10 SDK ($(grep -o '"version": "[^"]*"' global.json | cut -d'"' -f4) or later in its line); found: $(dotnet --list-sdks 2>/dev/null | tr '\n' ' ')."
  command -v node >/dev/null || fail "Node 20 is missing. Install it, then try again."
  [ "$(node --version | tr -d v | cut -d. -f1)" -ge 20 ] || fail "This needs Node 20 or later; found $(node --version)."
  command -v npm >/dev/null || fail "npm is missing. It comes with Node 20."
}

# 500 MB is what a first build and a young database take together.
need_space() {
  local dir=$1 free
  while [ ! -d "$dir" ]; do dir=$(dirname "$dir"); done
  free=$(df -Pk "$dir" | awk 'NR==2 {print $4}')
  [ "$free" -ge 512000 ] || fail "The disk of $dir has only $((free / 1024)) MB left. Free 500 MB, then try again."
}

fingerprint() { git ls-files -co --exclude-standard -- "$@" 2>/dev/null | sort | tr '\n' '\0' | xargs -0 -r sha1sum 2>/dev/null | sha1sum | cut -d' ' -f1; }

# Runs a step only when what it depends on changed since it last went well.
once() {
  local name=$1 mark=".build/$1" now words=$2
  shift 2
  local inputs=()
  while [ "$1" != -- ]; do inputs+=("$1"); shift; done
  shift
  mkdir -p .build
  now=$(fingerprint "${inputs[@]}")
  [ "$(cat "$mark" 2>/dev/null)" != "$now" ] || return 0
  say "$words"
  local log=".build/$name.log"
  if ! "$@" >"$log" 2>&1; then
    tail -n 25 "$log" >&2
    fail "That step failed; all of its words are in $log."
  fi
  printf '%s' "$now" > "$mark"
}

npm_ci() { (cd src/web && npm ci --no-audit --no-fund); }
web_types() { (cd src/web && npx --no-install openapi-typescript src/api/nightfrost.json -o src/api/schema.d.ts); }
web_build() { (cd src/web && npm run build); }
service_build() { dotnet publish src/Nightfrost.Web -c Release -o .build/service --nologo -v q; }

build_all() {
  need_space .
  [ -d src/web/node_modules ] || rm -f .build/npm
  [ -f src/Nightfrost.Web/wwwroot/index.html ] || rm -f .build/web .build/service.done
  once npm "Fetching the front end's packages…" src/web/package.json src/web/package-lock.json -- npm_ci
  once web "Building the front end…" src/web -- web_build
  [ -f .build/service/Nightfrost.Web.dll ] || rm -f .build/service.done
  once service.done "Building the service…" src global.json collector.props Directory.Build.props Directory.Packages.props -- service_build
}
