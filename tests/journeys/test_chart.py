"""The wall chart on screen and on paper: what it says in a crossing is what the check says."""

import io
import re

import pdfplumber
from playwright.sync_api import Locator, Page, expect

from tests.journeys.gestures import OpenPage, barriers
from tests.server import Server


def row(page: Page, size: str) -> Locator:
    return page.get_by_role("row").filter(has=page.get_by_role("rowheader", name=size, exact=True))


def chart(page: Page, server: Server) -> Page:
    page.goto(f"{server.address}/chart")
    page.get_by_label("Machine").select_option("c2")
    page.get_by_role("button", name="metric").click()
    expect(page.get_by_role("heading", name="column press C2: drills")).to_be_visible()
    expect(row(page, "10 mm")).to_be_visible()
    return page


def printed(page: Page) -> pdfplumber.PDF:
    return pdfplumber.open(io.BytesIO(page.pdf(prefer_css_page_size=True)))


def test_sixty_sizes_by_eight_metals_are_one_a3_read_from_two_steps_away(page: Page, server: Server) -> None:
    chart(page, server)
    page.get_by_label("Machine").select_option("r1")
    page.get_by_role("button", name="numbers").click()
    metals = page.get_by_role("group", name="Metals, at most eight")
    while metals.get_by_role("button", pressed=True).count() < 8:
        metals.get_by_role("button", pressed=False).first.click()
    page.get_by_role("button", name="A3").click()
    expect(page.get_by_text("Printed on A3: one sheet")).to_be_visible()
    assert page.get_by_role("row").count() >= 60
    with printed(page) as paper:
        assert len(paper.pages) == 1
        sheet = paper.pages[0]
        assert {round(25.4 / 72 * side) for side in (sheet.width, sheet.height)} == {297, 420}
        assert min(one["size"] for one in sheet.chars) >= 8.95
        margin = 10 / 25.4 * 72 - 1
        assert all(one["x0"] >= margin and one["x1"] <= sheet.width - margin for one in sheet.chars)
        assert all(one["top"] >= margin and one["bottom"] <= sheet.height - margin for one in sheet.chars)


def test_a_chart_says_what_to_set_and_what_a_hand_does(page: Page, server: Server) -> None:
    chart(page, server)
    expect(row(page, "1 mm")).to_contain_text("by hand")
    ten = row(page, "10 mm").get_by_role("cell").first
    expect(ten.get_by_role("img", name="holds")).to_be_visible()
    # One line a crossing, its units said once; below the last size that goes, nothing.
    expect(ten).to_contain_text(re.compile(r"^[A-H], \d+ · 0\.\d+$"))
    expect(page.get_by_text("In each crossing: belt and rpm · mm/rev to feed")).to_be_visible()
    expect(page.get_by_text(re.compile(r"From \d+ mm up none of these goes"))).to_be_visible()
    page.get_by_role("button", name="Cast iron").click()
    expect(page.get_by_role("columnheader", name="Cast iron")).to_be_visible()
    page.get_by_role("button", name="taps").click()
    expect(page.get_by_role("rowheader", name="M10", exact=True)).to_be_visible()
    assert barriers(page) == []


def test_a_chart_is_one_sheet_in_black_and_white_and_fits_a_phone(page: Page, server: Server, open_page: OpenPage) -> None:
    chart(page, server)
    page.evaluate("window.print = () => { window.printed = true; }")
    page.get_by_role("button", name="Print", exact=True).click()
    expect(page.get_by_alt_text("Opens column press C2 on a phone")).to_have_attribute("src", re.compile("^data:image/svg"))
    with printed(page) as paper:
        assert len(paper.pages) == 1
        # The code's own squares, in the corner.
        assert [one for one in paper.pages[0].rects + paper.pages[0].curves if one["x0"] > 450 and one["width"] > 60 and one["top"] < 140]
        assert "column press C2" in (paper.pages[0].extract_text() or "")
    phone = open_page(390, 844, has_touch=True, is_mobile=True)
    chart(phone, server)
    assert phone.evaluate("document.documentElement.scrollWidth") <= 390
