"""What a hand does on the Bench, and what an eye reads off it."""

import base64
import json
import re
import zlib
from collections.abc import Callable
from typing import Any

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Locator, Page, expect

from tests.asking import answered
from tests.server import Server

# Opens a further page with a width, a height and a browser context's options.
OpenPage = Callable[..., Page]
PHONE_PX = 390
VERDICTS = {"holds": "Holds", "tight": "Tight", "gives-way": "Gives way", "cannot": "Can’t"}


def verdict(page: Page) -> Any:
    return page.get_by_role("region", name="Verdict")


def phrase(page: Page, name: str) -> Any:
    return page.get_by_role("region", name="The job").get_by_role("button", name=re.compile(f"^{name}:"))


def menu(page: Page) -> None:
    """On a narrow screen, what is done with the whole is behind one button."""
    expect(page.get_by_role("navigation", name="Screens")).to_be_visible()
    more = page.get_by_role("button", name="more", exact=True)
    if more.is_visible():
        more.click()


def nudge(page: Page, key: str) -> None:
    """An arrow key on the map, which has the focus."""
    page.get_by_role("slider", name="The setting on the map").focus()
    page.keyboard.press(key)


def choose(page: Page, name: str, option: str) -> None:
    phrase(page, name).click()
    page.get_by_role("dialog").get_by_role("button", name=option).first.click()


def type_into(page: Page, name: str, label: str, text: str) -> None:
    phrase(page, name).click()
    field = page.get_by_role("dialog").get_by_label(label)
    field.fill(text)
    field.press("Enter")
    expect(page.get_by_role("dialog")).to_be_hidden()


def case_in_address(page: Page) -> dict[str, Any]:
    """The case the address bar carries, read with another implementation than the page's own."""
    expect(page.locator("html")).not_to_have_attribute("data-address", "behind")
    text = re.search(r"job=([\w-]+)", page.url)
    assert text
    packed = base64.urlsafe_b64decode(text[1] + "=" * (-len(text[1]) % 4))
    return json.loads(zlib.decompress(packed, wbits=-15))["case"]


def says_what_the_core_says(page: Page) -> None:
    """Verdict and first limit on screen are the core's own for the case in the address."""
    found = answered(case_in_address(page))
    expect(verdict(page)).to_contain_text(VERDICTS[found["verdict"]])
    first = page.locator("[data-limit]").first
    expect(first).to_have_attribute("data-limit", found["tightest"])
    failure = next(limit["failure"] for limit in found["limits"] if limit["id"] == found["tightest"])
    expect(first).to_contain_text(failure, ignore_case=True)


def drawn(page: Page) -> None:
    """The sentence stands by its words; verdict, log and window are there, and none is stale; the address is that of this job."""
    expect(page.get_by_role("region", name="The job")).to_have_attribute("aria-busy", "false")
    expect(page.get_by_role("region", name="Verdict")).to_have_attribute("data-stale", "false")
    expect(page.get_by_role("figure", name="Operating window").get_by_role("img")).to_be_visible()
    expect(page.get_by_role("figure", name="Bore log").locator("svg").first).to_be_visible()
    expect(page.locator(".stale, [data-address]")).to_have_count(0)


# The page is given the script once; of what axe reckons only what is wrong is wanted, or it spends as long on telling what is right.
AXE = Axe().axe_script
FINDS = "async ([part, options]) => (await axe.run(part ?? document, options)).violations.map((one) => [one.id, one.nodes[0].target])"
LOOKS: dict[str, dict[str, Any]] = {
    "all": {"rules": {"target-size": {"enabled": True}}},
    "colours": {"runOnly": ["color-contrast"]},
    "shapes": {"rules": {"target-size": {"enabled": True}, "color-contrast": {"enabled": False}}},
}


def barriers(page: Page, look: str = "all", within: str | None = None) -> list[tuple[str, Any]]:
    """What axe finds on the page as it stands: the rule and the first place. In a second theme the marks are the same and only the
    colours are others; at a second width everything but the colours is. `within` is the part that is new on the
    page, where the rest has been looked at."""
    if not page.evaluate("'axe' in window"):
        page.evaluate(AXE)
    return page.evaluate(FINDS, [within, LOOKS[look] | {"resultTypes": ["violations"]}])


