#!/bin/sh
# npm run import -- FILE [--try]: reads a product file into the catalogue, also while the application runs.
set -eu
case "${1:-}" in
  /* | "" | -*) ;;
  *) first="${INIT_CWD:-$PWD}/$1"; shift; set -- "$first" "$@" ;;
esac
cd "$(dirname "$0")/.."
. scripts/prepare.sh
[ -n "${FOND_DB_URL:-}" ] || need_packages mariadb-server=mariadbd
need_modules
exec node --import tsx server/src/importFile.ts "$@"
