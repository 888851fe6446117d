"""Practice: a hole drilled with a hand on a drawn lever, by keys and by touch; what happened, and what a senior hand made of it."""

import re

from playwright.sync_api import Page, expect

from tests.journeys.gestures import OpenPage, barriers
from tests.server import Server


def begun(page: Page, server: Server) -> None:
    page.goto(f"{server.address}/practice")
    expect(page.get_by_role("button", name=re.compile("^Drill it"))).to_be_disabled()
    page.get_by_role("button", name="nothing: it goes").click()
    assert barriers(page) == []
    page.get_by_role("button", name=re.compile("^Drill it")).click()
    expect(page.get_by_role("slider", name=re.compile("How hard to"))).to_be_visible()


def test_a_hole_is_drilled_by_keys_and_told_afterwards(page: Page, server: Server) -> None:
    begun(page, server)
    lever = page.get_by_role("slider", name=re.compile("How hard to"))
    lever.focus()
    for _ in range(5):
        page.keyboard.press("PageDown")
    expect(lever).to_have_attribute("aria-valuenow", "250")
    section = page.get_by_role("img", name=re.compile("The drill’s tip is"))
    expect(section).to_have_attribute("aria-label", re.compile(r"tip is (?!0 |0\.0)"))
    expect(page.get_by_role("meter", name="Feed")).to_be_visible()
    assert barriers(page) == []
    page.keyboard.press("Home")
    expect(lever).to_have_attribute("aria-valuenow", "0")
    page.get_by_role("button", name="Leave this run").click()
    told = page.get_by_role("region", name="How it went")
    expect(told).to_contain_text("It was left")
    expect(told).to_contain_text("A senior hand, in the same metal")
    assert barriers(page) == []
    told.get_by_role("button", name="Drill it again").click()
    expect(page.get_by_role("button", name=re.compile("^Drill it"))).to_be_disabled()


def test_a_heavy_hand_by_touch_in_the_dark_hears_what_went_wrong(open_page: OpenPage, server: Server) -> None:
    page = open_page(390, 844, color_scheme="dark", has_touch=True, is_mobile=True)
    begun(page, server)
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    more = page.get_by_role("button", name=re.compile("^more ↓"))
    for _ in range(30):
        more.tap()
    expect(page.get_by_role("status").first).to_contain_text(re.compile("heavy|slips|stalls|through|smokes|fed", re.I))
    assert barriers(page) == []
