# make help lists what a newcomer may do.
.DEFAULT_GOAL := help
SHELL := bash
GO ?= go
PKGS := ./core/... ./internal/... ./cmd/... ./docs/... ./web
# Where several work at once. The rest has no goroutine, and nothing to find.
RACED := ./core/memo ./core/plan ./core/rehearse ./core/rotation ./cmd/hodometer ./internal/access ./internal/api \
  ./internal/club ./internal/club/evidence ./internal/club/lessons ./internal/club/runs ./internal/club/weeks \
  ./internal/machine ./internal/reach ./internal/store
# SQLite keeps its own memory and its own locks: there are no races of ours to find in it, and it is
# three times as slow where they are looked for.
UNRACED := -gcflags=modernc.org/sqlite/lib=-race=false -gcflags=modernc.org/libc=-race=false
# Tests of one thing after the other: nothing to find there either.
ALONE := TestNoNumberIsTooMuch|TestALogIsToldFromAnothers|TestShippedDrillsHoldForTheirStudents|TestSavingWeeksIsAllOrNothing|TestWhatItRefusesToServe|TestEveryRouteForEveryRole|TestABuildIsReproducible|TestTheImage|TestTheUnit|TestTheRunningGuide|TestWhichFileIsOpened|TestNoHalfFileTakesAName
TOOLS := .tools
STAMPS := .stamps
ADDR ?= 127.0.0.1:8080
# The core for the browser, and what runs it there.
CORE := web/src/lib/core/core.wasm
CORE_SOURCES := $(shell find core cmd/hodometer-wasm -name '*_test.go' -prune -o -type f -print 2>/dev/null) go.mod
WEB_SOURCES := $(shell find web/src web/static web/scripts -type f ! -name core.wasm ! -name wasm_exec.js 2>/dev/null) web/package.json web/svelte.config.js web/vite.config.ts

# What is written by hand in Go.
GO_FILES = $(shell git ls-files --cached --others --exclude-standard '*.go' | grep -vE '\.gen\.go$$|/gen/')
WIDEST := 110

RELEASED := $(shell sed -n 's/^## \([0-9.]*\).*/\1/p' CHANGELOG.md | head -1)
PLATFORMS := linux/amd64 linux/arm64 darwin/amd64 darwin/arm64 windows/amd64 windows/arm64

.PHONY: help demo dev serve release build test check go web lint lint-go lint-types lint-style audit format generate fresh unit e2e shelf bench bench-check pictures clean chromium

help: ## this list
	@grep -hE '^[a-z-]+:.*##' $(MAKEFILE_LIST) | awk -F ':.*## ' '{printf "  make %-12s %s\n", $$1, $$2}'

demo: build ## build, fill a demo file and serve it
	./bin/hodometer demo --addr $(ADDR) --db bin/demo.db

dev: $(STAMPS)/npm $(CORE) ## both sides while they change: the server at 8080, the screens with hot reload at 5173
	@trap 'kill 0' EXIT; \
	$(GO) run ./cmd/hodometer demo --addr 127.0.0.1:8080 --db bin/dev.db & \
	cd web && npm run -s dev -- --host 127.0.0.1

serve: build ## serve a real club file, hodometer.db
	test -e hodometer.db || new=--new; ./bin/hodometer serve $$new --addr $(ADDR)

build: $(STAMPS)/web ## one static binary, bin/hodometer
	CGO_ENABLED=0 $(GO) build -buildvcs=auto -o bin/hodometer ./cmd/hodometer

# The same commit makes the same bytes, in whatever folder and however often.
release: $(STAMPS)/web $(TOOLS)/cyclonedx-gomod ## dist/: static binaries for Linux, macOS and Windows, checksums, and what they are made of
	rm -rf dist && mkdir dist
	@for p in $(PLATFORMS); do os=$${p%/*}; arch=$${p#*/}; end=; [ $$os = windows ] && end=.exe; \
	  echo "hodometer-$(RELEASED)-$$os-$$arch$$end"; \
	  CGO_ENABLED=0 GOOS=$$os GOARCH=$$arch $(GO) build -trimpath -buildvcs=auto \
	    -ldflags '-s -w -buildid= -X main.release=$(RELEASED)' \
	    -o dist/hodometer-$(RELEASED)-$$os-$$arch$$end ./cmd/hodometer || exit 1; done
	$(TOOLS)/cyclonedx-gomod mod -json -std -noserial -notimestamp -output dist/hodometer-$(RELEASED).sbom.json .
	cd web && npm sbom --sbom-format cyclonedx --package-lock-only 2>/dev/null | \
	  node -e 'const b = JSON.parse(require("fs").readFileSync(0)); delete b.serialNumber; delete b.metadata.timestamp; console.log(JSON.stringify(b, null, 2))' \
	  > ../dist/hodometer-$(RELEASED).web.sbom.json
	cd dist && sha256sum hodometer-* > SHA256SUMS

