#!/usr/bin/env bash
# Set the project up on a Debian machine: the libraries Qt needs, a virtual environment, pinned packages.
#   tools/setup.sh run    what the program needs        (.venv)
#   tools/setup.sh test   and what the tests need       (.venv, .venv-core without Qt)
# Does nothing where all of it is there already.
set -euo pipefail
cd "$(dirname "$0")/.."
purpose=${1:-run}
python=${PYTHON:-python3.11}
command -v "$python" >/dev/null || python=python3

qt_libraries=(
    libegl1 libgl1 libxkbcommon0 libxkbcommon-x11-0 libdbus-1-3 libfontconfig1 libfreetype6 libglib2.0-0
    libx11-xcb1 libxcb-cursor0 libxcb-icccm4 libxcb-image0 libxcb-keysyms1 libxcb-randr0 libxcb-render-util0
    libxcb-shape0 libxcb-sync1 libxcb-xfixes0 libxcb-xinerama0 libxcb-xkb1
)
wanted=("${qt_libraries[@]}" python3 python3-venv ca-certificates)
[ "$purpose" = test ] && wanted+=(xvfb)

missing=()
if command -v dpkg-query >/dev/null; then
    for package in "${wanted[@]}"; do
        state=$(dpkg-query -W -f '${db:Status-Status}' "$package" 2>/dev/null || true)
        [ "$state" = installed ] || missing+=("$package")
    done
else
    echo "This is not a Debian system: make sure that Qt 6's libraries for X11 are installed." >&2
fi
if [ ${#missing[@]} -gt 0 ]; then
    if [ "$(id -u)" = 0 ]; then
        echo "Installing: ${missing[*]}"
        export DEBIAN_FRONTEND=noninteractive
        apt-get update -qq
        apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
    else
        echo "These Debian packages are missing. Install them, then run the same command again:" >&2
        echo "    sudo apt-get install ${missing[*]}" >&2
        exit 1
    fi
fi

environment() { # folder, lock file, extra pip arguments for the project itself
    local folder=$1 lock=$2 stamp
    stamp=$(cat "$lock" pyproject.toml | sha256sum | cut -d' ' -f1)
    [ "$(cat "$folder/.stamp" 2>/dev/null || true)" = "$stamp" ] && return
    echo "Setting up $folder (once; a minute or two)"
    rm -rf "$folder"
    "$python" -m venv "$folder"
    "$folder/bin/python" -m pip install --quiet --disable-pip-version-check --require-hashes -r "$lock"
    "$folder/bin/python" -m pip install --quiet --disable-pip-version-check --no-deps --no-build-isolation -e .
    env -u PYTHONDONTWRITEBYTECODE "$folder/bin/python" -m compileall -q src || true
    echo "$stamp" >"$folder/.stamp"
}

"$python" -c 'import sys; sys.exit(sys.version_info < (3, 11))' || {
    echo "Equilix needs Python 3.11 or newer; $("$python" --version) was found. Set PYTHON to a newer one." >&2
    exit 1
}
environment .venv requirements.lock
[ "$purpose" = test ] && environment .venv-core requirements-core.lock
exit 0
