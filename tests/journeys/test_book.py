"""The book in a real browser: looked up, gone to, printed, in inches, on a phone, and still there without the server."""

import io

import pdfplumber
from playwright.sync_api import Page, expect

from tests.journeys.gestures import OpenPage, barriers, barriers_anywhere
from tests.server import Server


def look_up(page: Page, text: str) -> None:
    page.get_by_role("searchbox").fill(text)
    expect(page.get_by_role("list", name=f"Found for {text}")).to_be_visible()


def test_it_is_looked_up_and_gone_to(page: Page, server: Server) -> None:
    page.goto(server.address)
    expect(page.get_by_role("region", name="Verdict")).to_be_visible()
    page.keyboard.press("g")
    page.keyboard.press("r")
    expect(page.get_by_role("heading", name="Drill sizes")).to_be_visible()
    look_up(page, "M8")
    found = page.get_by_role("list", name="Found for M8").get_by_role("link")
    expect(found.first).to_contain_text("tap drill 6.8 mm")
    marked = page.get_by_role("row").and_(page.locator("[aria-current=true]"))
    expect(marked).to_contain_text("M8")
    expect(marked).to_be_in_viewport()
    assert barriers_anywhere(page) == []
    found.nth(1).click()
    expect(page.get_by_role("heading", name="Clearance holes")).to_be_visible()
    assert "/book/clearance?find=M8&row=M8" in page.url
    page.reload()
    expect(page.get_by_role("searchbox")).to_have_value("M8")
    expect(marked).to_contain_text("8.4")
    page.get_by_role("button", name="Units: millimetres").click()
    expect(marked).to_contain_text("0.354")
    look_up(page, "6.8")
    expect(page.get_by_role("row").and_(page.locator("[aria-current=true]"))).to_contain_text("6.8 mm")
    page.get_by_role("searchbox").fill("xyzzy")
    expect(page.get_by_text("Nothing here is called “xyzzy”")).to_be_visible()
    page.get_by_role("searchbox").fill("30 HRC")
    expect(page.get_by_role("list", name="Found for 30 HRC").get_by_role("link").first).to_contain_text("287 HB")
    page.get_by_role("searchbox").press("Enter")
    expect(page).to_have_title("Hardness: the book")


def test_no_page_runs_off_the_side(page: Page, server: Server) -> None:
    page.goto(f"{server.address}/book")
    for width in (390, 1280, 2560):
        page.set_viewport_size({"width": width, "height": 844})
        for link in page.get_by_role("navigation", name="Pages of the book").get_by_role("link").all():
            link.click()
            expect(page.get_by_role("heading", name=link.inner_text(), exact=True)).to_be_visible()
            assert page.evaluate("document.documentElement.scrollWidth") <= width, (link.inner_text(), width)


def test_a_page_is_printed_with_its_sources(page: Page, server: Server) -> None:
    page.goto(f"{server.address}/book/fits")
    expect(page.get_by_role("heading", name="Fits of holes")).to_be_visible()
    (sheet,) = pdfplumber.open(io.BytesIO(page.pdf(format="A4", landscape=True))).pages
    text = sheet.extract_text()
    for words in ("over 10 to 18", "+18 / 0", "ISO 286-1", "not checked against the book"):
        assert words in text
    assert "Look up" not in text


def test_a_word_of_the_glossary_leads_to_it(bench: Page) -> None:
    bench.keyboard.press("t")
    bench.get_by_label("Look up a word").fill("chisel edge")
    bench.get_by_role("dialog").get_by_role("link", name="In the book").first.click()
    expect(bench.get_by_role("dialog")).to_be_hidden()
    expect(bench.locator("tr[aria-current=true]")).to_contain_text("chisel edge")


def test_on_a_phone_and_without_the_server(open_page: OpenPage, server: Server) -> None:
    page = open_page(390, 844, has_touch=True, is_mobile=True)
    page.goto(f"{server.address}/book")
    look_up(page, "16 H7")
    expect(page.get_by_text("16.000 to 16.018 mm")).to_be_in_viewport()
    assert barriers(page) == []
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    page.evaluate("navigator.serviceWorker.ready.then(() => true)")
    page.context.set_offline(True)
    page.goto(f"{server.address}/book/threads")
    expect(page.get_by_role("heading", name="The book beside the bench")).to_be_visible()
    expect(page.get_by_role("table", name="Threads and tap drills").get_by_role("row").filter(has_text="1/4-20 UNC")).to_contain_text("#7")
    page.goto(f"{server.address}/plan")
    page.get_by_role("link", name="The book: sizes, threads, fits, speeds").click()
    expect(page.get_by_role("heading", name="Fits of holes")).to_be_visible()
