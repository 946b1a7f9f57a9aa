# test and pictures: every check on a real database and a real browser. Sourced by ./nightfrost.

ready_to_test() {
  need_tools
  need_packages browser
  mkdir -p .build
  say "Restoring and building…"
  # As it is served: plans take a third of the time, and the service is built only once.
  dotnet build Nightfrost.slnx -c Release --nologo -v q -clp:ErrorsOnly || fail "The build failed."
  # The kill test starts the service as its users do.
  build_all
}

# What was generated must be what is committed.
stale_types() {
  local fresh
  fresh=$(mktemp)
  (cd src/web && npx --no-install openapi-typescript src/api/nightfrost.json -o "$fresh" >/dev/null 2>&1)
  if ! cmp -s "$fresh" src/web/src/api/schema.d.ts; then
    rm -f "$fresh"
    fail "src/web/src/api/schema.d.ts is stale: run 'npm run types' in src/web and commit it."
  fi
  rm -f "$fresh"
  git diff --quiet -- src/web/src/api/nightfrost.json || fail "src/web/src/api/nightfrost.json differs from what was committed: commit the new one."
}

front_end_checks() {
  say "Checking the front end: types, lint, format, tests…"
  stale_types
  (
    cd src/web
    npm run --silent check
    npm run --silent lint
    npm run --silent format:check >/dev/null || { echo "Some files are not formatted: run 'npm run format' in src/web." >&2; exit 1; }
    npm test --silent
  ) || fail "The front end's checks failed."
}

run_tests() {
  ready_to_test
  say "Checking the format of the C# code…"
  # White space only: what style and analyzers ask for is an error of the build.
  dotnet format whitespace Nightfrost.slnx --verify-no-changes --no-restore --exclude src/Nightfrost.Data/Migrations/ || fail "Some C# files are not formatted: run 'dotnet format'."
  front_end_checks
  local out=.build/tests.log project code all bad left total=0 failed=0 skipped=0
  for project in Core Web Browser; do
    say "Testing: $project…"
    code=0
    dotnet "tests/Nightfrost.$project.Tests/bin/Release/net10.0/Nightfrost.$project.Tests.dll" -noLogo -noColor >"$out" 2>&1 || code=$?
    read -r all bad left < <(sed -n 's/.*Total: \([0-9]*\), Errors: [0-9]*, Failed: \([0-9]*\), Skipped: \([0-9]*\),.*/\1 \2 \3/p' "$out" | tail -n 1) || { all=0 bad=0 left=0; }
    # A run that ended badly without a failed test, or ran none, is a failure of its own.
    if [ "$bad" -eq 0 ] && { [ "$code" -ne 0 ] || [ "$all" -eq 0 ]; }; then bad=1 all=$((all + 1)); fi
    total=$((total + all)); failed=$((failed + bad)); skipped=$((skipped + left))
    if [ "$bad" -gt 0 ]; then tail -n 120 "$out"; else tail -n 1 "$out"; fi
  done
  say "$((total - failed - skipped)) passed, $failed failed, $skipped skipped"
  [ "$failed" -eq 0 ]
}

take_pictures() {
  ready_to_test
  say "Taking pictures…"
  NIGHTFROST_PICTURES="$PWD/docs/screenshots" dotnet tests/Nightfrost.Browser.Tests/bin/Release/net10.0/Nightfrost.Browser.Tests.dll -noLogo -noColor -class Nightfrost.Browser.Tests.Pictures || fail "The pictures could not be taken."
}
