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
  if port_taken 5210; then
    local said
    said=$(health 5210)
    case "$said" in
      Healthy) say "ok       Nightfrost answers on port 5210, and so does its database" ;;
      Unhealthy*) say "wrong    Nightfrost on port 5210: ${said#Unhealthy: }"; bad=1 ;;
      *) say "wrong    port 5210 is taken by something else: use --port N"; bad=1 ;;
    esac
  else
    say "ok       port 5210 is free"
  fi
  return $bad
}
