# All data as one file, and back again. Sourced by chalkline.

backup() { # file [database folder]
    [ -n "${1:-}" ] || die "Name the file to write: ./chalkline backup FILE"
    [ ! -e "$1" ] || die "$1 is there already; nothing was written. Name another file."
    local file=$1 folder=${2:-$RUN/db} work="$1.part"
    database_runs "$folder" || die "The database does not run; start Chalk Line first."
    local missing=(); need mariadb-backup mariadb-backup; install_missing
    room "$(dirname "$1")"
    mkdir "$work" || die "$work cannot be made; it is the place where the backup is put together."
    if ! copied "$folder" "$work" >"$folder/backup.log" 2>&1; then
        rm -rf "$work"
        die "The backup failed; nothing was written to $file. What went wrong is in $folder/backup.log"
    fi
    rm -rf "$work"
    say "Written to $file"
}

copied() { # database folder, folder to work in
    mariadb-backup --no-defaults --backup --target-dir="$2/data" --datadir="$1/data" --socket="$(database_socket "$1")" --user="$(id -un)" \
        && mariadb-backup --no-defaults --prepare --target-dir="$2/data" \
        && tar -czf "$2/file" -C "$2" data && mv "$2/file" "${2%.part}"
}

restore() { # file [database folder]
    [ -r "${1:-}" ] || die "Name the backup to put back: ./chalkline restore FILE"
    local folder=${2:-$RUN/db}
    ! runs server && ! database_runs "$folder" || die "Chalk Line runs. Stop it first: ./chalkline stop"
    [ ! -e "$folder/data" ] || die "There is data in $folder already, and nothing is overwritten. Move that folder away, or set CHALKLINE_RUN to another."
    mkdir -p "$folder" && room "$folder"
    rm -rf "$folder/restored"; mkdir "$folder/restored"
    if ! tar -xzf "$1" -C "$folder/restored" 2>"$folder/restore.log" || [ ! -d "$folder/restored/data/mysql" ]; then
        rm -rf "$folder/restored"
        die "$1 is no whole backup of Chalk Line; nothing was put back."
    fi
    database_user "$folder"
    case ${user[0]:-} in *mysql) chown -R mysql "$folder/restored" ;; esac
    mv "$folder/restored/data" "$folder/data"; rm -rf "$folder/restored"
    say "Put back. ./chalkline start goes on from there; what the LMS holds by now is read anew."
}
