# Two commands: `make demo` serves the application with practice data, `make test` runs everything.
SHELL := /bin/bash
.DELETE_ON_ERROR:
# the distribution's own where it is there: built with optimisations, a tenth quicker than one that is compiled plainly
PYTHON ?= $(firstword $(wildcard /usr/bin/python3.11) python3.11)
PY := .venv/bin/python
PORT ?= 8000
# tests that run at once; one more than two cores, as a test with a browser waits for its page a tenth of its time
LANES ?= 3
FRONT := frontend/index.html frontend/home.html frontend/vite.config.ts frontend/sizes.ts frontend/phone.ts $(shell find frontend/src frontend/public -type f 2>/dev/null)

# tests, servers and releases start some forty processes: what one has compiled, the next reads
unexport PYTHONDONTWRITEBYTECODE

.PHONY: demo demo-fresh test test-postgres reading running lint types front-test browser check bench screenshots contact-sheet

demo: .venv/.ready frontend/dist/.ready
	$(PY) manage.py migrate --verbosity 0
	$(PY) -m easepath.standins --address http://127.0.0.1:$(PORT)
	EASEPATH_BIND=127.0.0.1:$(PORT) EASEPATH_LOG=warning .venv/bin/gunicorn easepath.wsgi

demo-fresh: .venv/.ready
	rm -f var/easepath.sqlite3*
	$(MAKE) demo

PRINT_LIBS := libpango-1.0-0 libpangoft2-1.0-0 libharfbuzz0b libharfbuzz-subset0 fontconfig
HAS_PRINT := from ctypes.util import find_library as f; import sys; sys.exit(not all(map(f, ("pango-1.0", "pangoft2-1.0", "harfbuzz-subset"))))

.venv/.ready: requirements.txt requirements-dev.txt requirements-uv.txt
	@$(PYTHON) -c '$(HAS_PRINT)' || { apt-get update -qq && apt-get install -y -qq $(PRINT_LIBS) >/dev/null; }
	test -x $(PY) || $(PYTHON) -m venv .venv || python3.11 -m venv --clear .venv
	.venv/bin/pip install --quiet --disable-pip-version-check --require-hashes -r requirements-uv.txt
	.venv/bin/uv pip sync --quiet requirements-dev.txt requirements-uv.txt \
	  || .venv/bin/pip install --quiet --require-hashes -r requirements-dev.txt
	touch $@

frontend/node_modules/.ready: frontend/package-lock.json frontend/package.json frontend/.npmrc
	cd frontend && npm ci --no-audit --no-fund --loglevel=error
	touch $@

frontend/dist/.ready: frontend/node_modules/.ready .venv/.ready $(FRONT)
	cd frontend && npx --no-install vite build --logLevel warn
	$(PY) manage.py collectstatic --noinput --clear --verbosity 0
	touch $@

browser:
	@{ command -v chromium-headless-shell || command -v chromium; } >/dev/null && command -v pdftoppm >/dev/null || \
	  { apt-get update -qq && apt-get install -y -qq chromium-headless-shell poppler-utils >/dev/null; }

check: .venv/.ready
	$(PY) -m easepath.core check
	$(PY) -m easepath.figure

lint: .venv/.ready frontend/node_modules/.ready
	.venv/bin/ruff check .
	.venv/bin/ruff format --check .
	.venv/bin/lint-imports
	cd frontend && npm run -s lint

types: .venv/.ready frontend/node_modules/.ready
	.venv/bin/mypy
	cd frontend && npm run -s types

front-test: frontend/node_modules/.ready
	cd frontend && npx --no-install vitest run --silent

test: browser frontend/dist/.ready
	$(MAKE) --jobs=2 reading running

# what `check` says is a test of its own
reading: lint types front-test

running: .venv/.ready
	.venv/bin/pytest -n $(LANES) --dist loadscope --no-loadscope-reorder

# the same tests on a server: the one that EASEPATH_DATABASE_URL names, else Debian's, started for the run and gone after
test-postgres: .venv/.ready frontend/dist/.ready
	@ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || [[ "$$EASEPATH_DATABASE_URL" == postgres* ]] || \
	  { apt-get update -qq && apt-get install -y -qq postgresql >/dev/null; }
	$(PY) -m benchmarks.postgres .venv/bin/pytest -n $(LANES) --dist loadscope tests/clinic tests/api tests/interchange tests/live

bench: browser .venv/.ready frontend/dist/.ready
	$(PY) -m benchmarks
	$(PY) -m benchmarks.clinic
	$(PY) -m benchmarks.pages

contact-sheet: browser .venv/.ready
	.venv/bin/python -m docs.contact_sheet --out var/contact-sheet

screenshots: browser .venv/.ready frontend/dist/.ready
	.venv/bin/python -m docs.screenshots
