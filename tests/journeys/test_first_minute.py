"""The first minute, counted: somebody's own hole on their own machine, a beam overhead, a blind thread, a set of drills."""

import gzip
import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, Route, expect

from tests.journeys.gestures import OpenPage, barriers, case_in_address, drawn, phrase, says_what_the_core_says, verdict
from tests.server import Server

WEB = Path(__file__).parents[2] / "web" / "dist"


class Hand:
    """Somebody's hands at a page: every click, every key and every text typed counts as one action."""

    def __init__(self, page: Page) -> None:
        self.page, self.actions = page, 0

    def key(self, name: str) -> None:
        self.actions += 1
        self.page.keyboard.press(name)

    def types(self, text: str) -> None:
        """Types into what has the focus, in the place of what stands there; a hand waits until there is something to type into."""
        self.actions += 1
        expect(self.page.locator("input:focus, textarea:focus, select:focus")).to_be_visible()
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(text)

    def taps(self, name: str | re.Pattern[str], role: str = "button") -> None:
        self.actions += 1
        self.page.get_by_role(role, name=name).first.click()  # type: ignore[arg-type]


def own_hole_by_hand(page: Page, server: Server) -> Hand:
    """An own 14 mm hole in 12 mm mild steel on a 550 W press with four belts, from an empty start."""
    page.route("**/api/checks", lambda route: route.fulfill(json=[]))
    page.goto(server.address)
    hand = Hand(page)
    hand.taps(re.compile("Describe my machine"))
    expect(page.get_by_label("What the motor’s plate says")).to_be_focused()
    hand.types("550 W")
    expect(page.get_by_role("dialog")).to_contain_text("read: 550 W")
    hand.key("Tab")
    hand.types("480/900/1400/2200")
    hand.key("Enter")
    expect(page.get_by_role("dialog")).to_be_hidden()
    return hand


def test_an_own_hole_on_an_own_machine(page: Page, server: Server) -> None:
    hand = own_hole_by_hand(page, server)
    for key, typed in (("d", "14"), ("l", "12")):
        hand.key(key)
        expect(page.get_by_role("dialog")).to_be_visible()
        hand.types(typed)
        hand.key("Enter")
        expect(page.get_by_role("dialog")).to_be_hidden()
    drawn(page)
    assert hand.actions <= 12
    case = case_in_address(page)
    assert [stage["speed_rpm"] for stage in case["machine"]["spindle"]["stages"]] == [480, 900, 1400, 2200]
    assert case["machine"]["spindle"]["plate"] == {"output_kw": 0.55}
    assert (case["hole"]["diameter_mm"], case["hole"]["depth_mm"], case["material"]["id"]) == (14, 12, "steel-structural-235")
    # Nothing of another job: no count, no clamps, no backing.
    assert set(case["hole"]) <= {"diameter_mm", "depth_mm", "plate_thickness_mm", "start"}
    assert "holding" not in case
    says_what_the_core_says(page)
    # The first setting is one to begin with; what is left to be mended is one key away.
    if "Holds" not in verdict(page).inner_text():
        page.keyboard.press("1")
        drawn(page)
    expect(verdict(page)).to_contain_text("Holds")


def test_an_own_hole_in_inches_by_touch(open_page: OpenPage, server: Server) -> None:
    page = open_page(390, 844, has_touch=True, is_mobile=True)
    page.route("**/api/checks", lambda route: route.fulfill(json=[]))
    page.goto(server.address)
    expect(page.get_by_role("button", name="more")).to_be_visible()
    # The head is one row.
    assert page.locator("header").evaluate("node => node.offsetHeight") <= 60
    page.get_by_role("button", name="more").tap()
    page.get_by_role("button", name=re.compile("^Units")).tap()
    page.get_by_role("button", name=re.compile("Describe my machine")).tap()
    page.get_by_label("What the motor’s plate says").fill("3/4 hp 1725 rpm")
    expect(page.get_by_role("dialog")).to_contain_text("read: 3/4 hp")
    page.get_by_label("The speeds it has").fill("480 900 1400 2200")
    page.get_by_label("The speeds it has").press("Enter")
    phrase(page, "diameter").tap()
    page.get_by_label("Diameter of the hole").fill("9/16")
    page.get_by_label("Diameter of the hole").press("Enter")
    phrase(page, "depth").tap()
    page.get_by_label("Full-diameter depth").fill("0.5")
    page.get_by_label("Full-diameter depth").press("Enter")
    drawn(page)
    assert case_in_address(page)["hole"]["depth_mm"] == pytest.approx(12.7)
    expect(phrase(page, "diameter")).to_contain_text("9/16")
    expect(phrase(page, "depth")).to_contain_text("0.5 in")
    expect(verdict(page)).to_be_in_viewport()
    says_what_the_core_says(page)


