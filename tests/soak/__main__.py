"""`make soak`: thirty clients at every route, the long ones among them, for ten minutes (`SOAK_S` seconds); exits 1 where something is amiss.

Looked at: no answer of 500 or more; health within a second for 99 in a hundred; memory flat; every acknowledged write there at the end.
"""

import json
import os
import random
import statistics
import sys
import tempfile
import threading
import time
from collections import Counter
from pathlib import Path
from typing import Any

import requests

from tests import demo
from tests.asking import hand_case, plain_case
from tests.server import Server

LONG_S, CLIENTS = float(os.environ.get("SOAK_S", "600")), 30
MOST_HEALTH_S, MOST_GROWTH = 1.0, 1.1
CASES = (plain_case(), hand_case(140))
PLAN = {
    "case": {name: value for name, value in demo.asked("b2", "10", 12, "steel-c45")["case"].items() if name != "yard"},
    "plan": {"hole": "10"},
}
MATCH = plain_case() | {"yard": {"cutters": demo.crib()[:60], "machines": list(demo.machines().values())}}


class Client(threading.Thread):
    """One browser asking one thing after another, and writing down what came of it."""

    def __init__(self, server: Server, number: int, until: float) -> None:
        super().__init__(daemon=True)
        self.server, self.until, self.some = server, until, random.Random(number)
        self.session, self.number = requests.Session(), number
        self.said: Counter[int] = Counter()
        self.kept: list[str] = []
        self.broken: list[str] = []
        self.health_s: list[float] = []

    def run(self) -> None:
        self.session.get(self.server.address)
        self.session.headers["X-CSRFToken"] = self.session.cookies["csrftoken"]
        doings = [self.check] * 8 + [
            self.pictures,
            self.ways,
            self.lists,
            self.lists,
            self.write,
            self.write,
            self.plan,
            self.match,
            self.health,
        ]
        while time.monotonic() < self.until:
            self.some.choice(doings)()
            # A person looks at the answer; without a pause this would be thirty machines, not thirty people.
            time.sleep(self.some.uniform(0.1, 0.6))

    def ask(self, method: str, path: str, data: Any = None) -> requests.Response:
        try:
            answer = self.session.request(method, self.server.address + path, json=data, timeout=120)
        except requests.RequestException as fault:
            self.broken.append(f"{method} {path}: {fault!r:.200}")
            return requests.Response()
        self.said[answer.status_code] += 1
        if answer.status_code >= 500:
            self.broken.append(f"{method} {path}: {answer.status_code} {answer.text[:200]}")
        return answer

    def check(self) -> None:
        self.ask("POST", "/api/check", self.some.choice(CASES))

    def pictures(self) -> None:
        self.ask("POST", "/api/pictures", self.some.choice(CASES))

    def ways(self) -> None:
        self.ask("POST", "/api/ways-out", self.some.choice(CASES))

    def lists(self) -> None:
        self.ask("GET", self.some.choice(["/api/machines", "/api/crib", "/api/checks", "/api/plans", "/api/export/cutters?form=csv"]))

    def write(self) -> None:
        name = f"client {self.number}, write {len(self.kept)}, {self.some.random()}"
        if self.ask("POST", "/api/cutters", {"name": name, "spec": {"family": "twist", "diameter_mm": 8}}).status_code == 200:
            self.kept.append(name)

    def plan(self) -> None:
        self.ask("POST", "/api/plan", PLAN)

    def match(self) -> None:
        self.ask("POST", "/api/match", MATCH)

    def health(self) -> None:
        began = time.monotonic()
        self.ask("GET", "/api/health")
        self.health_s.append(time.monotonic() - began)


def memory_mb(parent: int) -> float:
    """Resident memory of a server and its processes, MB."""
    total = 0.0
    for status in Path("/proc").glob("[0-9]*/status"):
        try:
            facts = dict(line.split(":", 1) for line in status.read_text(encoding="utf-8").splitlines() if ":" in line)
        except OSError:
            continue
        if int(facts["PPid"]) == parent or int(facts["Pid"]) == parent:
            total += int(facts.get("VmRSS", "0 kB").split()[0]) / 1024
    return total


def main() -> int:
    """Run it, and say what was seen."""
    with tempfile.TemporaryDirectory() as folder:
        server = Server(Path(folder))
        server.prepare()
        server.start()
        assert server.process is not None
        until = time.monotonic() + LONG_S
        clients = [Client(server, number, until) for number in range(CLIENTS)]
        for one in clients:
            one.start()
        memory = []
        while time.monotonic() < until:
            time.sleep(min(2.0, LONG_S / 100))
            memory.append(memory_mb(server.process.pid))
        for one in clients:
            one.join()
        there = {one["name"] for one in requests.get(f"{server.address}/api/cutters", timeout=120).json()}
        server.stop()
    return told(clients, memory, there)


def told(clients: list[Client], memory: list[float], there: set[str]) -> int:
    """What was seen, against what is asked."""
    said = sum((one.said for one in clients), Counter())
    health = sorted(second for one in clients for second in one.health_s)
    slow = health[max(int(0.99 * len(health)) - 1, 0)]
    third = len(memory) // 3
    growth = statistics.median(memory[2 * third :]) / statistics.median(memory[third : 2 * third])
    kept = [name for one in clients for name in one.kept]
    lost = [name for name in kept if name not in there]
    broken = [words for one in clients for words in one.broken]
    print(json.dumps({"answers": dict(said), "health_p99_s": round(slow, 3), "memory_mb": round(memory[-1]), "growth": round(growth, 3)}))
    print(f"{len(kept)} writes acknowledged, {len(lost)} of them missing; {len(broken)} answers of 500 or more", *broken[:5], sep="\n  ")
    amiss = bool(lost or broken or slow > MOST_HEALTH_S or growth > MOST_GROWTH)
    print("amiss" if amiss else "all well")
    return int(amiss)


if __name__ == "__main__":
    sys.exit(main())