def barriers_in_both_lights(page: Page, within: str | None = None) -> list[tuple[str, Any]]:
    """What axe finds as the page stands, and in the other theme's colours."""
    found = barriers(page, "all", within)
    theme = page.evaluate("document.documentElement.dataset.theme")
    page.evaluate("document.documentElement.dataset.theme = 'dim'")
    found += barriers(page, "colours", within)
    page.evaluate("theme => document.documentElement.dataset.theme = theme", theme)
    return found


def barriers_anywhere(page: Page, within: str | None = None) -> list[Any]:
    """What axe finds at a bench in both lights and on a phone, and what runs off the side of either."""
    wide = page.viewport_size or {"width": 1280, "height": 800}
    found: list[Any] = barriers_in_both_lights(page, within) + _off_the_side(page, wide["width"])
    page.set_viewport_size({"width": PHONE_PX, "height": 844})
    found += barriers(page, "shapes", within) + _off_the_side(page, PHONE_PX)
    page.set_viewport_size(wide)
    return found


def _off_the_side(page: Page, width: int) -> list[tuple[str, int]]:
    there = page.evaluate("new Promise((done) => requestAnimationFrame(() => done(document.documentElement.scrollWidth)))")
    return [("runs off the side", there)] if there > width else []


def open_kept(page: Page, name: str) -> None:
    menu(page)
    page.get_by_role("button", name=re.compile("Kept checks")).click()
    page.get_by_role("dialog").get_by_role("button", name=re.compile(f"^{re.escape(name)}")).click()
    expect(page.get_by_role("dialog")).to_be_hidden()
    drawn(page)


def planned(page: Page, server: Server, name: str | None = None) -> Locator:
    """The Plan with one of the yard's kept plans, answered; its steps."""
    if not page.url.startswith(f"{server.address}/plan"):
        page.goto(f"{server.address}/plan")
    if name:
        menu(page)
        page.get_by_role("button", name=re.compile("^Kept plans")).click()
        page.get_by_role("dialog").get_by_role("button", name=name).first.click()
        expect(page).to_have_title(f"The Plan: {name}")
    row_answered(page)
    return page.get_by_role("list", name="Steps")


def row_answered(page: Page) -> None:
    """The row answers what stands above it, and no older question: only then may the card be printed, be its button in a menu or not."""
    expect(page.get_by_role("button", name="Print the card", include_hidden=True)).to_be_enabled()


def link(address: str, case: dict[str, Any]) -> str:
    """The address that carries a case, written with another implementation than the page's own."""
    job = {"case": case, "typed": {}, "refs": {}, "pinned": False, "name": ""}
    pack = zlib.compressobj(9, zlib.DEFLATED, -15)
    packed = pack.compress(json.dumps(job).encode()) + pack.flush()
    return f"{address}/?job={base64.urlsafe_b64encode(packed).decode().rstrip('=')}"


# Stands in for the network inside the page: what goes to one path is held back, lost or answered with something else. Intercepting it
# outside the page would race with the key that asks: a loaded page learns of it a moment later than the key.
STAND_IN = """({path, how, after}) => {
  const asks = window.fetch;
  const held = [];
  let seen = 0;
  window.fetch = (request, ...more) => {
    if (new URL(request.url ?? request, location).pathname !== path || seen++ < after) return asks(request, ...more);
    if (how === "lost") return Promise.reject(new TypeError("lost"));
    if (how !== "held") return Promise.resolve(new Response(JSON.stringify(how.json), {status: how.status}));
    return new Promise((resolve, reject) => {
      request.signal?.addEventListener("abort", () => reject(new DOMException("", "AbortError")));
      held.push(() => resolve(asks(request, ...more)));
    });
  };
  window.letGo = () => {
    window.fetch = asks;
    held.forEach((go) => go());
  };
}"""


def answers_instead(page: Page, path: str, how: Any, after: int = 0) -> None:
    """From now on a path is "held", "lost" or answered with a status and JSON; the first few after this may still pass."""
    page.evaluate(STAND_IN, {"path": path, "how": how, "after": after})


def let_go(page: Page) -> None:
    """The server answers again, what was held first."""
    page.evaluate("window.letGo()")


def taken(page: Page, server: Server, name: str) -> None:
    """A kept plan, taken to the machine."""
    planned(page, server, name)
    menu(page)
    page.get_by_role("button", name="To the machine").click()
    expect(page.get_by_text("Before switching on")).to_be_visible()
