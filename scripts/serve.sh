#!/bin/sh
# Starts Windcrest on 127.0.0.1:8000 in one process; "demo" with the demo bench. Data stay in data/.
set -eu
cd "$(dirname "$0")/.."
[ "$1" = demo ] && export WINDCREST_DEMO=1
.venv/bin/python manage.py migrate -v0 --noinput
[ "$1" = demo ] && .venv/bin/python manage.py demo
echo "Windcrest is at http://127.0.0.1:${PORT:-8000} (stop with Ctrl-C)"
exec .venv/bin/waitress-serve --listen="127.0.0.1:${PORT:-8000}" --threads=6 server.wsgi:application
