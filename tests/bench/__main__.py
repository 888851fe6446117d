"""Speed, as ratios measured in one run: `make bench`. Exits 1 where a ratio or a time is over its mark."""

import http.cookiejar
import json
import math
import resource
import statistics
import sys
import tempfile
import threading
import time
import timeit
import urllib.request
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np

from bore.case.read import read_case
from bore.check.check import check
from bore.check.evaluate import evaluate, verdicts
from bore.loads.assemble import columns_of
from bore.pictures.log import bore_log
from bore.pictures.window import window
from bore.ways.match import match
from bore.ways.ways_out import ways_out
from tests import demo
from tests.answers import answer, anywhere_answer, plan_answer
from tests.asking import CASES, contract_example, hand_case
from tests.bench.screen import screen
from tests.server import Server

BARE_TIMES, MOST_CHECK_S, MOST_WORKING_S = 300, 0.001, 0.002
# Without its working a check is what every map, match and plan pays.
ALONE_POWER_TIMES, ALONE_HAND_TIMES = 100, 150
MOST_GROWTH = 1.3
# Of the same case again and again; one whose setting differs each time, as a screen asks, has to be read and said afresh.
EMPTY_TIMES, EMPTY_TIMES_TRIED, MOST_ABOVE_EMPTY_S = 1.7, 1.8, 0.004
REQUESTS = 400
# A check's 95th of a hundred while two people look for plans, over its median when nobody does.
BUSY_TIMES, BUSY_CHECKS = 8, 200


def bare_formulas(
    d: float, f: float, rho: float, kd: float, kc11: float, mc: float, u: float, rm: float, point_deg: float
) -> tuple[float, ...]:
    """The four schools as bare scalar Python, once, from their inputs: torque and thrust of a drill from solid."""
    sin_k = math.sin(math.radians(point_deg) / 2)
    h = f / 2 * sin_k
    fi, di = f / 25.4, d / 25.4
    a = (1 - rho * rho) / (1 + rho) ** 0.2 + 3.2 * rho**1.8
    b = (1 - rho) / (1 + rho) ** 0.2 + 2.2 * rho**0.8
    kc = kc11 * h**-mc * 1.2
    m_a = kc * f * d * d / 8000
    t_a = 0.5 * kc * f * (d - rho * d) / 2 * sin_k + (2 * kd * fi**0.8 * di**0.8 * 2.2 * rho**0.8 + kd * di * di * rho * rho) * 4.448222
    m_b = kd * fi**0.8 * di**1.8 * a * 0.1129848
    t_b = (2 * kd * fi**0.8 * di**0.8 * b + kd * di * di * rho * rho) * 4.448222
    m_c = u * (h / 0.25) ** -0.2 * f * d * d / 8
    kp = (rm / 750) ** 0.75
    thinned = (2 * kd * fi**0.8 * di**0.8 * (0.9 / 1.1**0.2 + 2.2 * 0.1**0.8) + kd * di * di * 0.01) * 4.448222
    m_d = 10 * 0.0345 * d**2.0 * f**0.8 * kp
    t_d = 10 * 68 * d * f**0.7 * kp * t_b / thinned
    return m_a, t_a, m_b, t_b, m_c, m_d, t_d


def best(function: Callable[[], object], number: int) -> float:
    """Best of seven, seconds a call."""
    return min(timeit.repeat(function, number=number, repeat=7)) / number


def in_turns(todo: dict[str, tuple[Callable[[], object], int]], rounds: int = 40) -> dict[str, float]:
    """Seconds a call of each, the best of many short turns taken one after another: a machine that is slow for a while is so for all of them,
    and their ratios stand."""
    found = dict.fromkeys(todo, math.inf)
    for _ in range(rounds):
        for name, (function, number) in todo.items():
            found[name] = min(found[name], timeit.timeit(function, number=number) / number)
    return found


class Visitor:
    """A signed-in browser's worth of HTTP: cookies and the token."""

    def __init__(self, address: str) -> None:
        self.address = address
        self.jar = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.opener.open(address + "/").read()
        self.token = next(cookie.value or "" for cookie in self.jar if cookie.name == "csrftoken")

    def ask(self, path: str, body: bytes | None = None) -> float:
        """One request, seconds."""
        request = urllib.request.Request(
            self.address + path, data=body, headers={"X-CSRFToken": self.token, "Content-Type": "application/json"}
        )
        begun = time.perf_counter()
        self.opener.open(request).read()
        return time.perf_counter() - begun


