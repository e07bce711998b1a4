# Sourced by ./start and ./test: makes sure of what the machine itself must have.

say() { printf '%s\n' "$*"; }
stop_with() { printf '%s\n' "$*" >&2; exit 1; }

need_node() {
  command -v node >/dev/null 2>&1 || stop_with "Node.js is missing. Install Node 20.19 or newer with npm, then run this again."
  node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=19)?0:1)' ||
    stop_with "Node $(node --version) is too old: Vivid Eye needs 20.19 or newer."
}

# need_debian PACKAGE TEST...: installs a Debian package unless the test passes already.
need_debian() {
  local package=$1; shift
  "$@" >/dev/null 2>&1 && return 0
  if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null 2>&1; then
    say "Installing $package from Debian's packages …"
    DEBIAN_FRONTEND=noninteractive apt-get update -q >/dev/null || stop_with "apt-get update failed; see its words above."
    DEBIAN_FRONTEND=noninteractive apt-get install -y -q --no-install-recommends "$package" >/dev/null ||
      stop_with "Could not install $package; see the words above."
  else
    stop_with "$package is missing and this user may not install it. Run this command, then start again:
  sudo apt-get update && sudo apt-get install -y $package"
  fi
}

has_postgres() { command -v pg_ctl >/dev/null 2>&1 || ls /usr/lib/postgresql/*/bin/pg_ctl >/dev/null 2>&1; }
has_chromium() { command -v chromium >/dev/null 2>&1; }
has_haproxy() { command -v haproxy >/dev/null 2>&1 || [ -x /usr/sbin/haproxy ]; }

# need_packages [run]: packages exactly as locked; with `run` only those that running needs. The stamp makes a second start quick.
need_packages() {
  local stamp=node_modules/.vivid-stamp only=${1:-all} wanted kept=""
  wanted="$(node --version) $(sha256sum package-lock.json | cut -d' ' -f1)"
  [ ! -f "$stamp" ] || kept=$(cat "$stamp")
  # Where all were there, for tests, all stay.
  case "$kept" in "" | *" run") ;; *) only=all ;; esac
  [ "$kept" != "$wanted $only" ] || return 0
  say "Installing the packages as locked (a minute or two the first time) …"
  local omit=()
  [ "$only" = all ] || omit=(--omit=dev)
  npm install --no-audit --no-fund --loglevel=error "${omit[@]}" || stop_with "npm could not install the packages; see its words above."
  [ "$wanted" = "$(node --version) $(sha256sum package-lock.json | cut -d' ' -f1)" ] ||
    stop_with "npm changed package-lock.json: the lock file does not fit package.json. Run: git checkout package-lock.json"
  printf '%s %s' "$wanted" "$only" >"$stamp"
}
