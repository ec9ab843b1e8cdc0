# What a fresh machine needs: Python 3.11, Node 20, make.
PYTHON ?= $(shell command -v python3.11 || command -v python3)
VENV := .venv
BIN := $(VENV)/bin
STAMPS := .stamps
PORT ?= 8047

WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts web/tsconfig.json

.PHONY: demo serve test lint types core server search browser-a-to-l browser-m-to-z bench fuzz kills client screenshots clean

demo: $(STAMPS)/python web/dist/index.html
	$(BIN)/northspan demo --port $(PORT)

serve: $(STAMPS)/python web/dist/index.html
	$(BIN)/northspan serve --port $(PORT)

# A browser waits more than it works: three lanes side by side keep two processors busy, the longest first.
test: lint types web/dist/index.html
	sh tools/ensure-debian.sh ngspice
	sh tools/ensure-debian.sh chromium
	$(MAKE) --no-print-directory --output-sync=target -j3 core browser-a-to-l browser-m-to-z server

lint: $(STAMPS)/python-dev $(STAMPS)/web-dev
	$(BIN)/ruff check northspan tests bench tools
	$(BIN)/ruff format --check northspan tests bench tools
	cd web && npx --no-install eslint --max-warnings 0 src

types: $(STAMPS)/python-dev $(STAMPS)/web-dev
	$(BIN)/mypy
	cd web && npx --no-install vue-tsc --noEmit
	$(BIN)/python tools/client.py --check

core:
	$(BIN)/python -m unittest discover -t . -s tests/core

server:
	$(BIN)/python -m unittest discover -t . -s tests/server

# The laws at random, with ten times as many examples; what fails is printed, to be kept as an @example.
search: $(STAMPS)/python-dev
	sh tools/ensure-debian.sh ngspice
	NORTHSPAN_SEARCH=1 $(MAKE) --no-print-directory --output-sync=target -j2 core server

browser-a-to-l:
	$(BIN)/python -m unittest discover -t . -s tests/browser -p 'test_[a-l]*.py'

browser-m-to-z:
	$(BIN)/python -m unittest discover -t . -s tests/browser -p 'test_[m-z]*.py'

bench: $(STAMPS)/python-dev web/dist/index.html
	sh tools/ensure-debian.sh chromium
	$(BIN)/python -m bench.measure

fuzz: $(STAMPS)/python-dev
	$(BIN)/python -m bench.fuzz

kills: $(STAMPS)/python-dev
	$(BIN)/python -m bench.kills

client: $(STAMPS)/python-dev $(STAMPS)/web-dev
	$(BIN)/python tools/client.py

screenshots: $(STAMPS)/python-dev web/dist/index.html
	sh tools/ensure-debian.sh chromium
	$(BIN)/python tools/screenshots.py

clean:
	rm -rf $(STAMPS) $(VENV) web/node_modules web/dist

# What running takes, and apart from it what checking and testing take besides.
$(STAMPS)/python: requirements.txt pyproject.toml
	@mkdir -p $(STAMPS)
	$(PYTHON) -m venv $(VENV)
	$(BIN)/pip install --quiet --disable-pip-version-check -r requirements.txt
	$(BIN)/pip install --quiet --disable-pip-version-check --no-deps --editable .
	@touch $@

$(STAMPS)/python-dev: $(STAMPS)/python requirements-dev.txt
	$(BIN)/pip install --quiet --disable-pip-version-check -r requirements-dev.txt
	@touch $@

$(STAMPS)/web: web/package.json web/package-lock.json
	@mkdir -p $(STAMPS)
	cd web && npm ci --omit=dev --no-audit --no-fund --loglevel=error
	@touch $@

$(STAMPS)/web-dev: web/package.json web/package-lock.json
	@mkdir -p $(STAMPS)
	cd web && npm ci --no-audit --no-fund --loglevel=error
	@touch $(STAMPS)/web $@

web/dist/index.html: $(STAMPS)/web $(WEB_SOURCES)
	cd web && npx --no-install vite build --logLevel warn
	@touch $@
