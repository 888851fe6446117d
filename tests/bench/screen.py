"""From a key press to what is read off the Bench: the real server, the production build, Chromium."""

import statistics
import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from tests.browser import LAUNCH
from tests.journeys.gestures import link
from tests.server import Server

PRESSES = 40
VERDICT_P95_MS, PICTURES_P95_MS = 150.0, 400.0

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


def screen() -> list[tuple[str, float, float, str]]:
    """The 95th percentile of both, over presses that each ask for something new."""
    with tempfile.TemporaryDirectory() as place, sync_playwright() as play:
        server = Server(Path(place))
        server.prepare()
        server.start()
        browser = play.chromium.launch(**LAUNCH)
        try:
            page = browser.new_page(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")
            page.goto(link(server.address, _case()))
            page.wait_for_selector('[aria-label="Verdict"][data-stale="false"]')
            page.wait_for_selector('figure[aria-label="Bore log"]')
            page.get_by_role("slider", name="The setting on the map").focus()
            page.evaluate(CLOCK)
            for press in range(PRESSES):
                _press(page, "ArrowUp" if press % 2 else "ArrowRight", press + 1)
            marks = page.evaluate("window.marks")
        finally:
            browser.close()
            server.stop()
    verdict, pictures = ([mark[which] for mark in marks] for which in (0, 1))
    late = [statistics.quantiles(times, n=20)[-1] for times in (verdict, pictures)]
    print(f"key press to verdict                 {statistics.median(verdict):9.1f} ms median {late[0]:6.1f} ms p95")
    print(f"key press to every picture           {statistics.median(pictures):9.1f} ms median {late[1]:6.1f} ms p95")
    return [
        ("key press to verdict, 95th percentile", late[0], VERDICT_P95_MS, "ms"),
        ("key press to log, window and ways out, 95th percentile", late[1], PICTURES_P95_MS, "ms"),
    ]
