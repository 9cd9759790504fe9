# The commands of Steady Socket. `make start` and `make test` are all one needs.

.PHONY: start test build lint bench measure-reading clean console-packages

start: ## starts the product with its demo; Ctrl-C stops it
	@bash scripts/start.sh

build: ## builds the console and both binaries
	@bash scripts/build.sh

test: ## runs every test
	@bash scripts/test.sh

console-packages:
	@bash -c 'source scripts/tools.sh; need_packages'

bench: console-packages ## measures speed and memory
	go test -run '^$$' -bench . -benchmem ./...

measure-reading: console-packages ## holds what is read of published libraries against the TypeScript compiler; needs the network
	go run ./measure

lint: console-packages ## checks form and the usual mistakes
	@test -z "$$(gofmt -l $$(git ls-files '*.go'))" || { gofmt -l $$(git ls-files '*.go'); exit 1; }
	go vet ./...
	go tool staticcheck ./...
	cd console && npm run --silent check

clean: ## removes what was built and what was started for the demo
	@bash scripts/clean.sh
