# Sourced by bin/demo and bin/test: installs packages and builds, where they are missing or older than their sources.
cd "$(dirname "${BASH_SOURCE[0]}")/.."
export npm_config_build_from_source=true npm_config_loglevel=error

install_packages() {
  if [ ! -e node_modules/.installed ] || [ package-lock.json -nt node_modules/.installed ]; then
    echo "Installing packages (the database driver compiles, a minute or two) …"
    # Not npm ci: it refuses a lock file that leaves out optional builds for platforms a registry does not carry.
    npm install --no-save --no-audit --no-fund || { echo "Packages could not be installed: see above, then run this again." >&2; exit 1; }
    node -e "new (require('better-sqlite3'))(':memory:')" || { echo "The database driver did not build: install python3, make and g++, then run this again." >&2; exit 1; }
    touch node_modules/.installed
  fi
}

build_when_stale() {
  if [ ! -e build/index.js ] || [ -n "$(find src static package.json package-lock.json svelte.config.js vite.config.ts vite.thread.config.ts -newer build/index.js -print -quit)" ]; then
    echo "Building …"
    npm run build >build.log 2>&1 || { cat build.log >&2; exit 1; }
    touch build/index.js
  fi
}
