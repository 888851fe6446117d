"""`make fuzz`: five thousand requests that begin from real ones, and the command line beside them; exits 1 where something is amiss.

Each takes a stored case, a plan or a yard's record, changes a field or two of it as a careless or a hostile hand would, and asks a door with
it. Looked at: no answer of 500 or more and no traceback; none slower than five seconds; at least half get past the door; what was kept is
asked for again, changed, put away and brought back, and the shop is still written out at the end.
"""

import copy
import io
import json
import os
import random
import sys
import tempfile
import time
from collections import Counter
from pathlib import Path
from typing import Any

import requests

from tests import demo
from tests.asking import BASES, bore_command, contract_example, hand_case, plain_case
from tests.planned_holes import jobs
from tests.server import Server

ASKED, SEED = int(os.environ.get("FUZZ_CASES", "5000")), int(os.environ.get("FUZZ_SEED", "1"))
COMMANDS, LONGEST_S, LEAST_PAST = ASKED // 20, 5.0, 0.5
ODD = (
    None,
    "",
    "x",
    0,
    -1,
    1e-9,
    1e9,
    1e308,
    2**53,
    True,
    [],
    {},
    [0] * 40,
    "9" * 400,
    "²",
    "\u202e",
    "'; drop table",
    {"a": {"a": []}},
    -0.0,
)
PROGRAMS = ("S300 F54", "G90 G94 S1200 M3 F150", "G81 Z-20 R2 F100 S800 M3", "S F", "N10 S" + "9" * 50, "G83 Q0")
KINDS_READ = ("diameter", "force", "metal", "size", "hole", "plate", "set", "hole.depth_mm", "x")
CASES = [contract_example(), plain_case(), hand_case(140), *BASES.values()]
Path_ = tuple[str | int, ...]


def leaves(node: Any, at: Path_ = ()) -> list[Path_]:
    """The place of every plain value in a body."""
    if isinstance(node, dict):
        return [place for name, one in node.items() for place in leaves(one, (*at, name))]
    if isinstance(node, list):
        return [place for number, one in enumerate(node) for place in leaves(one, (*at, number))]
    return [at] if at else []


def put_at(body: Any, place: Path_, value: Any) -> None:
    """Put a value at a place of a body."""
    for step in place[:-1]:
        body = body[step]
    body[place[-1]] = value


def changed(body: Any, some: random.Random) -> Any:
    """A body with one or two values made a little or wholly other, one now and then gone."""
    body = copy.deepcopy(body)
    for _ in range(some.choice((1, 1, 1, 2))):
        places = leaves(body)
        if not places:
            return body
        place = some.choice(places)
        here = body
        for step in place:
            here = here[step]
        put_at(body, place, other(here, some))
    return body


def other(value: Any, some: random.Random) -> Any:
    """A value beside the one given: near it three times in four."""
    if isinstance(value, bool):
        return not value
    if isinstance(value, int | float) and some.random() < 0.9:
        near = value * some.choice((0.5, 0.9, 0.99, 0.999, 1.001, 1.01, 1.1, 2, 10, -1))
        return round(near) if isinstance(value, int) else near
    if isinstance(value, str) and some.random() < 0.7:
        return some.choice((value, value.upper(), value + " ", value[:-1], value + "é", some.choice(tuple(demo.machines()))))
    return some.choice(ODD)


def in_the_shop(asked: dict[str, Any]) -> dict[str, Any]:
    """A plan's request without a yard of its own: the shop's crib is taken."""
    return asked | {"case": {name: value for name, value in asked["case"].items() if name != "yard"}}


