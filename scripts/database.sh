# Chalk Line's own MariaDB: a data folder and a port of its own, on loopback only. Sourced by chalkline.

database_start() { # folder port
    local folder=$1 port=$2 data="$1/data" socket pid
    mkdir -p "$folder" || die "The folder $folder cannot be made."
    exec 8>"$folder/lock"
    flock 8
    if database_runs "$folder"; then flock -u 8; return 0; fi
    if port_taken "$port"; then
        die "Port $port, for the database, is taken by another program. Set CHALKLINE_DB_PORT to a free one."
    fi
    socket=$(database_socket "$folder")
    local user=()
    database_user "$folder"
    if [ ! -d "$data/mysql" ]; then
        rm -rf "$data.new"
        mariadb-install-db --no-defaults "${user[@]}" --datadir="$data.new" --skip-test-db --force \
            --auth-root-authentication-method=socket --auth-root-socket-user="$(id -un)" >"$folder/install.log" 2>&1 \
            || die "The database could not be set up; see $folder/install.log"
        mv "$data.new" "$data"
    fi
    setsid mariadbd --no-defaults "${user[@]}" --datadir="$data" --socket="$socket" --pid-file="$folder/mariadbd.pid" \
        --bind-address=127.0.0.1 --port="$port" --skip-name-resolve --sql-mode=STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION \
        --character-set-server=utf8mb4 --collation-server=utf8mb4_uca1400_ai_ci --default-time-zone=+00:00 \
        --local-infile=1 --max-allowed-packet=1G --innodb-buffer-pool-size=512M --innodb-log-file-size=256M --innodb-flush-log-at-trx-commit="${CHALKLINE_DB_FLUSH:-1}" \
        </dev/null >>"$folder/mariadbd.log" 2>&1 8>&- 9>&- &
    pid=$!
    echo "$pid" >"$folder/pid"
    local tries=0
    until database_sql "$folder" 'select 1' >/dev/null 2>&1; do
        kill -0 "$pid" 2>/dev/null || { tail -5 "$folder/mariadbd.log" >&2; die "The database did not start; see $folder/mariadbd.log"; }
        tries=$((tries + 1)); [ $tries -lt 300 ] || { kill "$pid"; die "The database does not answer; see $folder/mariadbd.log"; }
        sleep 0.1
    done
    # through standard input: what stands in a command anybody on the machine can see
    mariadb --no-defaults --socket="$socket" -u "$(id -un)" <<EOF
        create user if not exists chalkline@'127.0.0.1';
        alter user chalkline@'127.0.0.1' identified by '$(database_password "$folder")';
        grant all on \`chalkline%\`.* to chalkline@'127.0.0.1';
        create database if not exists chalkline; create database if not exists chalkline_lms;
EOF
    began+=(database)
    flock -u 8
}

database_user() { # folder; sets user: as whom the database runs, where root starts it
    user=()
    [ "$(id -u)" = 0 ] || return 0
    user=(--user=root)
    if id mysql >/dev/null 2>&1 && su -s /bin/sh mysql -c "test -x '$1'" 2>/dev/null; then
        user=(--user=mysql); chown mysql "$1"
    fi
}

database_socket() { # folder; a socket's path may have 107 bytes at most
    local socket="$1/db.sock"
    if [ ${#socket} -gt 100 ]; then socket="/tmp/chalkline-$(printf %s "$1" | cksum | cut -d' ' -f1).sock"; fi
    printf %s "$socket"
}

database_password() { # folder; made at the first start, the tests' is known to all
    if [ "$1" = "$RUN/test-db" ]; then printf chalkline; return; fi
    local file="$1/password"
    if [ ! -s "$file" ]; then head -c 24 /dev/urandom | od -An -tx1 | tr -d ' \n' >"$file"; chmod 600 "$file"; fi
    cat "$file"
}

database_sql() { mariadb --no-defaults --socket="$(database_socket "$1")" -u "$(id -un)" -e "$2"; }

database_runs() { # folder
    local pid; pid=$(cat "$1/pid" 2>/dev/null) || return 1
    [ -r "/proc/$pid/cmdline" ] && { tr '\0' '\n' <"/proc/$pid/cmdline"; } 2>/dev/null | grep -qxF -- "--datadir=$1/data"
}

database_stop() { # folder
    database_runs "$1" || { rm -f "$1/pid"; return 0; }
    local pid; pid=$(cat "$1/pid")
    kill "$pid"
    local tries=0
    while kill -0 "$pid" 2>/dev/null; do
        tries=$((tries + 1)); [ $tries -lt 300 ] || die "The database (process $pid) does not stop."
        sleep 0.1
    done
    rm -f "$1/pid"
}
