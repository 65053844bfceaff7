#!/usr/bin/env bash
# Set the project up on a Debian machine: the libraries Qt needs, a virtual environment, pinned packages.
#   tools/setup.sh run    what the program needs        (.venv)
#   tools/setup.sh test   and what the tests need       (.venv, .venv-core without Qt)
# Does nothing, in a moment, where all of it is there already.
set -euo pipefail
cd "$(dirname "$0")/.."
purpose=${1:-run}
python=${PYTHON:-python3.11}
command -v "$python" >/dev/null || python=python3

# Library → package that has it. What counts is the library: packages change their names from one Debian to the next,
# and the new ones answer to the old names when they are installed.
libraries="
libEGL.so.1 libegl1
libGL.so.1 libgl1
libxkbcommon.so.0 libxkbcommon0
libxkbcommon-x11.so.0 libxkbcommon-x11-0
libdbus-1.so.3 libdbus-1-3
libfontconfig.so.1 libfontconfig1
libfreetype.so.6 libfreetype6
libglib-2.0.so.0 libglib2.0-0
libX11-xcb.so.1 libx11-xcb1
libxcb-cursor.so.0 libxcb-cursor0
libxcb-icccm.so.4 libxcb-icccm4
libxcb-image.so.0 libxcb-image0
libxcb-keysyms.so.1 libxcb-keysyms1
libxcb-randr.so.0 libxcb-randr0
libxcb-render-util.so.0 libxcb-render-util0
libxcb-shape.so.0 libxcb-shape0
libxcb-sync.so.1 libxcb-sync1
libxcb-xfixes.so.0 libxcb-xfixes0
libxcb-xinerama.so.0 libxcb-xinerama0
libxcb-xkb.so.1 libxcb-xkb1
"

missing=()
known=$(PATH="$PATH:/sbin:/usr/sbin" ldconfig -p 2>/dev/null || true)
while read -r library package; do
    [ -z "$library" ] || [[ $known == *"$library "* ]] || missing+=("$package")
done <<<"$libraries"
[ -e /etc/ssl/certs/ca-certificates.crt ] || missing+=(ca-certificates)
if ! command -v "$python" >/dev/null; then
    missing+=(python3 python3-venv)
elif [ ! -x .venv/bin/python ] && ! "$python" -c 'import ensurepip' 2>/dev/null; then
    missing+=(python3-venv)
fi
if [ "$purpose" = test ]; then
    command -v Xvfb >/dev/null || missing+=(xvfb)
    command -v dbus-run-session >/dev/null || missing+=(dbus-daemon)
    [ -x /usr/libexec/at-spi-bus-launcher ] || missing+=(at-spi2-core)
    command -v desktop-file-validate >/dev/null || missing+=(desktop-file-utils)
    command -v appstreamcli >/dev/null || missing+=(appstream)
    command -v update-mime-database >/dev/null || missing+=(shared-mime-info)
fi

# Run apt-get, and wait where another program holds one of its locks, as automatic updates do on a new machine.
apt() { # arguments of apt-get...
    local said waited=0
    while ! said=$(LC_ALL=C apt-get "$@" 2>&1); do
        case "$said" in
            *"Could not get lock"* | *"Unable to lock"* | *"is another process using it"*) ;;
            *)
                echo "$said" >&2
                return 100
                ;;
        esac
        if [ "$waited" -ge "${LOCK_PATIENCE_S:-900}" ]; then
            echo "Another program has held the package manager's lock for $waited s; try again when it is done." >&2
            return 100
        fi
        [ "$waited" -gt 0 ] || echo "Another program is installing packages; waiting until it is done …"
        sleep "${LOCK_PAUSE_S:-3}"
        waited=$((waited + ${LOCK_PAUSE_S:-3}))
    done
}

if [ ${#missing[@]} -gt 0 ]; then
    if ! command -v apt-get >/dev/null; then
        echo "These are missing, by their Debian names: ${missing[*]}. Install them, then try again." >&2
        exit 1
    elif [ "$(id -u)" = 0 ]; then
        echo "Installing: ${missing[*]}"
        export DEBIAN_FRONTEND=noninteractive
        apt update -qq
        apt install -y -qq --no-install-recommends "${missing[@]}"
        command -v "$python" >/dev/null || python=python3
    else
        echo "These Debian packages are missing. Install them, then run the same command again:" >&2
        echo "    sudo apt-get update && sudo apt-get install ${missing[*]}" >&2
        exit 1
    fi
fi

environment() { # folder, lock file
    local folder=$1 lock=$2 stamp
    stamp=$(cat "$lock" pyproject.toml | sha256sum | cut -d' ' -f1)
    [ "$(cat "$folder/.stamp" 2>/dev/null || true)" = "$stamp" ] && return
    "$python" -c 'import sys; sys.exit(sys.version_info < (3, 11))' || {
        echo "Equilix needs Python 3.11 or newer; $("$python" --version) was found. Set PYTHON to a newer one." >&2
        exit 1
    }
    echo "Setting up $folder (once; a minute or two)"
    rm -rf "$folder"
    "$python" -m venv "$folder"
    "$folder/bin/python" -m pip install --quiet --disable-pip-version-check --require-hashes -r "$lock"
    "$folder/bin/python" -m pip install --quiet --disable-pip-version-check --no-deps --no-build-isolation -e .
    env -u PYTHONDONTWRITEBYTECODE "$folder/bin/python" -m compileall -q src || true
    echo "$stamp" >"$folder/.stamp"
}

environment .venv requirements.lock
[ "$purpose" != test ] || environment .venv-core requirements-core.lock
