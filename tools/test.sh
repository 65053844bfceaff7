#!/usr/bin/env bash
# Everything that must hold, in the order in which it is quickest to learn that something does not.
set -uo pipefail
cd "$(dirname "$0")/.."
log=build/tests
mkdir -p "$log"
failed=0
counted=0

finish() { # name, exit code: says how it went, and counts its tests
    local out="$log/$1.txt" ran
    if [ "$2" = 0 ]; then
        echo "ok      $1"
    else
        echo "FAILED  $1"
        tail -n 60 "$out"
        failed=$((failed + 1))
    fi
    ran=$(sed -n 's/^Ran \([0-9]*\) tests\{0,1\} in .*/\1/p' "$out" | tail -n 1)
    counted=$((counted + ${ran:-0}))
}

step() { # name, command...
    local name=$1
    shift
    "$@" >"$log/$name.txt" 2>&1
    finish "$name" $?
}

tests=(-W error -m unittest)
step lint .venv/bin/python -m ruff check .
step format .venv/bin/python -m ruff format --check .
step types .venv/bin/python -m mypy
step imports .venv/bin/lint-imports --no-cache

# Two at a time: the core and then every screen beside all else of the interface, which takes about as long.
export QT_QPA_PLATFORM=offscreen
screens=tests.ui.test_every_screen
others=$(ls tests/ui/test_*.py | sed 's#/#.#g; s#\.py$##' | grep -vx "$screens")
.venv/bin/python "${tests[@]}" $others >"$log/interface.txt" 2>&1 &
interface=$!
step core-without-qt .venv-core/bin/python "${tests[@]}" discover -t . -s tests/core
step every-screen .venv/bin/python "${tests[@]}" "$screens"
wait "$interface"
finish interface $?

if [ "$failed" = 0 ]; then
    echo "$counted passed, 0 failed"
else
    echo "$counted passed, $failed failed"
    exit 1
fi
