#!/bin/sh
# npm run add-user -- EMAIL "NAME" [ROLE]: asks for the password and adds somebody who may sign in.
set -eu
cd "$(dirname "$0")/.."
. scripts/prepare.sh
[ -n "${FOND_DB_URL:-}" ] || need_packages mariadb-server=mariadbd
need_modules
exec node --import tsx server/src/addUser.ts "$@"