def core() -> list[tuple[str, float, float, str]]:
    """Ratios of the core."""
    example, by_hand = read_case(contract_example()), read_case(hand_case(140))
    took = in_turns(
        {
            "four schools, bare scalar formulas": (
                lambda: bare_formulas(20.0, 0.18, 0.18, 24000.0, 2000.0, 0.22, 2.2, 680.0, 118.0),
                2000,
            ),
            "check, power feed": (lambda: check(example), 20),
            "check, hand feed": (lambda: check(by_hand), 20),
            "check alone, power feed": (lambda: check(example, recorded=False), 20),
            "check alone, hand feed": (lambda: check(by_hand, recorded=False), 20),
            "check and all workings as data": (lambda: answer(check(by_hand)), 10),
        }
    )
    bare, power, hand, plain_power, plain_hand, everything = took.values()
    for name, one in took.items():
        print(f"{name:36} {one * 1e6:9.1f} us   {one / bare:6.0f} x bare")
    case = contract_example()
    print(f"reading a case                       {best(lambda: read_case(case), 200) * 1e6:9.1f} us")
    print(f"the answer as data                   {best(lambda: answer(check(example)), 200) * 1e6:9.1f} us")
    print(f"bore log                             {best(lambda: bore_log(example), 100) * 1e3:9.2f} ms")
    print(f"operating window                     {best(lambda: window(example), 20) * 1e3:9.2f} ms")
    few, many = (cells(count) for count in (10**4, 10**6))
    print(f"arrays, all limits                   {few:9.0f} ns a cell at 1e4, {many:.0f} at 1e6")
    slowest = max(power, hand)
    return [
        ("check alone over the bare formulas, power feed", plain_power / bare, ALONE_POWER_TIMES, "x"),
        ("check alone over the bare formulas, hand feed", plain_hand / bare, ALONE_HAND_TIMES, "x"),
        ("check over the bare formulas", slowest / bare, BARE_TIMES, "x"),
        ("check", slowest * 1e3, MOST_CHECK_S * 1e3, "ms"),
        ("check and all workings as data", everything * 1e3, MOST_WORKING_S * 1e3, "ms"),
        ("time a cell at 1e6 over 1e4", many / few, MOST_GROWTH, "x"),
    ]


def pictures() -> list[tuple[str, float, float, str]]:
    """Ratios of maps, logs, ways out and the match."""
    job = read_case(contract_example())
    columns = columns_of(job)
    feeds, speeds = np.geomspace(0.02, 0.6, 300)[:, None], np.geomspace(50, 1500, 400)[None, :]
    wide_feeds, wide_speeds = (np.ascontiguousarray(np.broadcast_to(one, (300, 400))) for one in (feeds, speeds))
    bare = best(lambda: bare_map(wide_feeds, wide_speeds), 10)
    mapped = best(lambda: evaluate(columns.over(job, feed_mm_rev=feeds, speed_rpm=speeds)), 3)
    case = contract_example() | {"yard": {"cutters": CRIB[:60], "machines": MACHINES[:8]}}
    offered = read_case(case)
    both = best(lambda: (bore_log(offered), ways_out(offered)), 10)
    whole = read_case(contract_example() | {"yard": {"cutters": CRIB, "machines": MACHINES}})
    began = time.perf_counter()
    found = match(whole)
    took = time.perf_counter() - began
    memory = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(
        f"window of 400 x 300, every limit     {mapped * 1e3:9.1f} ms   {mapped / bare:6.1f} x bare on expanded arrays ({bare * 1e3:.2f} ms)"
    )
    print(f"bore log and ways out                {both * 1e3:9.1f} ms   (8 machines, 60 cutters in the yard)")
    print(
        f"match, 40 machines x 200 cutters     {took * 1e3:9.0f} ms   ({len(found.pairings)} pairs make the hole; {memory:.0f} MB in all)"
    )
    return [
        ("window over the bare map", mapped / bare, 12, "x"),
        ("window", mapped, 0.15, "s"),
        ("log and ways out", both * 1e3, 25, "ms"),
        ("match", took, 2, "s"),
        ("memory", memory, 400, "MB"),
    ]


