# Shared by the commands: what must be there before anything runs. Each lack is one line, exit 1.
export NEXT_TELEMETRY_DISABLED=1
require_node() {
  command -v node >/dev/null 2>&1 || { echo "Node.js 20 is missing: install it first." >&2; exit 1; }
  node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=19)?0:1)' || { echo "Node.js 20.19 or newer is needed; this is $(node --version)." >&2; exit 1; }
  command -v npm >/dev/null 2>&1 || { echo "npm is missing: it comes with Node.js 20." >&2; exit 1; }
}
install_packages() {
  stamp=node_modules/.seedplan-installed
  want=$(cat package.json package-lock.json | cksum)-$(node -p process.versions.modules)
  [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$want" ] && return 0
  echo "Installing packages (once; a few minutes) …"
  log=$(mktemp)
  # `ci` leaves the lock file as it is; where it cannot be used, packages are installed without writing one.
  if ! { npm ci --no-audit --no-fund || npm install --no-package-lock --no-audit --no-fund; } >"$log" 2>&1; then
    if grep -qiE 'not found: (make|g\+\+|cc|c\+\+)|find Python|no such file.*(make|g\+\+)' "$log"; then
      echo "The SQLite module must be compiled here: install Python 3, make and a C++ compiler, then try again." >&2
    else
      echo "Packages cannot be installed: $(grep -iE 'npm error' "$log" | head -2 | tr '\n' ' ') (all of it: $log)" >&2
    fi
    exit 1
  fi
  rm -f "$log"
  if ! node -e "new (require('better-sqlite3'))(':memory:').close()" 2>/dev/null; then
    npm rebuild better-sqlite3 >/dev/null 2>&1
    node -e "new (require('better-sqlite3'))(':memory:').close()" 2>/dev/null || { echo "The SQLite module does not load: install Python 3, make and a C++ compiler, remove node_modules, then try again." >&2; exit 1; }
  fi
  echo "$want" >"$stamp"
}
build_application() {
  stamp=.next/.seedplan-built
  want=$(find src demo scripts package.json package-lock.json next.config.mjs postcss.config.mjs tsconfig.json -type f -exec cksum {} + | sort -k 3 | cksum)
  [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$want" ] && return 0
  echo "Building (about a minute) …"
  log=$(mktemp)
  if ! { node scripts/bundle.mjs && npx next build; } >"$log" 2>&1; then
    echo "The application cannot be built: $(grep -iE 'error' "$log" | head -1) (all of it: $log)" >&2
    exit 1
  fi
  rm -f "$log"
  echo "$want" >"$stamp"
}
install_git() {
  command -v git >/dev/null 2>&1 && return 0
  if [ "$(id -u)" != 0 ]; then echo "git is missing: install Debian's package git." >&2; exit 1; fi
  echo "Installing git …"
  log=$(mktemp)
  { apt-get update && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends git; } >"$log" 2>&1 || { echo "git cannot be installed from Debian's packages: $(grep -E '^E:' "$log" | head -1)" >&2; exit 1; }
  rm -f "$log"
}
install_browser() {
  # Without a window of its own it takes a third less time to open pages; the whole browser does as well.
  [ -n "${CHROMIUM:-}" ] && [ -x "$CHROMIUM" ] && return 0
  [ -x /usr/bin/chromium-headless-shell ] && return 0
  if [ "$(id -u)" != 0 ]; then
    [ -x /usr/bin/chromium ] && return 0
    echo "Chromium is missing: install Debian's package chromium-headless-shell, or set CHROMIUM to its path." >&2
    exit 1
  fi
  echo "Installing Chromium …"
  log=$(mktemp)
  if ! { apt-get update && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends chromium-headless-shell; } >"$log" 2>&1; then
    [ -x /usr/bin/chromium ] || { echo "Chromium cannot be installed from Debian's packages: $(grep -E '^E:' "$log" | head -1)" >&2; exit 1; }
  fi
  rm -f "$log"
}
