"""From a key press to what is read off the Bench, and what a frame of practice costs: the real server, the production build, Chromium."""

import bisect
import json
import re
import statistics
import tempfile
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from tests.browser import LAUNCH
from tests.journeys.gestures import link
from tests.server import Server

PRESSES = 40
VERDICT_P95_MS, PICTURES_P95_MS = 150.0, 400.0
DRILLED_MS, FRAME_P95_MS = 5000.0, 12.0

# A clock in the page itself: it starts with the key, and notes when the verdict, then every picture, answers the new setting.
CLOCK = """
() => {
  window.marks = [];
  let start = null, verdict = null, waited = false;
  document.addEventListener("keydown", () => { start = performance.now(); verdict = null; waited = false; }, true);
  const look = () => {
    if (start === null) return;
    const said = document.querySelector('[aria-label="Verdict"]')?.dataset.stale;
    const pictures = document.querySelectorAll('main .stale').length;
    if (said === "true") waited = true;
    if (waited && said === "false" && verdict === null) verdict = performance.now() - start;
    if (verdict !== null && pictures === 0) { window.marks.push([verdict, performance.now() - start]); start = null; }
  };
  new MutationObserver(look).observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
}
"""


def _case() -> dict[str, object]:
    """A hole on a machining centre, where every press of the key makes a setting that was never answered."""
    return {
        "hole": {"diameter_mm": 12, "depth_mm": 40},
        "material": {"id": "steel-c45"},
        "cutter": {"family": "twist", "substrate": "carbide", "shank": "straight"},
        "machine": {
            "kind": "machining-centre",
            "spindle": {"power_kw": 11, "drive": "direct", "stages": [{"min_rpm": 50, "max_rpm": 8000}]},
            "feed": {"kind": "servo"},
            "holder": {"kind": "collet", "size": "ER32"},
            "coolant": {"method": "flood"},
        },
        "setting": {"speed_rpm": 1500, "feed_mm_rev": 0.05},
    }


def _press(page: Page, key: str, marks: int) -> None:
    page.keyboard.press(key)
    page.wait_for_function("many => window.marks.length === many", arg=marks)


def _pressed(browser: Browser, address: str) -> list[tuple[float, float]]:
    """From each press to the verdict, and to every picture, ms."""
    page = browser.new_page(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")
    page.goto(link(address, _case()))
    page.wait_for_selector('[aria-label="Verdict"][data-stale="false"]')
    page.wait_for_selector('figure[aria-label="Bore log"]')
    page.get_by_role("slider", name="The setting on the map").focus()
    page.evaluate(CLOCK)
    for press in range(PRESSES):
        _press(page, "ArrowUp" if press % 2 else "ArrowRight", press + 1)
    return [tuple(mark) for mark in page.evaluate("window.marks")]


def _frames(browser: Browser, address: str) -> list[float]:
    """What the page's main thread works from one frame to the next while a hole is drilled, ms of processor time."""
    page = browser.new_page(viewport={"width": 1280, "height": 800})
    page.goto(f"{address}/practice/bench")
    page.get_by_role("button", name="nothing: it goes").click()
    page.get_by_role("button", name=re.compile("^Drill it")).click()
    page.get_by_role("slider", name=re.compile("How hard to")).focus()
    for _ in range(2):
        page.keyboard.press("PageDown")
    browser.start_tracing(page=page, categories=["devtools.timeline", "toplevel"])
    page.wait_for_timeout(DRILLED_MS)
    events = json.loads(browser.stop_tracing())["traceEvents"]
    main = {(one["pid"], one["tid"]) for one in events if one.get("args", {}).get("name") == "CrRendererMain"}
    begins = sorted(one["ts"] for one in events if one["name"] == "FireAnimationFrame")
    spent = [0.0] * (len(begins) + 1)
    for one in events:
        if one["name"].endswith("RunTask") and (one["pid"], one["tid"]) in main:
            spent[bisect.bisect(begins, one["ts"])] += one.get("tdur", one.get("dur", 0.0)) / 1000
    return spent[1:-1]


def screen() -> list[tuple[str, float, float, str]]:
    """The 95th percentile of each: over presses that each ask for something new, and over the frames of a hole that is drilled."""
    with tempfile.TemporaryDirectory() as place, sync_playwright() as play:
        server = Server(Path(place))
        server.prepare()
        server.start()
        browser = play.chromium.launch(**LAUNCH)
        try:
            marks, frames = _pressed(browser, server.address), _frames(browser, server.address)
        finally:
            browser.close()
            server.stop()
    times = [[mark[0] for mark in marks], [mark[1] for mark in marks], frames]
    late = [statistics.quantiles(one, n=20)[-1] for one in times]
    for name, one, last in zip(("key press to verdict", "key press to every picture", "a frame of practice"), times, late, strict=True):
        print(f"{name:36} {statistics.median(one):9.1f} ms median {last:6.1f} ms p95")
    return [
        ("key press to verdict, 95th percentile", late[0], VERDICT_P95_MS, "ms"),
        ("key press to log, window and ways out, 95th percentile", late[1], PICTURES_P95_MS, "ms"),
        ("main thread a frame of practice, 95th percentile", late[2], FRAME_P95_MS, "ms"),
    ]
