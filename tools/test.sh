#!/usr/bin/env bash
# Everything that must hold, in the order in which it is quickest to learn that something does not.
set -uo pipefail
cd "$(dirname "$0")/.."
log=build/tests
mkdir -p "$log"
failed=0
counted=0

suite() { # name: runs it, and keeps what it prints and how it ends
    local run=(.venv/bin/python -W error -m unittest)
    case "$1" in
    core-without-qt) .venv-core/bin/python -W error -m unittest discover -t . -s tests/core ;;
    every-screen) "${run[@]}" tests.ui.test_every_screen ;;
    interface-*) "${run[@]}" $(interface "${1#interface-}") ;;
    esac >"$log/$1.txt" 2>&1
    echo $? >"$log/$1.code"
}

interface() { # 1 or 2: every other module of the interface but the screens
    ls tests/ui/test_*.py | sed 's#/#.#g; s#\.py$##' | grep -vx tests.ui.test_every_screen | awk "NR % 2 == $1 - 1"
}

if [ "${1:-}" = suite ]; then
    suite "$2"
    exit
fi

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

step lint .venv/bin/python -m ruff check .
step format .venv/bin/python -m ruff format --check .
step types .venv/bin/python -m mypy
step imports .venv/bin/lint-imports --no-cache

# Two at a time, the longest first, so that both are busy to the end.
export QT_QPA_PLATFORM=offscreen
suites=(core-without-qt every-screen interface-1 interface-2)
rm -f "$log"/*.code  # a suite that is killed must not end as it did the last time
printf '%s\n' "${suites[@]}" | xargs -P 2 -I{} bash tools/test.sh suite {}
for name in "${suites[@]}"; do
    finish "$name" "$(cat "$log/$name.code" 2>/dev/null || echo killed)"
done

if [ "$failed" = 0 ]; then
    echo "$counted passed, 0 failed"
else
    echo "$counted passed, $failed failed"
    exit 1
fi
