#!/bin/sh
# One command on a fresh machine: installs, builds, starts the database, serves. Ctrl-C stops all of it.
set -eu
cd "$(dirname "$0")/.."
. scripts/prepare.sh
[ -n "${FOND_DB_URL:-}" ] || need_packages mariadb-server=mariadbd
need_modules
need_build
# Pages leave much short-lived memory behind; with more room for it they are rendered a seventh faster.
exec node --max-semi-space-size=32 --import tsx server/src/start.ts
