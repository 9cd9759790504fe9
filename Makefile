# The commands of Steady Socket. `make start` and `make test` are all one needs.

.PHONY: test lint bench clean console-packages

test: ## runs every test
	@bash scripts/test.sh

console-packages:
	@bash -c 'source scripts/tools.sh; need_packages'

bench: console-packages ## measures speed and memory
	go test -run '^$$' -bench . -benchmem ./...

lint: console-packages ## checks form and the usual mistakes
	@test -z "$$(gofmt -l $$(git ls-files '*.go'))" || { gofmt -l $$(git ls-files '*.go'); exit 1; }
	go vet ./...
	go tool staticcheck ./...
	cd console && npm run --silent check

clean: ## removes what was built and what was started for the demo
	rm -rf bin .steady console/node_modules service/web/built/*