def test_a_beam_overhead_is_offered_its_strap(bench: Page) -> None:
    hand = Hand(bench)
    hand.key("n")
    expect(bench.get_by_label("Diameter of the hole")).to_be_focused()
    hand.types("M12 clearance")
    hand.key("Enter")
    expect(bench.get_by_role("dialog")).to_be_hidden()
    hand.key("s")
    hand.taps(re.compile("magnetic drill M1 "))
    expect(bench.get_by_role("dialog")).to_be_hidden()
    hand.taps(re.compile("^the magnet's base:"))
    hand.taps(re.compile("overhead"))
    hand.taps(re.compile("^painted"))
    hand.key("Escape")
    drawn(bench)
    assert case_in_address(bench)["hole"]["diameter_mm"] == pytest.approx(13.5)
    says_what_the_core_says(bench)
    strap = bench.get_by_role("region", name="The way out").get_by_role("button", name=re.compile("strap|chain"))
    key = strap.first.get_attribute("aria-keyshortcuts")
    assert key
    hand.key(key)
    assert hand.actions <= 10
    expect(verdict(bench)).not_to_contain_text("Can’t")
    assert case_in_address(bench)["machine"]["magnet"]["strap"] is True


def test_a_new_hole_is_clean_and_its_setting_follows_until_one_is_set(bench: Page) -> None:
    hand = Hand(bench)
    hand.taps("New hole")
    hand.types("6")
    hand.key("Enter")
    expect(bench.get_by_role("dialog")).to_be_hidden()
    drawn(bench)
    first = case_in_address(bench)
    assert first["hole"].get("count", 1) == 1
    assert first["machine"]["name"] == "column press C2"
    hand.key("m")
    hand.types("stainles stel")
    expect(bench.get_by_role("dialog")).to_contain_text("Austenitic stainless steel 304")
    hand.key("Enter")
    expect(phrase(bench, "material")).to_contain_text("304")
    drawn(bench)
    second = case_in_address(bench)
    assert second["setting"]["speed_rpm"] < first["setting"]["speed_rpm"]
    hand.key("f")
    expect(bench.get_by_role("dialog").get_by_role("textbox").first).to_be_focused()
    hand.types("0.1")
    hand.key("Enter")
    expect(phrase(bench, "feed")).to_contain_text("0.10")
    hand.key("m")
    hand.types("mild steel")
    hand.key("Enter")
    expect(phrase(bench, "material")).to_contain_text("S235")
    drawn(bench)
    assert case_in_address(bench)["setting"] == second["setting"] | {"feed_mm_rev": 0.1}
    says_what_the_core_says(bench)


def test_wood_is_outside_and_a_miss_offers_the_nearest(bench: Page) -> None:
    before = case_in_address(bench)
    bench.keyboard.press("m")
    for typed, said in (("oak", "wood is outside"), ("4104", "the nearest are")):
        bench.get_by_label("What metal is it?").fill(typed)
        expect(bench.get_by_role("dialog")).to_contain_text(said)
    bench.keyboard.press("Escape")
    assert case_in_address(bench) == before


def test_a_set_of_drills_in_three(open_page: OpenPage, server: Server) -> None:
    page = open_page()
    page.goto(f"{server.address}/shop/crib")
    page.get_by_label("Put in a set or a single").wait_for()
    hand = Hand(page)
    hand.actions += 1
    page.get_by_label("Put in a set or a single").click()
    hand.types("HSS jobber 1-13 x 0.5")
    expect(page.get_by_role("button", name="Put all 25 in")).to_be_enabled()
    hand.key("Enter")
    assert hand.actions == 3
    expect(page.get_by_text(re.compile("^25 put in"))).to_be_visible()


