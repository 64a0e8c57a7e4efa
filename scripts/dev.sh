#!/bin/sh
# The API with Django's reload and the pages with Vite's; Ctrl-C stops both.
set -eu
cd "$(dirname "$0")/.."
export WINDCREST_DEMO=1
.venv/bin/python manage.py migrate -v0 --noinput
.venv/bin/python manage.py demo
.venv/bin/python manage.py runserver 127.0.0.1:8000 &
api=$!
trap 'kill $api 2>/dev/null' EXIT INT TERM
cd web && npx --no-install vite --port "${PORT:-5173}" --strictPort
