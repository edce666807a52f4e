# Three MariaDB nodes as a Galera cluster, two application processes and a reverse proxy with TLS before them, all on loopback.
# Sourced by chalkline.

CLUSTER_NODES="1 2 3"
CLUSTER_APPS="1 2"
cluster_sql_port() { echo $((CLUSTER_DB_PORT + $1)); }
cluster_group_port() { echo $((CLUSTER_DB_PORT + 10 + $1)); }
cluster_ist_port() { echo $((CLUSTER_DB_PORT + 20 + $1)); }
cluster_sst_port() { echo $((CLUSTER_DB_PORT + 30 + $1)); }
cluster_app_port() { echo $((CLUSTER_PORT + $1)); }
# an address of its own for each node, so that a test can put each behind a network of its own
cluster_address() { if [ -n "${CHALKLINE_CLUSTER_NET:-}" ]; then echo "$CHALKLINE_CLUSTER_NET.1$1"; else echo 127.0.0.1; fi; }
cluster_space() { if [ -n "${CHALKLINE_CLUSTER_NET:-}" ]; then echo "ip netns exec chalkline-db$1"; fi; }

cluster_packages() {
    packages
    local missing=()
    [ -e /usr/lib/galera/libgalera_smm.so ] || missing+=(galera-4)
    need haproxy haproxy
    need socat socat
    need openssl openssl
    need mariadb-backup mariadb-backup
    install_missing
    # the scripts that bring a node up to date come with the whole server, whose service nobody wants here
    if [ ! -x "$RUN/sst/usr/bin/wsrep_sst_mariabackup" ]; then
        say "Fetching the scripts that bring a node up to date"
        rm -rf "$RUN/sst"; mkdir -p "$RUN/sst"
        (cd "$RUN/sst" && apt-get download -qq mariadb-server >>"$RUN/apt.log" 2>&1 && dpkg-deb -x mariadb-server_*.deb . && rm mariadb-server_*.deb) \
            || die "The package mariadb-server could not be fetched; see $RUN/apt.log"
    fi
}

