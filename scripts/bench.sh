#!/bin/sh
# npm run bench: measures engine, server and pages; prints a table and writes benchmarks/results.json.
set -eu
cd "$(dirname "$0")/.."
. scripts/prepare.sh
need_packages mariadb-server=mariadbd chromium=chromium
need_modules
need_build
exec node --expose-gc --import tsx benchmarks/run.ts "$@"
