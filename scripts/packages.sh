# What Chalk Line needs from Debian, and how it gets there. Sourced by chalkline.

NODE_VERSION=20.20.2
NPM_VERSION=11.19.1

need() { # command package
    command -v "$1" >/dev/null 2>&1 || missing+=("$2")
}

install_missing() {
    [ ${#missing[@]} -gt 0 ] || return 0
    local as=()
    if [ "$(id -u)" != 0 ]; then
        command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null && as=(sudo -n) \
            || die "These Debian packages are missing: ${missing[*]}. Install them with: apt-get install --no-install-recommends ${missing[*]}"
    fi
    say "Installing ${missing[*]}"
    "${as[@]}" apt-get update -qq >"$RUN/apt.log" 2>&1 || true
    "${as[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >>"$RUN/apt.log" 2>&1 \
        || die "apt-get could not install ${missing[*]}; see $RUN/apt.log"
}

packages() { # [test | cli]
    local missing=()
    need javac openjdk-17-jdk-headless
    need mvn maven
    if [ "${1:-}" = cli ]; then install_missing; return; fi
    need mariadbd mariadb-server-core
    need mariadb mariadb-client-core
    need npm npm
    need flock util-linux
    if [ "${1:-}" = test ]; then need chromium chromium; need mariadb-backup mariadb-backup; fi
    install_missing
    local java; java=$(javac -version 2>&1 | sed -n 's/^javac \([0-9]*\).*/\1/p') # JAVA_TOOL_OPTIONS adds a line
    [ "${java:-0}" -ge 17 ] || die "Java 17 or newer is wanted; javac says $(javac -version 2>&1)."
    node_of_our_own
    npm_of_our_own
}

# Debian 12 has Node 18, the build wants 20.19 or newer: then one from npm, inside the run folder.
node_of_our_own() {
    node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a==20&&b>=19)?0:1)' 2>/dev/null && return
    local arch; case $(uname -m) in aarch64) arch=arm64 ;; *) arch=x64 ;; esac
    if [ ! -x "$RUN/node/node_modules/node-linux-$arch/bin/node" ]; then
        say "Fetching Node $NODE_VERSION for the build"
        npm install --no-save --no-audit --no-fund --prefix "$RUN/node" "node-linux-$arch@$NODE_VERSION" >"$RUN/node.log" 2>&1 \
            || die "Node $NODE_VERSION could not be fetched; see $RUN/node.log. Node 20.19 or newer on the PATH does as well."
    fi
    PATH="$RUN/node/node_modules/node-linux-$arch/bin:$PATH"
}

# The build's packages want npm 11; older ones stumble over them.
npm_of_our_own() {
    [ "$(npm --version 2>/dev/null | cut -d. -f1)" -ge 11 ] 2>/dev/null && return
    if [ ! -x "$RUN/node/node_modules/.bin/npm" ]; then
        say "Fetching npm 11 for the build"
        npm install --no-save --no-audit --no-fund --prefix "$RUN/node" "npm@$NPM_VERSION" >"$RUN/npm.log" 2>&1 \
            || die "npm $NPM_VERSION could not be fetched; see $RUN/npm.log. npm 11 on the PATH does as well."
    fi
    PATH="$RUN/node/node_modules/.bin:$PATH"
}
