# make demo starts it; make test tries it. Both install what they need.
.PHONY: mutants demo run dev test test-core test-server test-web test-e2e test-slow test-generated lint format bench shots types install browser clean
PY := .venv/bin/python
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

# One suite alone, and of it what K names: make test-core K=bending
test: test-core test-server test-web test-e2e

test-core: .make/python
	$(PY) -W error::SyntaxWarning scripts/suites.py core --match '$(K)'

test-server: .make/built
	$(PY) scripts/suites.py server --match '$(K)'

test-web: .make/python .make/web web/made/bench.json
	cd web && npm test --silent -- $(if $(K),-t '$(K)')

test-e2e: .make/built browser
	$(PY) scripts/suites.py e2e --match '$(K)'

# What the sweeps leave out of make test.
test-slow: .make/built browser
	$(PY) scripts/suites.py core --slow
	$(PY) scripts/suites.py server --slow
	$(PY) scripts/suites.py e2e --slow

# Requests made up from the API's document, two minutes of them.
test-generated: .make/built
	$(PY) scripts/generated.py

web/made/bench.json: .make/python scripts/web_fixtures.py $(shell find windcrest_core server examples -name '*.py' -not -path '*/tests/*' -o -name '*.json' -path 'windcrest_core/*' -o -name '*.json' -path 'examples/*')
	$(PY) scripts/web_fixtures.py

# Both servers, each with its reload, on http://127.0.0.1:5173; data in data/.
dev: install
	@sh scripts/dev.sh

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

mutants: .make/python
	$(PY) scripts/mutants.py $(MODULES)

shots: .make/built browser
	$(PY) scripts/shots.py

clean:
	rm -rf .make .venv web/node_modules web/dist static