test: fresh lint go unit e2e ## every check: what CI runs

check: $(STAMPS)/web $(TOOLS)/staticcheck ## the quick ones, under a minute
	$(GO) vet $(PKGS)
	$(GO) test $(PKGS)
	cd web && npm run -s check && npm run -s unit

# Around the core nothing is tried otherwise where races are looked for, so it is tried once. In the core
# properties are tried a fifth as often there.
AROUND := $(filter ./internal/% ./cmd/%,$(RACED))
go: $(STAMPS)/web $(TOOLS)/staticcheck $(TOOLS)/litestream ## Go tests, with the race detector where several work at once
	$(GO) test -timeout 30m $$($(GO) list $(PKGS) | grep -vxF "$$($(GO) list $(AROUND))")
	$(GO) test -timeout 30m -run '$(ALONE)' $(AROUND)
	GORACE=atexit_sleep_ms=50 $(GO) test -race $(UNRACED) -skip '$(ALONE)' -timeout 30m $(RACED)

format: $(STAMPS)/npm $(TOOLS)/staticcheck ## format Go, TypeScript, Svelte and CSS
	$(TOOLS)/golines -m $(WIDEST) -t 4 --no-reformat-tags -w $(GO_FILES)
	cd web && npm run -s format

lint: $(STAMPS)/web $(TOOLS)/staticcheck ## vet, staticcheck, import direction, formatting, svelte-check, eslint, plain words
	@$(MAKE) --no-print-directory -j2 --output-sync=target lint-style lint-types lint-go
	@$(MAKE) --no-print-directory audit

lint-go:
	@unformatted="$$($(TOOLS)/golines -m $(WIDEST) -t 4 --no-reformat-tags -l $(GO_FILES))"; \
	test -z "$$unformatted" || { echo "make format would change these:"; echo "$$unformatted"; exit 1; }
	@awk '{ line = $$0; gsub(/\t/, "    ", line) } length(line) > 120 { print FILENAME ":" FNR ": over 120 columns"; bad = 1 } END { exit bad }' $(GO_FILES)
	$(GO) vet $(PKGS)
	$(TOOLS)/staticcheck $(PKGS)
	$(TOOLS)/depguard $(PKGS)

lint-types:
	cd web && npm run -s check

lint-style:
	cd web && npm run -s lint && npm run -s formatted && node scripts/plain.mjs

# Both ask a list of known faults that is kept elsewhere. Where it cannot be reached, that is
# said, for nothing was checked; a fault that was found fails.
audit: $(STAMPS)/npm $(TOOLS)/staticcheck ## known faults in what we build on
	@said="$$($(TOOLS)/govulncheck ./... 2>&1)"; code=$$?; \
	if [ $$code = 0 ]; then echo "govulncheck: nothing known"; \
	elif grep -qE 'dial tcp|lookup|no such host|timeout|fetching vulnerabilities' <<<"$$said"; then \
	  echo "govulncheck: NOT CHECKED, the list of known faults cannot be reached from here"; \
	else echo "$$said"; exit 1; fi
	@cd web && said="$$(npm audit --omit=optional --audit-level=high 2>&1)"; code=$$?; \
	if [ $$code = 0 ]; then echo "npm audit: nothing known"; \
	elif grep -qE 'audit endpoint returned an error|ENOTFOUND|ECONNREFUSED|ETIMEDOUT|EAI_AGAIN' <<<"$$said"; then \
	  echo "npm audit: NOT CHECKED, the list of known faults cannot be reached from here"; \
	else echo "$$said"; exit 1; fi

unit: $(STAMPS)/npm $(CORE) ## front-end unit tests
	cd web && npm run -s unit

