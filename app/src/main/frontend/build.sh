#!/usr/bin/env bash
# Builds what the browser gets: styles, scripts, fonts and the icon sprite. Usage: build.sh OUT_DIR
set -euo pipefail
cd "$(dirname "$0")"
out=$1
if [ ! -f node_modules/.package-lock.json ] || [ package-lock.json -nt node_modules/.package-lock.json ]; then
  npm ci --no-audit --no-fund --loglevel=error
  touch node_modules/.package-lock.json
fi
mkdir -p "$out/static"
node_modules/.bin/tailwindcss -i styles.css -o "$out/static/app.css" --minify 2>/dev/null ||
  node_modules/.bin/tailwindcss -i styles.css -o "$out/static/app.css" --minify
cp bench.js "$out/static/app.js"
node assets.mjs "$out"
