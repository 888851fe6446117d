"""For everybody: no fault found by axe in any state, both themes; every action and picker by keyboard alone; all of it by touch."""

import re
from collections.abc import Callable

from playwright.sync_api import Page, expect

from tests.asking import pair
from tests.journeys.gestures import (
    OpenPage,
    answers_instead,
    barriers_in_both_lights,
    case_in_address,
    drawn,
    let_go,
    link,
    nudge,
    open_kept,
    phrase,
    says_what_the_core_says,
    verdict,
)
from tests.server import Server


def sound(page: Page, within: str | None = None) -> None:
    assert barriers_in_both_lights(page, within) == []


def on_screen(page: Page) -> dict[str, Callable[[], None]]:
    """States reached from the yard's first job, each left by Escape."""

    def press(key: str) -> Callable[[], None]:
        return lambda: page.keyboard.press(key)

    def click(name: str) -> Callable[[], None]:
        return lambda: page.get_by_role("button", name=re.compile(name)).first.click()

    return (
        {"as it opens": lambda: None, "working": press("w")}
        | {f"picker {key}": press(key) for key in "dlmpcsrfho"}
        | {
            f"picker {name}": click(f"^{name}:")
            for name in ("entry", "behind the hole", "what holds the drill", "edge", "pecks", "tolerance and edges")
        }
        | {"keys": press("?"), "find": press("/"), "keep": press("k"), "kept": click("^Kept checks"), "share": click("^Share")}
    )


def test_axe_finds_nothing_on_any_piece(page: Page, server: Server) -> None:
    page.goto(server.address)
    drawn(page)
    for name, reach in on_screen(page).items():
        reach()
        if opens := name not in ("as it opens", "working"):
            expect(page.get_by_role("dialog")).to_be_visible()
        sound(page, "[role=dialog]" if opens else None)
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_be_hidden()
    page.get_by_role("button", name=re.compile("Kept checks")).click()
    page.get_by_label("Compare with Winch bed").check()
    page.get_by_role("button", name=re.compile("beside the one")).click()
    expect(page.get_by_role("dialog", name="Checks side by side")).to_be_visible()
    sound(page)


def test_axe_finds_nothing_in_any_verdict_or_trouble(page: Page, server: Server) -> None:
    """Gives way, can't, no bite, a deep hole, a magnet, a draft that does not read, a lost server, an empty yard, a broken link."""
    for family, kind in (("spade", "turning-centre"), ("spade", "lathe"), ("gun", "gun-drilling"), ("annular", "magnetic")):
        page.goto(link(server.address, pair(family, kind)))
        drawn(page)
        sound(page)
    light = pair("twist", "bench-press")
    light["setting"] = {"speed_rpm": 640, "hand_force_n": 5}
    page.goto(link(server.address, light))
    expect(page.get_by_role("region", name="The job")).to_contain_text("it only polishes")
    sound(page)
    page.keyboard.press("d")
    page.get_by_label("Diameter of the hole").fill("2o")
    expect(page.get_by_role("dialog")).to_contain_text("is not a drill size")
    sound(page, "[role=dialog]")
    page.keyboard.press("Escape")
    sound(page, "[aria-label='The job']")
    page.get_by_role("button", name="diameter: 2o").click()
    page.get_by_role("button", name="Keep 10 mm").click()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_be_hidden()
    drawn(page)
    answers_instead(page, "/api/check", "lost")
    nudge(page, "ArrowUp")
    expect(page.get_by_role("alert")).to_contain_text("does not answer")
    sound(page, "[role=alert]")
    let_go(page)
    page.goto(f"{server.address}/?job=broken")
    expect(page.get_by_text("link that was opened is damaged")).to_be_visible()
    drawn(page)
    sound(page)
    page.route("**/api/checks", lambda route: route.fulfill(json=[]))
    page.goto(server.address)
    expect(page.get_by_role("button", name="what hole?")).to_be_visible()
    sound(page)


def tab_to(page: Page, name: str) -> None:
    """Tab until a thing of this name has the focus, as somebody without a pointer does."""
    focused = page.locator(":focus")
    for _ in range(120):
        page.keyboard.press("Tab")
        label = focused.evaluate(
            "node => node.getAttribute('aria-label') || node.closest('label')?.innerText || node.innerText || node.labels?.[0]?.innerText || ''"
        )
        if name in label.replace("\u2009", " "):
            return
    raise AssertionError(f"no way to {name} by Tab")


# A picker's key, what is gone to in it, how it is taken, and what the sentence says afterwards.
PICKS = [
    ("l", None, "41", "depth", "41 mm deep"),
    ("m", None, "S355", "material", "S355"),
    ("p", "6 mm", "Enter", "start", "a 6 mm hole"),
    ("c", "thinned", "Enter", "drill", "thinned"),
    ("r", "belt B", "Enter", "speed", "belt B"),
    ("f", "0.10 mm/rev", "Enter", "feed", "0.10"),
    ("h", "in a vice", "Enter", "holding", "in a vice"),
    ("o", "flood", "Enter", "coolant", "flood"),
    ("d", None, "18", "diameter", "18 mm"),
    ("s", "geared column press C3", "Enter", "machine", "C3"),
]