def bare_map(feeds: np.ndarray, speeds: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Kienzle's torque and the diameter-feed thrust in bare NumPy, every cell of both."""
    h = feeds / 2 * math.sin(math.radians(59)) + 0 * speeds
    torque = 2000.0 * h**-0.22 * 1.2 * feeds * 400 / 8000
    thrust = (2 * 24000 * (feeds / 25.4) ** 0.8 * (20 / 25.4) ** 0.8 * 1.351 + 24000 * (20 / 25.4) ** 2 * 0.0324) * 4.448 + 0 * speeds
    return torque, thrust


def _crib() -> list[dict[str, object]]:
    """200 cutters of many sizes, a dozen of them of the example's 20 mm."""
    edges = [("hss", "conventional"), ("hss", "thinned"), ("hss-co", "split"), ("carbide", "self-centring")]
    twist = [
        {"family": "twist", "diameter_mm": 1 + 0.5 * k, "substrate": edge, "point": point, "shank": "morse-2" if k > 25 else "straight"}
        for k in range(46)
        for edge, point in edges
    ]
    others = [
        {"family": family, "diameter_mm": size}
        for size in (18, 20)
        for family in ("spade", "replaceable-tip", "indexable", "annular", "gun", "twist", "spade", "annular")
    ]
    return (twist + others)[:200]


def _machines() -> list[dict[str, object]]:
    """40 machines of every kind."""
    bases = json.loads((CASES / "bases.json").read_text(encoding="utf-8"))
    kinds = [base["machine"] for name, base in bases.items() if name not in ("reaming", "tapping")]
    return [kinds[k % len(kinds)] | {"name": f"machine {k}"} for k in range(40)]


CRIB, MACHINES = _crib(), _machines()


def cells(count: int) -> float:
    """Nanoseconds a cell for a check of so many unordered settings at once, every limit; best of five."""
    job = read_case(contract_example())
    columns = columns_of(job)
    some = np.random.default_rng(7)
    feeds, speeds = some.uniform(0.05, 0.4, count), some.uniform(50, 1500, count)
    repeat = max(1, 10**5 // count)
    took = timeit.repeat(lambda: verdicts(columns.over(job, feed_mm_rev=feeds, speed_rpm=speeds), count), number=repeat, repeat=5)
    return min(took) / repeat / count * 1e9


def plans() -> list[tuple[str, float, float, str]]:
    """A plan with its four other ways, and the same hole on every machine of a big shop, told how far it is."""
    whole = demo.asked("c1", "25", 30, "steel-structural-355", alternatives=True)
    one = best(lambda: plan_answer(whole), 1)
    spare = [{"family": "twist", "diameter_mm": round(5.05 + 0.13 * k, 2)} for k in range(400 - len(demo.crib()))]
    yard = list(demo.machines().values())
    shop = demo.asked("c1", "20", 20, "steel-structural-355")
    shop["case"]["yard"] = {
        "cutters": [*demo.crib(), *spare],
        "machines": [yard[k % len(yard)] | {"name": f"machine {k}"} for k in range(40)],
    }
    everywhere = min(timeit.repeat(lambda: anywhere_answer(shop), number=1, repeat=3))
    print(f"plan and its four other ways         {one * 1e3:9.0f} ms   ({len(demo.crib())} cutters)")
    print(f"plan on 40 machines, 400 cutters     {everywhere * 1e3:9.0f} ms   {everywhere / one:6.1f} x one plan with its other ways")
    return [("plan and its other ways", one, 1, "s"), ("search over the whole shop", everywhere, 5, "s")]


def api() -> list[tuple[str, float, float, str]]:
    """Ratios of the API, on the real server."""
    with tempfile.TemporaryDirectory() as place:
        server = Server(Path(place))
        server.prepare()
        server.start()
        try:
            visitor = Visitor(server.address)
            body = json.dumps(contract_example()).encode()
            empty, checks, tried = [], [], []
            for turn in range(REQUESTS):
                # In turn, so that all see the same machine.
                empty.append(visitor.ask("/api/me"))
                checks.append(visitor.ask("/api/check", body))
                tried.append(visitor.ask("/api/check", json.dumps(_another_feed(turn)).encode()))
            slow = busy(server.address, lambda: visitor.ask("/api/check", body))
        finally:
            server.stop()
    least, full, each = (statistics.median(took) for took in (empty, checks, tried))
    print(f"API, emptiest signed-in endpoint     {least * 1e3:9.2f} ms median")
    print(f"API, check                           {full * 1e3:9.2f} ms median   {full / least:6.2f} x emptiest")
    print(f"API, check, another feed each time   {each * 1e3:9.2f} ms median   {each / least:6.2f} x emptiest")
    print(f"API, check while two people plan     {slow * 1e3:9.2f} ms, 95th of 100   {slow / full:6.1f} x its median when nobody does")
    return [
        ("API check while two people plan, 95th of 100, over its median", slow / full, BUSY_TIMES, "x"),
        ("API check over the emptiest endpoint", full / least, EMPTY_TIMES, "x"),
        ("API check with another feed each time over the emptiest endpoint", each / least, EMPTY_TIMES_TRIED, "x"),
        ("API check above the emptiest endpoint", (full - least) * 1e3, MOST_ABOVE_EMPTY_S * 1e3, "ms"),
    ]


def _another_feed(turn: int) -> dict[str, Any]:
    case = contract_example()
    case["setting"]["feed_mm_rev"] = round(0.1 + turn * 0.0004, 4)
    return case


def busy(address: str, check_once: Callable[[], float]) -> float:
    """The 95th of a hundred checks, s, while two people look for one plan after another."""
    wanted = json.dumps(demo.asked("b2", "10", 12, "steel-c45")).encode()
    over = threading.Event()

    def plan_on() -> None:
        somebody = Visitor(address)
        while not over.is_set():
            somebody.ask("/api/plan", wanted)

    people = [threading.Thread(target=plan_on) for _ in range(2)]
    for one in people:
        one.start()
    took = sorted(check_once() for _ in range(BUSY_CHECKS))
    over.set()
    for one in people:
        one.join()
    return took[int(0.95 * BUSY_CHECKS)]


def main() -> int:
    """Run everything; the exit code."""
    failed = 0
    for name, value, mark, unit in core() + pictures() + plans() + api() + screen():
        holds = value <= mark
        failed += not holds
        print(f"{'holds' if holds else 'OVER ':6} {name}: {value:.2f} {unit}, at most {mark:g} {unit}")
    return min(failed, 1)


if __name__ == "__main__":
    sys.exit(main())
