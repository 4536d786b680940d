#!/bin/sh
# npm run screenshots: takes docs/screenshots/*.png anew from a fresh demo shop.
set -eu
cd "$(dirname "$0")/.."
. scripts/prepare.sh
need_packages mariadb-server=mariadbd "$BROWSER"
need_modules
need_build
exec node --import tsx scripts/screenshots.ts
