#!/bin/sh
# npm run bench: measures engine, server and pages; prints a table and writes benchmarks/results.json.
set -eu
cd "$(dirname "$0")/.."
. scripts/prepare.sh
need_packages mariadb-server=mariadbd "$BROWSER"
need_modules
need_build
# The peers stand in a folder of their own, so that nobody else has to install (and compile) them.
wanted=$(stamp_of benchmarks/peers/package-lock.json)
if [ "$(cat .stamps/peers 2>/dev/null)" != "$wanted" ]; then
  say "Installing the benchmark's peers"
  npm ci --prefix benchmarks/peers --no-audit --no-fund --loglevel=error >&2
  printf '%s\n' "$wanted" >.stamps/peers
fi
exec node --max-old-space-size=8192 --expose-gc --import tsx benchmarks/run.ts "$@"
