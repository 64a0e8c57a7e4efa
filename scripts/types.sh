#!/bin/sh
# The front end's types follow the server's API: "write" makes them, "check" fails where they differ.
set -eu
cd "$(dirname "$0")/.."
export WINDCREST_DATA="$PWD/.make/types"
mkdir -p "$WINDCREST_DATA"
if [ "$1" = check ]; then
  cp web/openapi.json .make/openapi.was
  cp web/src/api/schema.d.ts .make/schema.was
  cat docs/formats/*.schema.json > .make/formats.was
fi
.venv/bin/python scripts/openapi.py
.venv/bin/python scripts/schemas.py
(cd web && npm run --silent types >/dev/null)
if [ "$1" = check ]; then
  if ! cmp -s web/openapi.json .make/openapi.was || ! cmp -s web/src/api/schema.d.ts .make/schema.was \
    || ! cat docs/formats/*.schema.json | cmp -s - .make/formats.was; then
    echo "The API changed and its types did not: they are written anew; commit them." >&2
    exit 1
  fi
fi
