# The commands of the house. Each sets up what it needs; see tools/setup.sh.
PYTHON_RUN = .venv/bin/python
TESTS = -W error -m unittest discover -t . -s

.PHONY: demo run test test-core test-ui lint types imports bench torture truth mutate screenshots words schema lock package clean

demo: setup-run
	@$(PYTHON_RUN) -m equilix --demo

run: setup-run
	@$(PYTHON_RUN) -m equilix

test: setup-test
	@bash tools/test.sh

test-core: setup-test
	@.venv-core/bin/python $(TESTS) tests/core

test-ui: setup-test
	@QT_QPA_PLATFORM=offscreen $(PYTHON_RUN) $(TESTS) tests/ui

lint: setup-test
	@$(PYTHON_RUN) -m ruff check . && $(PYTHON_RUN) -m ruff format --check .

types: setup-test
	@$(PYTHON_RUN) -m mypy

imports: setup-test
	@.venv/bin/lint-imports --no-cache

bench: setup-run
	@$(PYTHON_RUN) tools/bench.py

torture: setup-test
	@$(PYTHON_RUN) tools/torture.py

truth: setup-test
	@$(PYTHON_RUN) tools/truth.py

mutate: setup-test
	@$(PYTHON_RUN) tools/mutate.py

screenshots: setup-run
	@$(PYTHON_RUN) tools/screenshots.py docs/screenshots

words: setup-test
	@$(PYTHON_RUN) tools/words.py

schema: setup-run
	@$(PYTHON_RUN) -m equilix schema > src/equilix/resources/document.schema.json

package: setup-run
	@$(PYTHON_RUN) tools/package.py

lock: setup-test
	@$(PYTHON_RUN) -m pip install --quiet uv
	@.venv/bin/uv pip compile -q --generate-hashes --python-version 3.11 --all-extras --no-annotate --custom-compile-command "make lock" pyproject.toml -o requirements.lock
	@.venv/bin/uv pip compile -q --generate-hashes --python-version 3.11 --extra core-dev -c requirements.lock --no-annotate --custom-compile-command "make lock" pyproject.toml -o requirements-core.lock

.PHONY: setup-run setup-test
setup-run:
	@bash tools/setup.sh run
setup-test:
	@bash tools/setup.sh test

clean:
	@rm -rf .venv .venv-core build .mypy_cache .ruff_cache .hypothesis