class Fuzz:
    """One browser that asks real questions a little wrong, and what came of it."""

    def __init__(self, address: str, some: random.Random) -> None:
        self.address, self.some, self.session = address, some, requests.Session()
        self.said: Counter[int] = Counter()
        self.by_door: Counter[str] = Counter()
        self.broken: list[str] = []
        self.kept: dict[str, list[str]] = {"checks": [], "plans": [], "cutters": [], "machines": [], "materials": []}
        self.session.get(address)
        self.session.headers["X-CSRFToken"] = self.session.cookies["csrftoken"]
        self.plans = [
            in_the_shop(demo.asked(row["machine"], row["hole"], float(row["depth_mm"]), row["material"], **json.loads(row["more"] or "{}")))
            for row in jobs()
        ]

    def ask(self, method: str, path: str, data: Any = None, raw: bytes | None = None) -> requests.Response:
        began = time.monotonic()
        body = raw if raw is not None else None if data is None else json.dumps(data).encode()
        answer = self.session.request(method, self.address + path, data=body, headers={"Content-Type": "application/json"}, timeout=120)
        took = time.monotonic() - began
        self.said[answer.status_code] += 1
        self.by_door[f"{method} {'/'.join(path.split('?')[0].split('/')[:3])} {answer.status_code}"] += 1
        if answer.status_code >= 500 or took > LONGEST_S or "Traceback" in answer.text:
            self.broken.append(f"{method} {path}: {answer.status_code} in {took:.1f} s of {body!r:.400}: {answer.text[:200]}")
        return answer

    def case(self) -> Any:
        """A stored case, half the time a little wrong."""
        one = self.some.choice(CASES)
        return changed(one, self.some)

    def computed(self) -> None:
        door = self.some.choice(
            ("check", "check", "working", "pictures", "log", "window", "settle", "ways-out", "deep-hole", "program", "draw", "rate")
        )
        body = self.case() if door != "deep-hole" else changed(BASES["gun"], self.some)
        if door == "program":
            body = {"program": self.some.choice(PROGRAMS), "case": body}
        if door == "settle":
            body = {"case": body, "changed": self.some.choice(("diameter", "cutter", "machine", "material", "x"))}
        if door in ("draw", "rate"):
            body = body.get("machine") if isinstance(body, dict) else body
        self.ask("POST", {"draw": "/api/machines/draw", "rate": "/api/machines/rated"}.get(door, f"/api/{door}"), body)

    def planned(self) -> None:
        self.ask("POST", "/api/plan", changed(self.some.choice(self.plans), self.some))

    def read(self) -> None:
        text = self.some.choice(
            ("M10", "4 x 10 through", "1/2-13 UNC", "5/16", "#7", "16 H7", "x" * 5000, "8mm in mild steel", "½", "1e400")
        )
        self.ask("GET", f"/api/read?kind={self.some.choice(KINDS_READ)}&text={requests.utils.quote(text)}")  # type: ignore[attr-defined]

    def records(self) -> None:
        """Keep something, ask for it, change it, put it away, bring it back."""
        kind = self.some.choice(tuple(self.kept))
        known = self.kept[kind]
        doing = self.some.choice(("add", "add", "change", "remove", "return", "history"))
        if doing == "add" or not known:
            answer = self.ask("POST", f"/api/{kind}", changed(self.record(kind), self.some))
            if answer.status_code == 200:
                known.append(str(answer.json().get("slug") or answer.json()["id"]))
            return
        one = self.some.choice(known)
        if doing == "change":
            self.ask("PUT", f"/api/{kind}/{one}", changed(self.record(kind), self.some))
        elif doing == "remove":
            self.ask("DELETE", f"/api/{kind}/{one}")
        elif doing == "return":
            self.ask("POST", f"/api/{kind}/{one}/back")
        else:
            self.ask("GET", f"/api/{kind}/{one}" + ("" if kind in ("plans",) else "/history"))

    def record(self, kind: str) -> Any:
        """A record of a kind as it may be kept."""
        if kind == "checks":
            return {"name": f"fuzz {self.some.random()}", "case": self.case()}
        if kind == "plans":
            return {"name": f"fuzz {self.some.random()}", "asked": self.some.choice(self.plans)}
        if kind == "materials":
            metal = json.loads((demo.HERE / "materials.json").read_text(encoding="utf-8"))[0]["spec"]
            return {"spec": metal | {"name": f"fuzz {self.some.random()}"}}
        spec = self.some.choice(demo.crib() if kind == "cutters" else list(demo.machines().values()))
        return {"name": f"fuzz {self.some.random()}", "spec": spec}

    def file(self) -> None:
        """A file of the shop's with bytes turned."""
        form = self.some.choice(("xlsx", "csv"))
        table = self.some.choice(("cutters", "machines"))
        whole = bytearray(self.files[table, form])
        for _ in range(self.some.choice((0, 1, 1, 3, 30))):
            whole[self.some.randrange(len(whole))] = self.some.randrange(256)
        self.ask("POST", f"/api/import/{table}?form={form}", raw=bytes(whole))

    def run(self, count: int) -> None:
        """Ask so many questions."""
        self.files = {
            (table, form): self.session.get(f"{self.address}/api/export/{table}?form={form}").content
            for table in ("cutters", "machines")
            for form in ("xlsx", "csv")
        }
        doings = [self.computed] * 14 + [self.records] * 6 + [self.read, self.planned, self.file]
        for _ in range(count):
            self.some.choice(doings)()


def commanded(some: random.Random, count: int) -> list[str]:
    """The command line asked the same way; what ended otherwise than with an answer or a sentence."""
    broken = []
    for _ in range(count):
        command = some.choice(("check", "log", "window", "ways-out", "plan"))
        body: Any = changed(some.choice(CASES), some)
        if command == "plan":
            body = {"case": body, "plan": {"hole": "10"}}
        began = time.monotonic()
        try:
            ended = bore_command(command, "-", stdin=json.dumps(body))
        except Exception as fault:
            broken.append(f"{command} of {json.dumps(body):.400}: {fault!r}")
            continue
        took = time.monotonic() - began
        if (
            ended.returncode not in (0, 2)
            or "Traceback" in ended.stderr
            or took > LONGEST_S
            or (ended.returncode == 2) != bool(ended.stderr)
        ):
            broken.append(f"{command}: {ended.returncode} in {took:.1f} s of {json.dumps(body):.400}: {ended.stderr[:200]}")
    return broken


def main() -> int:
    """Run it, and say what was seen."""
    some = random.Random(SEED)
    with tempfile.TemporaryDirectory() as folder:
        server = Server(Path(folder))
        server.prepare()
        server.start()
        try:
            fuzz = Fuzz(server.address, some)
            fuzz.run(ASKED)
            whole = fuzz.ask("GET", "/api/export/shop")
            json.load(io.BytesIO(whole.content))
        finally:
            server.stop()
    broken = fuzz.broken + commanded(some, COMMANDS)
    past = sum(count for code, count in fuzz.said.items() if code < 400) / sum(fuzz.said.values())
    print(json.dumps({"answers": dict(fuzz.said), "past_the_door": round(past, 3), "commands": COMMANDS}))
    for door, count in sorted(fuzz.by_door.items()):
        print(f"  {count:5} {door}")
    print(f"{len(broken)} amiss", *broken[:20], sep="\n  ")
    amiss = bool(broken) or past < LEAST_PAST
    print("amiss" if amiss else "all well")
    return int(amiss)


if __name__ == "__main__":
    sys.exit(main())
