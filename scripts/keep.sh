#!/usr/bin/env bash
# keep.sh SECONDS COMMAND...: runs a program, and starts it again when it ended for want of memory, which 3 says
# (-XX:+ExitOnOutOfMemoryError). One that ran for less than SECONDS would only end so again. It ends with this script.
set -u
least=$1; shift
while :; do
    SECONDS=0
    setpriv --pdeathsig TERM "$@"; code=$?
    [ "$code" = 3 ] && [ "$SECONDS" -ge "$least" ] || exit "$code"
    printf '%s  It ended for want of memory, and is started again\n' "$(date +%H:%M:%S)"
done
