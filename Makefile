# One command each: `make demo` to use it, `make test` to check it.
.DEFAULT_GOAL := help
SHELL := /bin/bash
PYTHON ?= python3
PORT ?= 8137
BIN := .venv/bin
SUDO := $(shell [ "$$(id -u)" = 0 ] || echo sudo)
APT := DEBIAN_FRONTEND=noninteractive $(SUDO) apt-get
export DJANGO_SETTINGS_MODULE ?= shop.settings.$(if $(FIERCE_BORE_SECRET),production,demo)
# Compiled code is kept, whatever the shell was told: compiling Django and NumPy anew costs every command and every start two seconds.
export PYTHONDONTWRITEBYTECODE :=
# A real shop's data is looked after with a real shop's settings.
shop first-admin: export DJANGO_SETTINGS_MODULE = shop.settings.production

.PHONY: help demo serve shop first-admin backup restore verify tidy test lint unit web-test bench soak fuzz mutate pictures types setup setup-test clean

help:
	@echo "make demo   set everything up, load the demo yard, start Fierce Bore"
	@echo "make shop   start a real shop (see docs/running-a-shop.md); make first-admin NAME=… before anybody can sign in"
	@echo "make backup, make verify [FILE=…], make restore FILE=…, make tidy   look after the data, while it runs"
	@echo "make test   install what the tests need and run every check"
	@echo "make bench  speed, as ratios measured in one run"
	@echo "make soak   ten minutes of thirty clients at every route"
	@echo "make mutate [PART=plan] break the computation in small ways and see that the tests notice (hours; by part)"
	@echo "make pictures [PICTURES=bench] take the pictures of the papers anew"
	@echo "make types  rewrite the API description and the TypeScript types made from it"

# --- set up -------------------------------------------------------------------
.venv/.run: requirements/run.txt pyproject.toml
	@$(PYTHON) -m venv .venv 2>/dev/null || { $(APT) update -q && $(APT) install -y -q python3-venv && $(PYTHON) -m venv --clear .venv; }
	$(BIN)/pip install -q --disable-pip-version-check --require-hashes -r requirements/uv.txt
	$(BIN)/uv pip install -q --python $(BIN)/python --require-hashes -r requirements/run.txt
	$(BIN)/uv pip install -q --python $(BIN)/python --no-deps --no-build-isolation --editable .
	@touch $@

.venv/.dev: .venv/.run requirements/dev.txt requirements/tables.txt
	$(BIN)/uv pip install -q --python $(BIN)/python --require-hashes -r requirements/dev.txt
	$(BIN)/uv pip install -q --python $(BIN)/python --require-hashes --no-deps -r requirements/tables.txt
	@touch $@

web/node_modules/.done: web/package-lock.json
	cd web && npm ci --no-fund --no-audit --loglevel=error
	@touch $@

WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts
web/dist/index.html: web/node_modules/.done $(WEB_SOURCES)
	cd web && npm run --silent build -- --logLevel warn

setup: .venv/.run web/dist/index.html

setup-test: .venv/.dev web/dist/index.html
	@command -v chromium-headless-shell >/dev/null || { $(APT) update -q && $(APT) install -y -q --no-install-recommends chromium-headless-shell; }

# --- use ----------------------------------------------------------------------
demo: setup
	$(BIN)/python manage.py migrate -v 0 --skip-checks
	$(BIN)/python manage.py load_demo
	@$(MAKE) --no-print-directory serve

serve:
	@echo "Fierce Bore is at http://127.0.0.1:$(PORT)/  (Ctrl-C stops it)"
	@$(BIN)/gunicorn -c python:shop.serving --bind 127.0.0.1:$(PORT) shop.wsgi

# A real shop: FIERCE_BORE_SECRET and FIERCE_BORE_HOSTS are set, and something in front of this ends TLS.
shop: setup
	$(BIN)/python manage.py upgrade
	@$(MAKE) --no-print-directory serve

first-admin: setup
	@$(BIN)/python manage.py upgrade
	@$(BIN)/python manage.py first_admin $(NAME)

# --- look after the data ----------------------------------------------------------
backup:
	@$(BIN)/python manage.py backup

restore:
	@$(BIN)/python manage.py restore $(FILE)

verify:
	@$(BIN)/python manage.py verify $(FILE)

tidy:
	@$(BIN)/python manage.py tidy

# --- check --------------------------------------------------------------------
# What waits for the network, the disk or one processor goes beside what does not.
test:
	@$(MAKE) --no-print-directory --jobs=2 --output-sync=line setup-test
	@$(MAKE) --no-print-directory --jobs=2 --output-sync=line lint web-test
	@$(MAKE) --no-print-directory unit

lint: setup-test
	$(BIN)/ruff check .
	$(BIN)/mypy
	@$(BIN)/lint-imports --no-logo
	$(BIN)/python manage.py makemigrations --check --dry-run -v 0
	@$(BIN)/python manage.py export_openapi_schema --api shop.api.api.api --indent 1 --output .venv/openapi.json && diff -q .venv/openapi.json shop/api/openapi.json || { echo "shop/api/openapi.json is not what the API says: run make types"; exit 1; }
	@cd web && npx --no-install openapi-typescript ../shop/api/openapi.json -o ../.venv/schema.ts >/dev/null 2>&1 && diff -q ../.venv/schema.ts src/api/schema.ts || { echo "web/src/api/schema.ts is not what the API says: run make types"; exit 1; }
	@$(BIN)/python -m bore words | diff -q - web/src/job/words.sample.json || { echo "web/src/job/words.sample.json is not what the core says: run make types"; exit 1; }

web-test: setup-test
	cd web && npm run --silent types && npm run --silent format && npm run --silent lint && npm run --silent test

# Two lanes beside each other: the journeys through the screens, one after another on one server and one browser; and all the rest, the core
# first, whose lines are counted.
unit: setup-test
	@shared=$$(mktemp -d); trap 'rm -rf $$shared' EXIT; export SHARED_BY_TESTS=$$shared; \
	$(BIN)/pytest tests/journeys > $$shared/journeys.txt 2>&1 & journeys=$$!; \
	$(BIN)/python -m slipcover --source bore --skip-covered --fail-under 95 -m pytest --ignore=tests/shop --ignore=tests/journeys; core=$$?; \
	$(BIN)/pytest tests/shop; shop=$$?; \
	wait $$journeys; journeys=$$?; cat $$shared/journeys.txt; \
	[ "$$core $$shop $$journeys" = "0 0 0" ]

bench: setup-test
	$(BIN)/python -m tests.bench

# Ten minutes of thirty clients; SOAK_S=60 for one.
soak: setup-test
	$(BIN)/python -m tests.soak

# Five thousand requests and commands that begin from real ones; FUZZ_CASES=500 for fewer.
fuzz: setup-test
	$(BIN)/python -m tests.fuzz

mutate: setup-test
	$(BIN)/uv pip install -q --python $(BIN)/python --require-hashes -r requirements/mutate.txt
	$(BIN)/python -m tests.mutation $(PART)

pictures: setup-test
	$(BIN)/python -m tests.pictures $(PICTURES)

types: .venv/.dev web/node_modules/.done
	$(BIN)/python manage.py export_openapi_schema --api shop.api.api.api --indent 1 --output shop/api/openapi.json
	cd web && npx --no-install openapi-typescript ../shop/api/openapi.json -o src/api/schema.ts
	$(BIN)/python -m bore words > web/src/job/words.sample.json

clean:
	rm -rf .venv web/node_modules web/dist data
