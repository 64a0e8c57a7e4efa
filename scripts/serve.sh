#!/bin/sh
# Starts Windcrest on 127.0.0.1:8000 in one process; "demo" with the demo bench. Data stay in data/.
set -eu
cd "$(dirname "$0")/.."
[ "$1" = demo ] && export WINDCREST_DEMO=1
exec .venv/bin/python manage.py serve --listen "127.0.0.1:${PORT:-8000}" $([ "$1" = demo ] && echo --demo)