cluster_settings() { # node; a file of settings, since secrets in a command anybody on the machine can see
    local node=$1 folder="$STATE/db$1" address; address=$(cluster_address "$1")
    local all="" one
    for one in $CLUSTER_NODES; do all="$all${all:+,}$(cluster_address "$one"):$(cluster_group_port "$one")"; done
    cat >"$folder/node.cnf" <<EOF
[mariadbd]
datadir=$folder/data
socket=$(database_socket "$folder")
pid-file=$folder/mariadbd.pid
bind-address=$address
port=$(cluster_sql_port "$node")
skip-name-resolve
sql-mode=STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION
character-set-server=utf8mb4
collation-server=utf8mb4_uca1400_ai_ci
default-time-zone=+00:00
local-infile=1
max-allowed-packet=1G
innodb-buffer-pool-size=${CHALKLINE_CLUSTER_MEMORY:-256M}
innodb-log-file-size=128M
innodb-flush-log-at-trx-commit=${CHALKLINE_DB_FLUSH:-1}
binlog-format=ROW
innodb-autoinc-lock-mode=2
wsrep-on=ON
wsrep-provider=/usr/lib/galera/libgalera_smm.so
wsrep-cluster-name=chalkline
wsrep-cluster-address=gcomm://$all
wsrep-node-name=db$node
wsrep-node-address=$address:$(cluster_group_port "$node")
wsrep-provider-options="gmcast.listen_addr=tcp://$address:$(cluster_group_port "$node");ist.recv_addr=$address:$(cluster_ist_port "$node");gcache.size=256M;pc.recovery=true"
wsrep-sst-method=mariabackup
wsrep-sst-receive-address=$address:$(cluster_sst_port "$node")
wsrep-sst-auth=chalkline_sst:$(database_password "$STATE")
wsrep-slave-threads=2
# a node that is a little behind is waited for: what one process wrote the other one sees
wsrep-sync-wait=1
EOF
    chmod 600 "$folder/node.cnf"
    database_user "$folder"
    [ ${#user[@]} = 0 ] || [ "${user[0]}" = --user=root ] || chown mysql "$folder/node.cnf"
}

cluster_node_runs() { database_runs "$STATE/db$1"; }

cluster_install() { # node: an empty data folder
    local folder="$STATE/db$1" user=()
    mkdir -p "$folder"; database_user "$folder"
    [ -d "$folder/data/mysql" ] && return
    rm -rf "$folder/data.new"
    mariadb-install-db --no-defaults "${user[@]}" --datadir="$folder/data.new" --skip-test-db --force \
        --auth-root-authentication-method=socket --auth-root-socket-user="$(id -un)" >"$folder/install.log" 2>&1 \
        || fail "The database could not be set up; see $folder/install.log"
    mv "$folder/data.new" "$folder/data"
}

cluster_launch() { # node [--wsrep-new-cluster]
    local node=$1 folder="$STATE/db$1" user=(); shift
    database_user "$folder"
    # shellcheck disable=SC2046
    PATH="$RUN/sst/usr/bin:$PATH" setsid $(cluster_space "$node") mariadbd --defaults-file="$folder/node.cnf" "${user[@]}" --datadir="$folder/data" "$@" \
        </dev/null >>"$folder/mariadbd.log" 2>&1 8>&- 9>&- &
    echo $! >"$folder/pid"
}

cluster_await() { # node: until it is one of the cluster and in step with it
    local folder="$STATE/db$1" pid tries=0; pid=$(cat "$folder/pid")
    until database_sql "$folder" "show status like 'wsrep_local_state_comment'" 2>/dev/null | grep -q Synced; do
        kill -0 "$pid" 2>/dev/null || { tail -15 "$folder/mariadbd.log" >&2; fail "Node $1 of the database ended; see $folder/mariadbd.log"; }
        tries=$((tries + 1)); [ $tries -lt 1200 ] || fail "Node $1 of the database does not come into step; see $folder/mariadbd.log"
        sleep 0.1
    done
}

cluster_position() { # node: how far it had come when it ended
    local folder="$STATE/db$1" user=() seqno
    [ -d "$folder/data/mysql" ] && [ -f "$folder/data/grastate.dat" ] || { echo -2; return; }
    seqno=$(sed -n 's/^seqno: *//p' "$folder/data/grastate.dat")
    if [ "${seqno:--1}" = -1 ]; then
        database_user "$folder"
        seqno=$(mariadbd --defaults-file="$folder/node.cnf" "${user[@]}" --datadir="$folder/data" --wsrep-recover 2>&1 \
            | sed -n 's/.*Recovered position: [^:]*:\(-\{0,1\}[0-9]*\).*/\1/p' | tail -1)
    fi
    echo "${seqno:--1}"
}

cluster_databases() {
    local node first=0 best=-3 at running=no
    for node in $CLUSTER_NODES; do
        mkdir -p "$STATE/db$node"
        cluster_settings "$node"
        ! cluster_node_runs "$node" || running=yes
    done
    if [ $running = no ]; then
        # the one that had come furthest begins, the others are brought up to it
        for node in $CLUSTER_NODES; do
            at=$(cluster_position "$node")
            if [ "$at" -gt "$best" ]; then best=$at; first=$node; fi
        done
        cluster_install "$first"
        [ ! -f "$STATE/db$first/data/grastate.dat" ] || sed -i 's/^safe_to_bootstrap: .*/safe_to_bootstrap: 1/' "$STATE/db$first/data/grastate.dat"
        cluster_launch "$first" --wsrep-new-cluster
        cluster_await "$first"
        mariadb --no-defaults --socket="$(database_socket "$STATE/db$first")" -u "$(id -un)" <<EOF
            create user if not exists chalkline@'%';
            alter user chalkline@'%' identified by '$(database_password "$STATE")';
            grant all on \`chalkline%\`.* to chalkline@'%';
            create user if not exists chalkline_sst@localhost;
            alter user chalkline_sst@localhost identified by '$(database_password "$STATE")';
            grant reload, process, lock tables, binlog monitor, replica monitor on *.* to chalkline_sst@localhost;
            create database if not exists chalkline; create database if not exists chalkline_lms;
EOF
    fi
    for node in $CLUSTER_NODES; do
        cluster_node_runs "$node" && continue
        cluster_install "$node"
        say "Bringing node $node of the database into step"
        cluster_launch "$node"
        cluster_await "$node"
    done
}

cluster_hosts() {
    local all="" node
    for node in $CLUSTER_NODES; do all="$all${all:+,}$(cluster_address "$node"):$(cluster_sql_port "$node")"; done
    echo "$all"
}

cluster_app() { # number [VAR=value ...]
    local n=$1 port; port=$(cluster_app_port "$1"); shift
    if cluster_app_runs "$n"; then return; fi
    if port_taken "$port"; then fail "Port $port, for an application process, is taken by another program. Set CHALKLINE_CLUSTER_PORT."; fi
    say "Starting application process $n"
    rm -rf "$STATE/tmp-app$n"; mkdir -p "$STATE/tmp-app$n"
    env "$@" DB_FAILOVER=sequential: DB_HOSTS="$(cluster_hosts)" DB_PASSWORD="$(database_password "$STATE")" NODE="app$n" PORT="$port" MANAGEMENT_PORT=0 \
        CHALKLINE_PROXY=127.0.0.1 CHALKLINE_ADDRESS="https://127.0.0.1:$CLUSTER_PORT" CHALKLINE_FIRST_PASSWORD="$STATE/first-password" \
        setsid bash "$ROOT/scripts/keep.sh" 60 \
        java -Xmx1g -XX:Tier3DelayOn=0 -XX:+ExitOnOutOfMemoryError -Djava.io.tmpdir="$STATE/tmp-app$n" -jar "$RUN/app/server/server-$VERSION-exec.jar" \
        </dev/null >>"$STATE/app$n.log" 2>&1 9>&- &
    echo $! >"$STATE/app$n.pid"
    await "app$n" "$port" /readyz
}

cluster_app_runs() { # number
    local pid; pid=$(cat "$STATE/app$1.pid" 2>/dev/null) || return 1
    [ -r "/proc/$pid/cmdline" ] && { tr '\0' '\n' <"/proc/$pid/cmdline"; } 2>/dev/null | grep -qF -- "$RUN/app/server/"
}

cluster_certificate() { # made on the spot, for this machine only
    local file="$STATE/tls.pem"
    [ -s "$file" ] && openssl x509 -checkend 604800 -noout -in "$file" >/dev/null 2>&1 && return
    openssl req -x509 -newkey rsa:2048 -nodes -days 397 -subj "/CN=$(hostname)" \
        -addext "subjectAltName=DNS:$(hostname),DNS:localhost,IP:127.0.0.1" -keyout "$file.key" -out "$file.crt" >"$STATE/tls.log" 2>&1 \
        || fail "No certificate could be made; see $STATE/tls.log"
    cat "$file.crt" "$file.key" >"$file"; rm -f "$file.crt" "$file.key"
}

cluster_proxy_runs() {
    local pid; pid=$(cat "$STATE/proxy.pid" 2>/dev/null) || return 1
    [ -r "/proc/$pid/cmdline" ] && { tr '\0' '\n' <"/proc/$pid/cmdline"; } 2>/dev/null | grep -qxF -- "$STATE/proxy.cfg"
}

cluster_proxy() {
    cluster_certificate
    local n servers=""
    for n in $CLUSTER_APPS; do servers="$servers
    server app$n 127.0.0.1:$(cluster_app_port "$n") check inter 1s fall 2 rise 2"; done
    printf 'HTTP/1.0 503 Service Unavailable\r\nCache-Control: no-cache\r\nRetry-After: 2\r\nContent-Type: application/problem+json\r\n\r\n%s' \
        '{"title":"Service Unavailable","status":503,"detail":"Chalk Line is being started, or one of its machines was lost. What was kept is safe; try again in a moment."}' >"$STATE/503.http"
    cat >"$STATE/proxy.cfg" <<EOF
global
    maxconn 4096
    log stderr format raw local0 notice
    ssl-default-bind-options ssl-min-ver TLSv1.2
defaults
    mode http
    log global
    option redispatch
    # a call that reached nobody is made to the other process; what may have been done is never repeated here
    retries 2
    retry-on conn-failure
    timeout connect 2s
    timeout client 10m
    timeout server 10m
    timeout http-request 30s
    errorfile 503 $STATE/503.http
    errorfile 502 $STATE/503.http
frontend tls
    bind 127.0.0.1:$CLUSTER_PORT ssl crt $STATE/tls.pem alpn h2,http/1.1
    http-request set-header X-Forwarded-Proto https
    http-request set-header X-Forwarded-Host %[req.hdr(host)]
    option forwardfor
    default_backend apps
backend apps
    # sign-ins are in the database, so nobody has to come back to the process that they were at
    balance leastconn
    option httpchk GET /readyz$servers
EOF
    if cluster_proxy_runs; then return; fi
    if port_taken "$CLUSTER_PORT"; then fail "Port $CLUSTER_PORT, for the proxy, is taken by another program. Set CHALKLINE_CLUSTER_PORT to a free one."; fi
    setsid haproxy -db -f "$STATE/proxy.cfg" </dev/null >>"$STATE/proxy.log" 2>&1 9>&- &
    echo $! >"$STATE/proxy.pid"
    local tries=0
    until port_taken "$CLUSTER_PORT"; do
        kill -0 "$(cat "$STATE/proxy.pid")" 2>/dev/null || { tail -5 "$STATE/proxy.log" >&2; fail "The proxy ended; see $STATE/proxy.log"; }
        tries=$((tries + 1)); [ $tries -lt 100 ] || fail "The proxy does not answer; see $STATE/proxy.log"
        sleep 0.1
    done
}

cluster() { # [demo | stop]
    case ${1:-} in "" | demo) ;; stop) cluster_stop; return ;; *) die "Say ./chalkline cluster, cluster demo or cluster stop" ;; esac
    once
    STATE=$RUN/cluster${1:+-$1}; mkdir -p "$STATE"
    [ -z "${1:-}" ] && [ -d "$RUN/cluster-demo/db1/data" ] && [ ! -d "$STATE/db1/data" ] && cluster_any_runs && die "The demo's cluster runs at these ports; ./chalkline cluster stop ends it."
    cluster_packages
    build
    room "$STATE"
    say "Starting three nodes of the database"
    cluster_databases
    local n settings=()
    if [ "${1:-}" = demo ]; then
        # the LMS is another system, with a database of its own
        database_start "$STATE/lms-db" "$CLUSTER_DB_PORT"
        launch standins "$STANDINS_PORT" CHALKLINE_STANDINS_PORT STANDINS_PORT="$STANDINS_PORT" MAIL_PORT="$MAIL_PORT" \
            DB_PORT="$CLUSTER_DB_PORT" DB_PASSWORD="$(database_password "$STATE/lms-db")"
        await standins "$STANDINS_PORT" /actuator/health
        settings=(CHALKLINE_DEMO=true CHALKLINE_TODAY=2026-12-07 REGISTRAR_URL="http://127.0.0.1:$STANDINS_PORT/registrar/list"
            LMS_URL="http://127.0.0.1:$STANDINS_PORT/lms/api" MAIL_HOST=127.0.0.1 MAIL_PORT="$MAIL_PORT" MAIL_TO=abara@skerrow.example)
    fi
    # the first brings the tables up to date, the others find them so
    for n in $CLUSTER_APPS; do cluster_app "$n" "${settings[@]}"; done
    cluster_proxy
    cat <<EOF

Chalk Line is at     https://127.0.0.1:$CLUSTER_PORT/      (a certificate made here, which no browser knows)
Its processes are    $(for n in $CLUSTER_APPS; do printf '%s ' "http://127.0.0.1:$(cluster_app_port "$n")"; done)
Its databases are    $(cluster_hosts)
To end all of it     ./chalkline cluster stop
EOF
}

cluster_any_runs() {
    local STATE=$RUN/cluster-demo node
    for node in $CLUSTER_NODES; do ! cluster_node_runs "$node" || return 0; done
    return 1
}

cluster_stop() {
    once
    local n pid tries
    for STATE in "$RUN/cluster-demo" "$RUN/cluster"; do
        [ -d "$STATE" ] || continue
        if cluster_proxy_runs; then kill "$(cat "$STATE/proxy.pid")"; say "Stopped the proxy"; fi
        rm -f "$STATE/proxy.pid"
        for n in $CLUSTER_APPS; do
            cluster_app_runs "$n" || { rm -f "$STATE/app$n.pid"; continue; }
            pid=$(cat "$STATE/app$n.pid"); kill "$pid" 2>/dev/null || true; tries=0
            while kill -0 -- "-$pid" 2>/dev/null; do
                tries=$((tries + 1)); [ $tries -lt 300 ] || { kill -9 -- "-$pid" 2>/dev/null; break; }
                sleep 0.1
            done
            rm -f "$STATE/app$n.pid"; rm -rf "$STATE/tmp-app$n"; say "Stopped application process $n"
        done
        halt standins
        if database_runs "$STATE/lms-db"; then database_stop "$STATE/lms-db"; fi
        # the last one to end is the one to begin with
        for n in $CLUSTER_NODES; do
            if cluster_node_runs "$n"; then database_stop "$STATE/db$n"; say "Stopped node $n of the database"; fi
        done
    done
}
