#!/usr/bin/env bash
# Everything that must hold, in the order in which it is quickest to learn that something does not.
set -uo pipefail
cd "$(dirname "$0")/.."
log=build/tests
mkdir -p "$log"
failed=0
counted=0

step() { # name, command...
    local name=$1 out="$log/$1.txt"
    shift
    if "$@" >"$out" 2>&1; then
        echo "ok      $name"
    else
        echo "FAILED  $name"
        tail -n 60 "$out"
        failed=$((failed + 1))
    fi
    local ran
    ran=$(sed -n 's/^Ran \([0-9]*\) tests\{0,1\} in .*/\1/p' "$out" | tail -n 1)
    counted=$((counted + ${ran:-0}))
}

tests=(-W error -m unittest discover -t . -s)
step lint .venv/bin/python -m ruff check .
step format .venv/bin/python -m ruff format --check .
step types .venv/bin/python -m mypy
step imports .venv/bin/lint-imports --no-cache
step core-without-qt .venv-core/bin/python "${tests[@]}" tests/core
step interface env QT_QPA_PLATFORM=offscreen .venv/bin/python "${tests[@]}" tests/ui

if [ "$failed" = 0 ]; then
    echo "$counted passed, 0 failed"
else
    echo "$counted passed, $failed failed"
    exit 1
fi
