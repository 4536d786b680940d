# Installs and builds what is missing; sourced by the other scripts, which run from the root of the project.
# Each step is skipped by a stamp of what it depends on, so that a second run is quick.

# Chromium without a window: the same pages for two thirds of the work.
BROWSER=chromium-headless-shell=chromium-headless-shell

say() { printf '\033[2m%s\033[0m\n' "$*" >&2; }

# need_packages NAME=COMMAND ...: Debian packages whose command is not there yet.
need_packages() {
  missing=""
  for pair in "$@"; do
    PATH="$PATH:/usr/sbin" command -v "${pair#*=}" >/dev/null 2>&1 || missing="$missing ${pair%%=*}"
  done
  [ -z "$missing" ] && return 0
  say "Installing$missing"
  try=0
  until apt-get -qq update >/dev/null; do
    try=$((try + 1))
    [ "$try" -ge 5 ] && break
    sleep 3
  done
  # shellcheck disable=SC2086
  RUNLEVEL=1 DEBIAN_FRONTEND=noninteractive apt-get -o DPkg::Lock::Timeout=300 install -qq -y \
    --no-install-recommends $missing >/dev/null
}

stamp_of() { cat "$@" 2>/dev/null | cksum; }

need_modules() {
  wanted=$(stamp_of package.json package-lock.json)
  [ -d node_modules ] && [ "$(cat .stamps/modules 2>/dev/null)" = "$wanted" ] && return 0
  say "Installing npm packages"
  npm ci --include=dev --no-audit --no-fund --loglevel=error >&2
  mkdir -p .stamps
  printf '%s\n' "$wanted" >.stamps/modules
}

sources_stamp() {
  find core/src contract/src desk shop scripts/packBuilds.ts -type f ! -name '*.spec.ts' -print0 | sort -z | xargs -0 cat | cat - \
    package-lock.json angular.json tsconfig.json | cksum
}

need_build() {
  wanted=$(sources_stamp)
  [ -f dist/shop/server/server.mjs ] && [ -f dist/desk/browser/index.html ] &&
    [ "$(cat .stamps/build 2>/dev/null)" = "$wanted" ] && return 0
  say "Building the desk and the shop"
  mkdir -p .stamps
  rm -f .stamps/build
  # One script in place of the eight that the first page would ask for, since other views share what is in them.
  NG_BUILD_OPTIMIZE_CHUNKS=1 npx --no-install ng build shop >.stamps/shop.log 2>&1 &
  shop=$!
  npx --no-install ng build desk >.stamps/desk.log 2>&1 || { cat .stamps/desk.log >&2; return 1; }
  wait "$shop" || { cat .stamps/shop.log >&2; return 1; }
  node --import tsx scripts/packBuilds.ts || return 1
  printf '%s\n' "$wanted" >.stamps/build
}
