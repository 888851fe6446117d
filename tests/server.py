"""The real server on a database of its own, for journeys and benchmarks."""

import os
import socket
import subprocess
import sys
import time
import urllib.request
from pathlib import Path

ROOT = Path(__file__).parents[1]
PATIENCE_S = 30


def free_port() -> int:
    with socket.socket() as one:
        one.bind(("127.0.0.1", 0))
        return int(one.getsockname()[1])


class Server:
    """gunicorn with the demo settings; it can be stopped and started again on the same address and database."""

    def __init__(self, data: Path, settings: str = "shop.settings.demo") -> None:
        self.port = free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self.environment = os.environ | {"FIERCE_BORE_DATA": str(data), "DJANGO_SETTINGS_MODULE": settings}
        self.process: subprocess.Popen[bytes] | None = None

    def manage(self, *arguments: str, **environment: str) -> None:
        """Run one of the product's own commands on this server's data."""
        subprocess.run(
            [sys.executable, "manage.py", *arguments], cwd=ROOT, env=self.environment | environment, check=True, capture_output=True
        )

    def prepare(self, demo: bool = True) -> None:
        """Make the database, and load the demo yard into it."""
        self.manage("migrate", "-v", "0")
        if demo:
            self.manage("load_demo")

    def start(self) -> None:
        """Start and wait until it answers."""
        command = [
            sys.executable,
            "-m",
            "gunicorn",
            "shop.wsgi",
            "--bind",
            f"127.0.0.1:{self.port}",
            "--workers",
            "2",
            "--threads",
            "4",
            "--worker-class",
            "gthread",
            "--log-level",
            "warning",
        ]
        self.process = subprocess.Popen(command, cwd=ROOT, env=self.environment)
        give_up = time.monotonic() + PATIENCE_S
        while True:
            try:
                with urllib.request.urlopen(f"{self.address}/api/health", timeout=1):
                    return
            except OSError:
                if time.monotonic() > give_up or self.process.poll() is not None:
                    raise
                # A poll of a starting process, not of the interface: there is nothing to see yet.
                time.sleep(0.05)

    def stop(self) -> None:
        """Stop it, as a pulled plug would."""
        if self.process is not None:
            self.process.terminate()
            self.process.wait(timeout=PATIENCE_S)
            self.process = None
