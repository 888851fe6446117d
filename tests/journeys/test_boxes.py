"""No two texts of a picture lie on one another and none is cut off, measured in the browser: every kept job of the demo, on a phone, a tablet,
a bench and a wide screen, in both themes and on paper."""

from typing import Any

import pytest
from playwright.sync_api import Page

from tests.journeys.gestures import drawn, open_kept

WIDTHS = (390, 820, 1280, 2560)
# The boxes of all texts of a drawing, turned ones aside: pairs that overlap by more than a hair, and those that stick out of it.
MEASURED = """() => [...document.querySelectorAll('figure svg[role=img], section[aria-label^="Limits"] svg')].flatMap((svg) => {
  const frame = svg.getBoundingClientRect();
  if (!frame.width) return [];
  const all = [...svg.querySelectorAll('text')].filter((one) => one.textContent.trim() && !(one.getAttribute('transform') || '').includes('rotate'));
  const boxes = all.map((one) => [one.textContent.trim(), one.getBoundingClientRect()]).filter(([, box]) => box.width > 0);
  const out = boxes.filter(([, b]) => b.left < frame.left - 1 || b.right > frame.right + 1 || b.top < frame.top - 1 || b.bottom > frame.bottom + 1);
  const pairs = boxes.flatMap(([a, p], i) => boxes.slice(i + 1).filter(([, q]) =>
    Math.min(p.right, q.right) - Math.max(p.left, q.left) > 1.5 && Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top) > 3,
  ).map(([b]) => `${a} / ${b}`));
  return [...out.map(([words]) => `cut off: ${words}`), ...pairs];
})"""


def kept_names(page: Page) -> list[str]:
    return page.evaluate("fetch('/api/checks').then((all) => all.json()).then((all) => all.map((one) => one.name))")


def faults_at(page: Page, width: int) -> list[Any]:
    page.set_viewport_size({"width": width, "height": 900})
    # Two frames: the pictures measure themselves anew, then are drawn at that width.
    page.evaluate("new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done, 50))))")
    drawn(page)
    return [(width, fault) for fault in page.evaluate(MEASURED)]


def test_no_text_of_a_picture_lies_on_another(bench: Page) -> None:
    found: dict[str, list[Any]] = {}
    for place, name in enumerate(kept_names(bench)):
        open_kept(bench, name)
        # There and back again: each is opened at the width the one before was left at.
        faults = [fault for width in WIDTHS[:: -1 if place % 2 else 1] for fault in faults_at(bench, width)]
        if faults:
            found[name] = faults
    assert found == {}


@pytest.mark.parametrize("how", [{"color_scheme": "dark"}, {"media": "print"}], ids=["dark", "paper"])
def test_nor_in_the_dark_nor_on_paper(bench: Page, how: dict[str, Any]) -> None:
    for name in ("Landing-stage beam, M20 holes", "Winch shaft, oil gallery", "Guard-rail stanchion foot"):
        bench.emulate_media(media="screen")
        bench.set_viewport_size({"width": 1280, "height": 900})
        open_kept(bench, name)
        bench.emulate_media(**how)
        assert bench.evaluate(MEASURED) == [], name
