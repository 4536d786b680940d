#!/bin/sh
# npm run dev: as npm start, with server, shop and desk rebuilt while one edits.
set -eu
cd "$(dirname "$0")/.."
. scripts/prepare.sh
[ -n "${FOND_DB_URL:-}" ] || need_packages mariadb-server=mariadbd
need_modules
need_build
# What is built from now on isn't what the shop is run with.
rm -f .stamps/build
exec node --import tsx scripts/dev.ts
