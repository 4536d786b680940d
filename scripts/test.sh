#!/bin/sh
# npm test: formatting, lint, types, layer rules, builds, then unit, server and browser tests.
# Ends with the line "N passed, N failed".
set -u
cd "$(dirname "$0")/.."
. scripts/prepare.sh
mkdir -p .stamps
# Debian's packages are not needed before the server's tests, and take as long as half of npm's.
need_packages mariadb-server=mariadbd "$BROWSER" >.stamps/packages.log 2>&1 &
packages=$!
need_modules || exit 1

passed=0
failed=0
check() {
  name=$1
  shift
  started=$(date +%s)
  if out=$("$@" 2>&1); then
    passed=$((passed + 1))
    printf 'ok      %s (%ss)\n' "$name" "$(($(date +%s) - started))"
  else
    failed=$((failed + 1))
    printf 'FAILED  %s\n%s\n' "$name" "$out"
  fi
}

# The builds take longest and need one core; the other one checks meanwhile.
build_started=$(date +%s)
need_build >.stamps/build.log 2>&1 &
build=$!

check formatting npx --no-install oxfmt --check
check types npm run --silent types
check lint npm run --silent lint
check "layer rules" npm run --silent layers
check "lock file without addresses" sh -c '! grep -E "\"resolved\": \"(https?|git)" package-lock.json'
# Adds what a run counted, and names what took longest; unit tests need no build, so they run while it goes on.
run_tests() {
  name=$1
  shift
  report=.stamps/tests-$name.json
  rm -f "$report"
  "$@"
  status=$?
  counts=$(node -e '
    try {
      const { numPassedTests, numFailedTests, testResults } = JSON.parse(require("fs").readFileSync(process.argv[1], "utf8"));
      const broken = testResults.filter((file) => file.status === "failed" && !file.assertionResults.some((test) => test.status === "failed"));
      const slow = testResults
        .map(({ name, startTime, endTime }) => ({ name: require("path").relative(".", name), seconds: (endTime - startTime) / 1000 }))
        .sort((a, b) => b.seconds - a.seconds).slice(0, 5);
      console.error(`longest: ${slow.map(({ name, seconds }) => `${name} ${seconds.toFixed(1)} s`).join(", ")}`);
      console.log(numPassedTests, numFailedTests + broken.length);
    } catch { console.log(0, 1); }' "$report")
  passed=$((passed + ${counts% *}))
  failed=$((failed + ${counts#* }))
  # A run that broke off, or met an error outside its tests, has failed even if no test says so.
  [ "$status" -eq 0 ] || [ "${counts#* }" -gt 0 ] || failed=$((failed + 1))
  [ "${counts% *}" -gt 0 ] || failed=$((failed + 1))
}
project() {
  npx --no-install vitest run --project "$1" --reporter=default --reporter=json --outputFile.json=".stamps/tests-$1.json"
}
# Components of the desk, compiled as its own build compiles them.
rendered() {
  npx --no-install ng test desk --reporters=json --output-file=.stamps/tests-rendered.json
}
run_tests unit project unit
run_tests rendered rendered

if wait "$build"; then
  passed=$((passed + 1))
  printf 'ok      builds (%ss)\n' "$(($(date +%s) - build_started))"
else
  failed=$((failed + 1))
  printf 'FAILED  builds\n%s\n' "$(cat .stamps/build.log)"
fi
if wait "$packages"; then
  run_tests application project application
else
  failed=$((failed + 1))
  printf 'FAILED  packages\n%s\n' "$(cat .stamps/packages.log)"
fi
printf '\n%s passed, %s failed\n' "$passed" "$failed"
[ "$failed" -eq 0 ]
