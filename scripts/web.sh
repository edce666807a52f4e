#!/usr/bin/env bash
# Installs what the front end is built with, and builds it, unless that was done for what stands there now. One at a time: who
# comes second waits, and finds it done. With "install" it is not built.
set -euo pipefail
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)
mkdir -p "${CHALKLINE_RUN:-$ROOT/run}"
exec 7>"${CHALKLINE_RUN:-$ROOT/run}/web.lock"; flock 7
cd "$ROOT/web"
done_for() { # mark folder...: nothing in the folders is newer than the mark
    [ -f "$1" ] && [ -z "$(find "${@:2}" -newer "$1" -print -quit)" ]
}
done_for node_modules/.installed package.json package-lock.json .npmrc || { rm -rf .svelte-check; npm ci --silent; touch node_modules/.installed; }
[ "${1:-}" != install ] || exit 0
if ! done_for dist/.built node_modules/.installed src public index.html vite.config.ts svelte.config.js package.json; then
    rm -f dist/.built
    npm run --silent build
    touch dist/.built
fi