def test_every_picker_by_keyboard_alone(bench: Page) -> None:
    for key, target, taken, name, said in PICKS:
        bench.keyboard.press(key)
        dialog = bench.get_by_role("dialog")
        expect(dialog).to_be_visible()
        if target is None:
            bench.keyboard.type(taken)
            bench.keyboard.press("Enter")
        else:
            tab_to(bench, target)
            bench.keyboard.press(taken)
        expect(phrase(bench, name)).to_contain_text(said)
        bench.keyboard.press("Escape")
        expect(dialog).to_be_hidden()
    for name, target, said in (
        ("entry", "raw scale", "raw scale"),
        ("behind the hole", "on the table", "on the table"),
        ("what holds the drill", "shrink", "shrink"),
        ("edge", "used", "used edge"),
        ("pecks", "full retract", "full retract"),
    ):
        phrase(bench, name).focus()
        bench.keyboard.press("Enter")
        expect(bench.get_by_role("dialog")).to_be_visible()
        tab_to(bench, target)
        bench.keyboard.press("Enter")
        expect(phrase(bench, name)).to_contain_text(said)
        bench.keyboard.press("Escape")
        expect(bench.get_by_role("dialog")).to_be_hidden()
    drawn(bench)
    says_what_the_core_says(bench)


def test_every_action_by_keyboard_alone(bench: Page) -> None:
    open_kept(bench, "Landing-stage rail splice")
    before = case_in_address(bench)
    expect(bench.get_by_role("region", name="The way out").get_by_role("button").first).to_be_enabled()
    bench.keyboard.press("1")
    expect(phrase(bench, "speed")).to_contain_text("belt C")
    bench.keyboard.press("Control+z")
    expect(phrase(bench, "speed")).to_contain_text("belt D")
    drawn(bench)
    assert case_in_address(bench) == before
    bench.keyboard.press("k")
    bench.get_by_label("Name").press("Control+a")
    bench.keyboard.type("By keys alone")
    tab_to(bench, "Keep as another")
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("dialog")).to_be_hidden()
    # What closes gives the focus back, a moment later: only then is the next key its own.
    expect(bench.get_by_role("button", name="Keep", exact=True)).to_be_focused()
    bench.keyboard.press("/")
    bench.keyboard.type("by keys al")
    expect(bench.get_by_role("option").first).to_contain_text("By keys alone")
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("dialog")).to_be_hidden()
    bench.keyboard.press("g")
    bench.keyboard.press("b")
    expect(phrase(bench, "diameter")).to_be_focused()
    log = bench.get_by_role("figure", name="Bore log").get_by_role("img")
    log.focus()
    was = log.get_attribute("aria-label")
    bench.keyboard.press("ArrowDown")
    expect(log).not_to_have_attribute("aria-label", was or "")
    bench.keyboard.press("w")
    expect(bench.locator('[aria-expanded="true"]').first).to_be_visible()


def test_on_a_phone_by_touch(open_page: OpenPage, server: Server) -> None:
    """From the sentence to a way out at 390 by 844, with fingers only; nothing smaller than a finger, nothing off the side."""
    page = open_page(390, 844, has_touch=True, is_mobile=True)
    page.goto(server.address)
    drawn(page)
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    phrase(page, "speed").tap()
    page.get_by_role("dialog").get_by_role("button", name=re.compile("belt F")).tap()
    expect(verdict(page)).to_contain_text("Gives way")
    page.get_by_role("region", name="The way out").get_by_role("button").first.tap()
    expect(verdict(page)).not_to_contain_text("Gives way")
    phrase(page, "diameter").tap()
    field = page.get_by_label("Diameter of the hole")
    field.fill("3")
    page.get_by_role("button", name="/", exact=True).tap()
    field.press("End")
    field.press_sequentially("4")
    expect(page.get_by_role("dialog")).to_contain_text("19.05 mm")
    field.press("Enter")
    expect(phrase(page, "diameter")).to_contain_text("3/4")
    before = case_in_address(page)["setting"]["feed_mm_rev"]
    page.get_by_role("button", name="Less feed", exact=True).tap()
    expect(phrase(page, "feed")).not_to_contain_text(f"{before:.2f}")
    log = page.get_by_role("figure", name="Bore log")
    log.get_by_role("button", name="Thrust").tap()
    expect(log.locator("svg")).to_contain_text("Thrust")
    expect(log.locator("svg")).not_to_contain_text("Torque")
    drawn(page)
    says_what_the_core_says(page)
    page.mouse.wheel(0, 900)
    expect(verdict(page)).to_be_in_viewport()
    targets = page.locator("main button.chip:visible, main button.tap:visible, header button.chip:visible")
    heights = dict(targets.evaluate_all("all => all.map((one) => [one.innerText, one.getBoundingClientRect().height])"))
    assert heights
    assert {name: height for name, height in heights.items() if height < 43.5} == {}
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    sound(page)