e2e: build chromium ## the coach's day in a browser
	cd web && npm run -s e2e

generate: $(STAMPS)/npm $(TOOLS)/staticcheck ## write generated code again: API, client, queries
	cd internal/api && ../../$(TOOLS)/oapi-codegen -config oapi.yaml openapi.yaml
	cd internal/store && ../../$(TOOLS)/sqlc generate
	cd web && npm run -s api
	$(GO) run ./internal/api/schema

# Generated files are written again and must come out as they are in the tree. The schema keeps its
# date, so that the screens are not built anew for it.
SCHEMA := web/src/lib/api/schema.d.ts
GENERATED := internal/api/api.gen.go internal/store/gen/*.go $(SCHEMA) web/src/lib/api/counts.schema.json docs/formats/*.json
fresh: $(STAMPS)/npm $(TOOLS)/staticcheck ## generated code is up to date
	@touch -r $(SCHEMA) $(STAMPS)/schema; before=$$(cat $(GENERATED) | sha256sum); \
	$(MAKE) --no-print-directory generate >/dev/null; \
	after=$$(cat $(GENERATED) | sha256sum); \
	test "$$before" = "$$after" || { echo "Generated code was stale; it has been written again: commit it."; exit 1; }; \
	touch -r $(STAMPS)/schema $(SCHEMA)

shelf: ## what the goals of every drill and of drafted lessons come to
	SHELF=all $(GO) test -count 1 -v -run 'TestShelfTable|TestDraftTable' ./core/library ./core/draft

season: ## eight weeks of lessons of thirteen invented students, by tables, within their limits
	go test ./internal/season -run TestSeason -v -count=1

bench: ## what every benchmark costs, kept in docs/speed.md
	$(GO) run ./internal/speed -agree

bench-check: ## fails where a benchmark costs half as much again as agreed
	$(GO) run ./internal/speed -check

pictures: build chromium ## take the pictures of docs/screenshots again
	cd web && npx playwright test -c pictures.config.ts

# Chromium without windows walks a quarter faster. certutil puts a root where it trusts it.
chromium:
	@{ command -v /usr/bin/chromium-headless-shell && command -v certutil; } >/dev/null || { \
	  if [ "$$(id -u)" = 0 ] && command -v apt-get >/dev/null; then apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium-headless-shell libnss3-tools; \
	  else echo "The browser tests need Chromium at /usr/bin/chromium-headless-shell, and certutil. Install them with your system's package manager (Debian: apt-get install chromium-headless-shell libnss3-tools), then run make test again."; exit 1; fi; }

$(STAMPS)/npm: web/package.json web/package-lock.json
	cd web && npm ci --no-audit --no-fund
	@mkdir -p $(STAMPS) && touch $@

# Built for size: without inlining it is a tenth smaller over the network.
$(CORE): $(CORE_SOURCES)
	GOOS=js GOARCH=wasm $(GO) build -trimpath -ldflags="-s -w" -gcflags=all=-l -o $@ ./cmd/hodometer-wasm
	{ echo '// @ts-nocheck'; cat "$$($(GO) env GOROOT)/lib/wasm/wasm_exec.js"; } > $(dir $@)wasm_exec.js

$(STAMPS)/web: $(STAMPS)/npm $(CORE) $(WEB_SOURCES)
	cd web && npm run -s build
	@touch $@

# The tools have a module of their own, so that the product's stays small.
# What copies the file elsewhere as it is written, and what lists what a release is made of: each is
# large, so they are a module of their own.
$(TOOLS)/litestream $(TOOLS)/cyclonedx-gomod: tools/release/go.mod tools/release/go.sum
	@mkdir -p $(TOOLS)
	cd tools/release && CGO_ENABLED=0 $(GO) build -o ../../$@ \
	  $$($(GO) list -f '{{.ImportPath}}' tool | grep '/$(@F)$$')
	@touch $@

$(TOOLS)/staticcheck: tools/go.mod tools/go.sum
	@mkdir -p $(TOOLS)
	cd tools && $(GO) build -o ../$(TOOLS)/ tool
	@touch $@

clean: ## remove what was built
	rm -rf bin dist $(TOOLS) $(STAMPS) web/build web/node_modules web/.svelte-kit $(CORE)