def test_a_server_that_is_away_is_told_of_in_words(open_page: OpenPage, server: Server) -> None:
    page = open_page()
    page.goto(server.address)
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    page.context.set_offline(True)
    page.goto(f"{server.address}/plan")
    expect(page.get_by_role("heading", name="The shop’s server is away")).to_be_visible()
    assert barriers(page) == []
    page.context.set_offline(False)
    page.get_by_role("link", name="Try again").click()
    expect(page).to_have_url(f"{server.address}/plan")
    expect(page.get_by_label("the hole, as drawn")).to_be_visible()


def test_the_first_load_is_light(server: Server) -> None:
    """Scripts and style the page asks for at once, packed: fonts apart, at most 160 kB (one in a hundred for another build of the packer)."""
    index = (WEB / "index.html").read_text(encoding="utf-8")
    files = re.findall(r'(?:src|href)="/static/([^"]+\.(?:js|css))"', index)
    assert len(files) > 2
    assert sum(len(gzip.compress((WEB / name).read_bytes(), 9)) for name in files) <= 160_000 * 1.01


def test_a_word_of_the_trade_opens_where_it_stands(bench: Page) -> None:
    bench.get_by_role("button", name="Chip thickness").click()
    found = bench.get_by_role("dialog", name="Words of the trade")
    expect(found.locator("[data-term=chip-thickness]")).to_be_in_viewport()
    assert barriers(bench, within="[role=dialog]") == []
    bench.keyboard.press("Escape")
    bench.keyboard.press("t")
    bench.keyboard.type("annular")
    expect(found.get_by_text("ring cutter", exact=True)).to_be_visible()


@pytest.mark.parametrize("by", ["keys", "touch", "inches"])
def test_a_blind_thread_to_its_plan(open_page: OpenPage, server: Server, by: str) -> None:
    """M10, 20 deep, on the machining centre: said in one line, as it is called across the shop."""
    page = open_page(390, 844, has_touch=True, is_mobile=True) if by == "touch" else open_page()
    page.goto(server.address)
    drawn(page)
    hand = Hand(page)
    if by == "inches":
        page.keyboard.press("u")
    if by == "touch":
        hand.taps("Plan", "link")
        hand.actions += 1
        page.get_by_label("the hole, as drawn").tap()
    else:
        hand.key("g")
        hand.key("p")
        expect(page.get_by_label("the hole, as drawn")).to_be_visible()
        hand.key("d")
    hand.types("3/8-16 UNC 3/4 deep" if by == "inches" else "M10 blind 20 deep")
    hand.key("Enter")
    hand.actions += 2
    page.get_by_label("Machine", exact=True).select_option(label="machining centre V1")
    card = page.get_by_role("button", name="Print the card", include_hidden=True)
    expect(page.get_by_role("list", name="Steps").locator("[data-step=tap]")).to_contain_text("3/8" if by == "inches" else "M10")
    expect(card).to_be_enabled()
    expect(page.get_by_label("and goes")).to_have_value("blind")
    expect(page.get_by_label("deep", exact=True)).to_have_value(re.compile(r"0\.75|20"))
    assert hand.actions <= 8


def test_keys_typed_while_the_page_loads_are_kept(open_page: OpenPage, server: Server) -> None:
    page = open_page()
    held: list[Route] = []
    # Whether the question comes before the keys or after them: held until they are typed, and let through from then on.
    typed = False
    page.route("**/api/me", lambda route: route.continue_() if typed else held.append(route))
    page.goto(server.address, wait_until="commit")
    expect(page.get_by_text("Opening…")).to_be_visible()
    # In one go, as a hand that knows the keys types them.
    for key in ("d", "1", "4", ".", "5", "Enter"):
        page.keyboard.press(key)
    typed = True
    for route in held:
        route.continue_()
    expect(phrase(page, "diameter")).to_contain_text("14.5 mm")
    # From then on keys go their own way.
    drawn(page)
    page.keyboard.press("m")
    expect(page.get_by_role("dialog")).to_be_visible()
    page.keyboard.type("304")
    page.keyboard.press("Enter")
    expect(phrase(page, "material")).to_contain_text("304")
