"""How many small mistakes in the computation the tests notice. `make mutate` runs it; see docs/mutation.md."""
