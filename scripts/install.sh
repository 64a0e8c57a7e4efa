#!/bin/sh
# Installs what one part of the project needs: python, web, build or browser.
set -eu
cd "$(dirname "$0")/.."
mkdir -p .make

need() { # need COMMAND "how to get it"
  command -v "$1" >/dev/null 2>&1 || { echo "Windcrest needs $1: $2" >&2; exit 1; }
}

case "$1" in
python)
  for python in python3.11 python3; do
    if "$python" -c 'import sys; sys.exit(sys.version_info[:2] != (3, 11))' 2>/dev/null; then break; fi
    python=
  done
  [ -n "$python" ] || need python3.11 "install Python 3.11 (Debian: apt-get install python3.11 python3.11-venv)"
  [ -x .venv/bin/python ] || "$python" -m venv .venv
  .venv/bin/python -m pip install -q --disable-pip-version-check --require-hashes -r requirements/dev.txt
  touch .make/python
  ;;
web)
  need npm "install Node 20 with npm"
  (cd web && npm ci --no-fund --no-audit --loglevel=error)
  touch .make/web
  ;;
build)
  (cd web && npx --no-install vite build --logLevel warn)
  WINDCREST_DATA="$PWD/.make/build" .venv/bin/python manage.py collectstatic --noinput --clear -v0
  touch .make/built
  ;;
browser)
  command -v chromium >/dev/null 2>&1 && exit 0
  if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null 2>&1; then
    echo "Installing Debian's chromium for the browser tests..."
    apt-get update -qq
    DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium >/dev/null
  else
    echo "The browser tests need chromium. As root: apt-get install chromium" >&2
    exit 1
  fi
  ;;
*)
  echo "install.sh python|web|build|browser" >&2
  exit 2
  ;;
esac
