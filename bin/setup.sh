# Sourced by bin/demo and bin/test: installs packages and builds, where they are missing or older than their sources.
cd "$(dirname "${BASH_SOURCE[0]}")/.."
export npm_config_build_from_source=true npm_config_loglevel=error

packages_stale() { [ ! -e "node_modules/$1" ] || [ package-lock.json -nt "node_modules/$1" ]; }

# What checks of the sources need.
fetch_packages() {
  if packages_stale .fetched && packages_stale .installed; then
    echo "Fetching packages …"
    # Not npm ci: it refuses a lock file that leaves out optional builds for platforms a registry does not carry.
    npm install --no-save --no-audit --no-fund --ignore-scripts || { echo "Packages could not be installed: see above, then run this again." >&2; exit 1; }
    touch node_modules/.fetched
  fi
}

# What running needs beside them: packages that have to be made on this machine.
make_packages() {
  if packages_stale .installed; then
    echo "Compiling the database driver, a minute or two …"
    npm rebuild better-sqlite3 esbuild >/dev/null || { echo "Packages could not be installed: see above, then run this again." >&2; exit 1; }
    node -e "new (require('better-sqlite3'))(':memory:')" || { echo "The database driver did not build: install python3, make and g++, then run this again." >&2; exit 1; }
    touch node_modules/.installed
  fi
}

install_packages() {
  fetch_packages
  make_packages
}

build_when_stale() {
  if [ ! -e build/index.js ] || [ -n "$(find src static package.json package-lock.json svelte.config.js vite.config.ts vite.thread.config.ts -newer build/index.js -print -quit)" ]; then
    echo "Building …"
    npm run build >build.log 2>&1 || { cat build.log >&2; exit 1; }
    touch build/index.js
  fi
}
