"""Settings: `base` for all, `demo` for this machine only, `production` for a real shop, `test` for the tests."""
