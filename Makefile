# make demo starts it; make test tries it. Both install what they need.
.PHONY: demo run test lint format bench shots types install browser clean
PY := .venv/bin/python
export PYTHONDONTWRITEBYTECODE := 1
export OPENBLAS_NUM_THREADS ?= 1

demo: .make/built
	@sh scripts/serve.sh demo

run: .make/built
	@sh scripts/serve.sh own

install: .make/python .make/web

.make/python: requirements/dev.txt
	@sh scripts/install.sh python

.make/web: web/package-lock.json
	@sh scripts/install.sh web

.make/built: .make/python .make/web $(shell find web/src web/public -type f) web/index.html web/vite.config.ts
	@sh scripts/install.sh build

browser:
	@sh scripts/install.sh browser

test: .make/built browser
	$(PY) -W error::SyntaxWarning -m unittest discover -s windcrest_core/tests -t .
	$(PY) scripts/web_fixtures.py
	cd web && npm test --silent
	WINDCREST_TESTING=1 WINDCREST_DATA=$(CURDIR)/.make/testdata $(PY) manage.py test server e2e --noinput

lint: .make/python .make/web
	.venv/bin/ruff check .
	.venv/bin/ruff format --check .
	.venv/bin/mypy
	.venv/bin/lint-imports
	.venv/bin/codespell
	@sh scripts/types.sh check
	cd web && npm run --silent lint

format: .make/python .make/web
	.venv/bin/ruff check --fix .
	.venv/bin/ruff format .
	cd web && npm run --silent format

types: .make/python .make/web
	@sh scripts/types.sh write

bench: .make/built browser
	$(PY) scripts/bench.py

shots: .make/built browser
	$(PY) scripts/shots.py

clean:
	rm -rf .make .venv web/node_modules web/dist static
