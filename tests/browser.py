"""Debian's headless Chromium, as journeys, benchmarks and pictures start it."""

from typing import Any

LAUNCH: dict[str, Any] = {
    "executable_path": "/usr/bin/chromium-headless-shell",
    "args": ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"],
}
