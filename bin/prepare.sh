# Sourced by start and check: makes sure that what they need is installed, or says in a sentence how to install it.

need_system() { # names of Debian packages
  local missing=()
  for package in "$@"; do
    case $package in
      postgresql) ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || missing+=("$package") ;;
      openclipart-png | openclipart-svg) [ -d "/usr/share/openclipart/${package#openclipart-}" ] || missing+=("$package") ;;
      poppler-utils) command -v pdfinfo >/dev/null 2>&1 || missing+=("$package") ;;
      librsvg2-bin) command -v rsvg-convert >/dev/null 2>&1 || missing+=("$package") ;;
      *) command -v "$package" >/dev/null 2>&1 || missing+=("$package") ;;
    esac
  done
  [ ${#missing[@]} -eq 0 ] && return
  if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
    echo "  installing ${missing[*]}"
    (apt-get update && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "${missing[@]}") >/tmp/union-press-apt.log 2>&1 ||
      { echo "Could not install ${missing[*]}; /tmp/union-press-apt.log says why."; exit 1; }
  else
    echo "Please install ${missing[*]} first: sudo apt-get update && sudo apt-get install -y ${missing[*]}"
    exit 1
  fi
}

prepare() {
  if ! command -v node >/dev/null || ! node -e 'process.exit(+process.versions.node.split(".")[0] >= 20 ? 0 : 1)'; then
    echo "Union Press needs Node.js 20 or newer, with npm."
    exit 1
  fi
  need_system "$@"
  if [ ! -f node_modules/.package-lock.json ] || [ package-lock.json -nt node_modules/.package-lock.json ]; then
    echo "  installing packages (about a minute)"
    npm ci --no-audit --no-fund --loglevel=error >/tmp/union-press-npm.log 2>&1 || { echo "npm ci failed:"; tail -20 /tmp/union-press-npm.log; exit 1; }
    touch node_modules/.package-lock.json
  fi
  node build.mjs
}
