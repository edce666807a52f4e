#!/usr/bin/env bash
# Runs a program, and starts it again when it ended for want of memory (3 is what -XX:+ExitOnOutOfMemoryError ends with).
# A stop is passed on to the program, and waited for.
set -u
program=
stopping=no
trap 'stopping=yes; [ -z "$program" ] || kill "$program" 2>/dev/null' TERM INT
while :; do
    "$@" &
    program=$!
    wait "$program"; code=$?
    while kill -0 "$program" 2>/dev/null; do wait "$program"; code=$?; done
    if [ "$code" != 3 ] || [ $stopping = yes ]; then exit "$code"; fi
    printf '%s  out of memory; started again\n' "$(date +%H:%M:%S)"
done
