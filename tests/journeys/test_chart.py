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


def test_a_chart_says_what_to_set_and_what_a_hand_does(page: Page, server: Server) -> None:
    chart(page, server)
    expect(row(page, "1 mm")).to_contain_text("by hand")
    ten = row(page, "10 mm").get_by_role("cell").first
    expect(ten.get_by_role("img", name="holds")).to_be_visible()
    expect(ten).to_contain_text("rpm")
    expect(ten).to_contain_text("mm/rev")
    page.get_by_role("button", name="Cast iron").click()
    expect(page.get_by_role("columnheader", name="Cast iron")).to_be_visible()
    page.get_by_role("button", name="taps").click()
    expect(page.get_by_role("rowheader", name="M10", exact=True)).to_be_visible()
    assert barriers(page) == []


def test_a_chart_is_one_sheet_in_black_and_white_and_fits_a_phone(page: Page, server: Server, open_page: OpenPage) -> None:
    page.add_init_script("window.print = () => { window.printed = true; }")
    chart(page, server)
    page.get_by_role("button", name="Print", exact=True).click()
    expect(page.get_by_alt_text("Opens column press C2 on a phone")).to_have_attribute("src", re.compile("^data:image/svg"))
    with pdfplumber.open(io.BytesIO(page.pdf(format="A4"))) as paper:
        assert len(paper.pages) == 1
        # The code's own squares, in the corner.
        assert [one for one in paper.pages[0].rects + paper.pages[0].curves if one["x0"] > 450 and one["width"] > 60 and one["top"] < 140]
        assert "column press C2" in (paper.pages[0].extract_text() or "")
    phone = open_page(390, 844, has_touch=True, is_mobile=True)
    chart(phone, server)
    assert phone.evaluate("document.documentElement.scrollWidth") <= 390
