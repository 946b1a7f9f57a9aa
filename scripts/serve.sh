# demo and start: a private database, the service, and a clean stop. Sourced by ./nightfrost.

data_home() {
  if [ -n "${NIGHTFROST_DATA:-}" ]; then printf '%s' "$NIGHTFROST_DATA"
  elif is_root; then printf /var/lib/nightfrost
  else printf '%s' "$HOME/.local/share/nightfrost"; fi
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_or_fail() {
  ! port_taken "$1" || fail "Port $1 is taken. Stop what uses it, or choose another: ./nightfrost $2 --port $(($1 + 1))"
}

# Below the ports that a system lends to outgoing connections: those may be held although nobody listens on them.
first_db_port=27410 last_db_port=27499

# A cluster of our own: loopback only, its own role with a random password.
make_cluster() {
  local place=$1 bin=$2 password
  say "Making the database in $place…"
  mkdir -p "$place"
  ! is_root || chown postgres: "$place"
  chmod 700 "$place"
  password=$(od -An -tx1 -N24 /dev/urandom | tr -d ' \n')
  local secret
  secret=$(mktemp)
  printf '%s' "$password" > "$secret"
  ! is_root || chown postgres: "$secret"
  if ! as_pg "$bin/initdb" -D "$place/pg.new" -U nightfrost --pwfile="$secret" -A scram-sha-256 --encoding=UTF8 --locale=C.UTF-8 >"$log" 2>&1; then
    rm -rf "$secret" "$place/pg.new"
    tail -n 3 "$log" >&2
    fail "The database could not be made in $place. Check that the disk has room and that the place may be written."
  fi
  rm -f "$secret"
  printf '%s' "$password" > "$place/password"
  chmod 600 "$place/password"
  mv "$place/pg.new" "$place/pg"
}

# Starts the server on db_port. It takes more connections than the service's pool asks for.
start_server() {
  local place=$1 bin=$2
  as_pg "$bin/pg_ctl" -D "$place/pg" -w -t 60 -l "$place/pg/log" -o "-p $db_port -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c fsync=on -c max_connections=60 -c log_min_error_statement=panic" start >"$log" 2>&1
}

start_cluster() {
  local place=$1 bin=$2
  # After a kill -9 the old server may still run, or only its pid file is left: PostgreSQL's own tool knows which.
  if as_pg "$bin/pg_ctl" -D "$place/pg" status >/dev/null 2>&1; then
    say "Stopping a database left over from before…"
    as_pg "$bin/pg_ctl" -D "$place/pg" -m fast -w stop >/dev/null 2>&1 || fail "An older database of Nightfrost does not stop. End its postgres process, then try again."
  fi
  say "Starting the database…"
  for db_port in $(seq $first_db_port $last_db_port); do
    ! port_taken "$db_port" || continue
    ! start_server "$place" "$bin" || return 0
    # Somebody may have taken the port in between: then the next one.
    tail -n 3 "$place/pg/log" 2>/dev/null | grep -q 'could not create any TCP/IP sockets' && continue
    tail -n 3 "$place/pg/log" >&2 2>/dev/null || true
    fail "The database did not start; its own words are in $place/pg/log."
  done
  fail "No free port between $first_db_port and $last_db_port for the database. Stop what holds them."
}

# A log that has grown keeps its newest part, and one older part beside it. Who writes it appends, so it may be cut while written.
cut_log() {
  local file=$1 most=$((8 * 1024 * 1024))
  [ "$(stat -c %s "$file" 2>/dev/null || echo 0)" -gt $most ] || return 0
  tail -c $most "$file" >"$file.before" && : >"$file"
}

db_alive() {
  local pid
  pid=$(head -n 1 "$1/pg/postmaster.pid" 2>/dev/null) && [ -n "$pid" ] && [ -d "/proc/$pid" ]
}

# Starts the service on a port; its words go to the log.
start_service() {
  (cd .build/service && exec dotnet Nightfrost.Web.dll --urls "http://127.0.0.1:$2") >>"$1/service.log" 2>&1 9>&- &
  service_pid=$!
  printf '%s' "$service_pid" > "$1/service.pid"
}

# A service that ended is started again, after 1, 2, 4, 8 and 16 seconds; one that ends six times within two minutes is not.
restart_service() {
  local place=$1 port=$2 code=0 now end recent=()
  wait "$service_pid" || code=$?
  now=$(date +%s)
  for end in "${service_ends[@]:-}"; do [ -z "$end" ] || [ $((now - end)) -ge 120 ] || recent+=("$end"); done
  local pause=$((1 << ${#recent[@]}))
  if [ "${#recent[@]}" -ge 5 ]; then
    service_pid=""
    fail "The service ended six times within two minutes, last with code $code; its words are in $place/service.log. Everything is stopped."
  fi
  service_ends=("${recent[@]:-}" "$now")
  say "$(date -u +%FT%TZ) The service ended by itself (code $code). Starting it again in $pause s…" | tee -a "$place/service.log"
  sleep "$pause" 9>&- & wait $! || true
  start_service "$place" "$port"
}

# For as long as this script runs: a service or a database that died is started again where it was, and logs are kept short. One that dies again and
# again, or does not come back, ends everything with one line.
watch_over() {
  local place=$1 bin=$2 port=$3 turn=0 deaths=0 service_ends=()
  while true; do
    kill -0 "$service_pid" 2>/dev/null || restart_service "$place" "$port"
    # A wait that a signal can break off, unlike a sleep.
    sleep 1 9>&- & wait $! || true
    turn=$((turn + 1))
    if [ $((turn % 60)) -eq 0 ]; then cut_log "$place/service.log"; cut_log "$place/pg/log"; fi
    [ $((turn % 600)) -ne 0 ] || deaths=0
    ! db_alive "$place" || continue
    deaths=$((deaths + 1))
    [ $deaths -le 5 ] || fail "The database ended five times within ten minutes; its words are in $place/pg/log. Everything is stopped."
    say "The database ended by itself. Starting it again…"
    local tries=0
    # What is left of a killed server may hold its memory for some seconds.
    until start_server "$place" "$bin" 9>&-; do
      tries=$((tries + 1))
      [ $tries -lt 10 ] || fail "The database does not start again; its words are in $place/pg/log. Everything is stopped."
      sleep 2 9>&- & wait $! || true
    done
    say "The database is back."
  done
}

# After a kill -9 of this script its service may still run; the lock says that nobody else minds it.
stop_leftover() {
  local pid
  pid=$(cat "$1/service.pid" 2>/dev/null) || return 0
  if [ -n "$pid" ] && [ -r "/proc/$pid/cmdline" ] && tr '\0' ' ' <"/proc/$pid/cmdline" 2>/dev/null | grep -q 'Nightfrost.Web.dll --urls'; then
    say "Stopping a service left over from before…"
    kill "$pid" 2>/dev/null || true
    local tries=0
    while kill -0 "$pid" 2>/dev/null && [ $tries -lt 50 ]; do sleep 0.1; tries=$((tries + 1)); done
    kill -9 "$pid" 2>/dev/null || true
  fi
  rm -f "$1/service.pid"
}

stop_all() {
  trap - EXIT INT TERM HUP
  [ -z "${service_pid:-}" ] || { kill "$service_pid" 2>/dev/null || true; wait "$service_pid" 2>/dev/null || true; }
  if [ -n "${db_place:-}" ]; then
    rm -f "$db_place/service.pid"
    as_pg "$(pg_bin)/pg_ctl" -D "$db_place/pg" -m fast -w stop >/dev/null 2>&1 || true
  fi
  rm -f "${log:-}"
}

serve() {
  local mode=$1 port=5210 new_password=
  shift
  while [ $# -gt 0 ]; do
    case "$1" in
      --port) [[ "${2:-}" =~ ^[0-9]+$ ]] && [ "$2" -ge 1 ] && [ "$2" -le 65535 ] || fail "--port takes a number from 1 to 65535." 2; port=$2; shift 2 ;;
      --new-password) [ "$mode" = start ] || fail "--new-password belongs to start: the demo's sign-in stays as it is." 2; new_password=new-password; shift ;;
      *) fail "'$1' is not known here. Usage: ./nightfrost $mode [--port N]$([ "$mode" = demo ] || echo ' [--new-password]')" 2 ;;
    esac
  done
  need_tools
  local home place
  home=$(data_home)
  need_space "$home"
  place="$home/$mode"
  # Where nothing was ever started, nothing is left behind either when the port is taken.
  [ -d "$place" ] || free_or_fail "$port" "$mode"
  # The database's own user must be able to enter the place.
  mkdir -p "$place" || fail "$home cannot be written. Set NIGHTFROST_DATA to a place of yours."
  exec 9>"$place.lock"
  flock -n 9 || fail "Nightfrost $mode already runs on this data. Stop it first, or set NIGHTFROST_DATA to another place."
  stop_leftover "$place"
  free_or_fail "$port" "$mode"
  need_packages
  build_all 9>&-

  local bin
  db_place=""
  bin=$(pg_bin)
  log=$(mktemp)
  trap stop_all EXIT
  trap 'exit 130' INT
  trap 'exit 143' TERM HUP
  [ -d "$place/pg" ] || make_cluster "$place" "$bin"
  db_place=$place
  start_cluster "$place" "$bin" 9>&-

  export PGPASSWORD
  PGPASSWORD=$(cat "$place/password")
  "$bin/psql" -h 127.0.0.1 -p "$db_port" -U nightfrost -d postgres -Atqc "select 1 from pg_database where datname = 'nightfrost'" | grep -q 1 \
    || "$bin/createdb" -h 127.0.0.1 -p "$db_port" -U nightfrost nightfrost
  export NIGHTFROST_CONNECTION="Host=127.0.0.1;Port=$db_port;Username=nightfrost;Password=$PGPASSWORD;Database=nightfrost;Maximum Pool Size=40"
  export NIGHTFROST_PLACE=$place NIGHTFROST_DEMO
  NIGHTFROST_DEMO=$([ "$mode" = demo ] && echo true || echo false)
  unset PGPASSWORD

  say "Bringing the data up to date…"
  (cd .build/service && dotnet Nightfrost.Web.dll prepare $new_password) >"$log" 2>&1 || { tail -n 5 "$log" >&2; fail "The data could not be brought up to date."; }
  local sign_in first
  sign_in=$(sed -n 's/^sign-in //p' "$log")
  first=$(sed -n 's/^first-sign-in //p' "$log")

  say "Starting the service…"
  start_service "$place" "$port"
  printf '%s' "$port" > "$place/port"
  local tries=0
  until [ "$(curl -fsS "http://127.0.0.1:$port/api/health" 2>/dev/null || health "$port")" = Healthy ]; do
    kill -0 "$service_pid" 2>/dev/null || fail "The service stopped at once; its words are in $place/service.log."
    tries=$((tries + 1))
    [ $tries -lt 150 ] || fail "The service does not answer; its words are in $place/service.log."
    sleep 0.2
  done
  say ""
  say "Nightfrost is at http://127.0.0.1:$port"
  [ -z "$sign_in" ] || say "Sign in as ${sign_in% *} with the password ${sign_in##* }"
  [ -z "$first" ] || say "First sign-in: ${first% *} with the one-time password ${first##* } (shown only now; you choose your own when you sign in)"
  say "Ctrl-C stops it."
  watch_over "$place" "$bin" "$port"
}

# Where curl is missing: the same question over bash's own socket.
health() {
  exec 8<>"/dev/tcp/127.0.0.1/$1" || return 0
  printf 'GET /api/health HTTP/1.0\r\nHost: 127.0.0.1\r\n\r\n' >&8
  tail -n 1 <&8
  exec 8>&-
} 2>/dev/null
