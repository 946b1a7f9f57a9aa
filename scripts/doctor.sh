# doctor: what is missing or wrong, one line each. Sourced by ./nightfrost.

doctor() {
  local bad=0 home
  check() { if eval "$2" >/dev/null 2>&1; then say "ok       $1"; else say "missing  $1: $3"; bad=1; fi; }
  check ".NET 10 SDK" '[ "$(dotnet --version | cut -d. -f1)" = 10 ]' "install the .NET 10 SDK"
  check "Node 20 or later" '[ "$(node --version | tr -d v | cut -d. -f1)" -ge 20 ]' "install Node 20"
  check "npm" 'command -v npm' "it comes with Node"
  check "PostgreSQL" '[ -n "$(pg_bin)" ]' "apt-get install postgresql"
  check "Chromium, for tests and pictures" '[ -x /usr/bin/chromium ] && [ -x /usr/bin/chromedriver ]' "apt-get install chromium chromium-driver"
  . scripts/serve.sh
  home=$(data_home)
  check "room on the disk of $home" "(need_space '$home')" "free 500 MB"
  check "the data place may be written" "d='$home'; while [ ! -d \"\$d\" ]; do d=\$(dirname \"\$d\"); done; [ -w \"\$d\" ]" "set NIGHTFROST_DATA to a place of yours"
  # Where each was last started; what was never started here asks for the usual port.
  local mode port said asked=" "
  for mode in demo start; do
    port=$(cat "$home/$mode/port" 2>/dev/null) || port=5210
    case "$asked" in *" $port "*) continue ;; esac
    asked="$asked$port "
    if port_taken "$port"; then
      said=$(health "$port")
      case "$said" in
        Healthy) say "ok       Nightfrost answers on port $port, and so does its database" ;;
        Unhealthy*) say "wrong    Nightfrost on port $port: ${said#Unhealthy: }"; bad=1 ;;
        *) say "wrong    port $port is taken by something else: use --port N"; bad=1 ;;
      esac
    else
      say "ok       port $port is free"
    fi
  done
  return $bad
}
