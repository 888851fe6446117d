"""The real server on a database of its own, for journeys and benchmarks."""

import os
import shutil
import signal
import socket
import subprocess
import sys
import time
import urllib.request
from pathlib import Path

from tests.patience import felt, patience_s

ROOT = Path(__file__).parents[1]
# From the start of the process to its first answer on a quiet machine, s.
USUAL_START_S = 2.0
DATABASE = "shop.sqlite3"


def free_port() -> int:
    with socket.socket() as one:
        one.bind(("127.0.0.1", 0))
        return int(one.getsockname()[1])


class Server:
    """gunicorn with the demo settings; it can be stopped and started again on the same address and database."""

    def __init__(self, data: Path, settings: str = "shop.settings.demo") -> None:
        self.data, self.log = data, data / "server.log"
        self.port = free_port()
        self.environment = os.environ | {"FIERCE_BORE_DATA": str(data), "DJANGO_SETTINGS_MODULE": settings}
        self.process: subprocess.Popen[bytes] | None = None

    @property
    def address(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def asked(self, *arguments: str, **environment: str) -> "subprocess.CompletedProcess[str]":
        """One of the product's own commands on this server's data, as it ended."""
        return subprocess.run(
            [sys.executable, "manage.py", *arguments],
            cwd=ROOT,
            env=self.environment | environment,
            check=False,
            capture_output=True,
            text=True,
        )

    def manage(self, *arguments: str, **environment: str) -> str:
        """Run one of the product's own commands and return what it printed; where it fails, that is told."""
        found = self.asked(*arguments, **environment)
        if found.returncode:
            raise RuntimeError(f"manage.py {' '.join(arguments)} ended with {found.returncode}:\n{found.stdout}{found.stderr}")
        return found.stdout

    def prepare(self, demo: bool = True) -> None:
        """Make the database, and load the demo yard into it."""
        self.data.mkdir(parents=True, exist_ok=True)
        self.manage("migrate", "-v", "0", "--skip-checks")
        if demo:
            self.manage("load_demo")

    def begin_with(self, ready: Path) -> None:
        """Take a database that was made before."""
        self.data.mkdir(parents=True, exist_ok=True)
        shutil.copy(ready, self.data / DATABASE)

    def start(self) -> None:
        """Start and wait until it answers, as long as this machine may need."""
        began = time.monotonic()
        command = [sys.executable, "-m", "gunicorn", "-c", "python:shop.serving", "--bind", f"127.0.0.1:{self.port}", "shop.wsgi"]
        with self.log.open("ab") as log:
            self.process = subprocess.Popen(command, cwd=ROOT, env=self.environment, stdout=log, stderr=log)
        while not self._answers():
            if self.process.poll() is not None or time.monotonic() - began > patience_s():
                self.stop()
                raise RuntimeError(f"the server did not answer; it printed:\n{self.log.read_text(encoding='utf-8', errors='replace')}")
            # A poll of a starting process, not of the interface: there is nothing to see yet.
            time.sleep(0.05)
        felt(time.monotonic() - began, USUAL_START_S)

    def _answers(self) -> bool:
        """Whether it answers; once it has taken the question it is given all the time it may need."""
        try:
            with urllib.request.urlopen(f"{self.address}/api/live", timeout=patience_s()):
                return True
        except OSError:
            return False

    def stop(self) -> None:
        """Stop it, as whoever runs it would."""
        if self.process is not None:
            self.process.terminate()
            self.process.wait(timeout=patience_s())
            self.process = None

    def kill(self) -> None:
        """End every process of it at once, unasked."""
        assert self.process is not None
        for child in Path(f"/proc/{self.process.pid}/task/{self.process.pid}/children").read_text().split():
            os.kill(int(child), signal.SIGKILL)
        self.process.kill()
        self.process.wait()
        self.process = None
