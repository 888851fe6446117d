"""Practice: a hole drilled with a hand on a drawn lever, by keys and by touch; what happened, and what a senior hand made of it."""

import re

from playwright.sync_api import Page, expect

from tests.journeys.gestures import OpenPage, barriers, open_kept
from tests.server import Server


def begun(page: Page, server: Server) -> None:
    page.goto(f"{server.address}/practice/bench")
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


def pulled(page: Page, by: int) -> None:
    """The lever drawn so many fifties of newtons."""
    lever = page.get_by_role("slider", name=re.compile("How hard to"))
    lever.focus()
    for _ in range(by):
        page.keyboard.press("PageDown")


def test_an_exercise_is_failed_by_a_heavy_hand_and_drilled_well(page: Page, server: Server) -> None:
    """By keys alone: what is asked is answered first, a heavy hand is told why its run does not count, a good one counts."""
    page.goto(f"{server.address}/practice")
    expect(page.get_by_role("heading", name="The first bite")).to_be_visible()
    begin = page.get_by_role("button", name=re.compile("^Drill it"))
    expect(begin).to_be_disabled()
    assert barriers(page) == []
    page.get_by_label(re.compile("least pull at the lever")).fill("50")
    begin.press("Enter")
    pulled(page, 8)
    told = page.get_by_role("region", name="How it went")
    expect(told).to_contain_text("This run does not count")
    expect(told).to_contain_text("You said: 50 N. Right.")
    assert barriers(page) == []
    told.get_by_role("button", name="Once more").press("Enter")
    page.get_by_label(re.compile("least pull at the lever")).fill("200")
    begin.press("Enter")
    pulled(page, 2)
    expect(told).to_contain_text("This run counts. 1 good so far.")
    expect(told).to_contain_text(re.compile(r"You said: 200 N. It is 3\d to 5\d N\."))
    page.get_by_role("link", name=re.compile("When to clear it")).click()
    expect(page.get_by_text("When to clear it comes after: Light is not kind.")).to_be_visible()


def test_a_lead_writes_an_exercise_signs_somebody_off_and_the_bench_tells(open_page: OpenPage, server: Server) -> None:
    page = open_page(1280, 800, color_scheme="dark")
    page.goto(f"{server.address}/practice/people")
    people = page.get_by_role("table", name="People and exercises")
    expect(people).to_contain_text("stuck at As it comes through, 4 tries")
    people.get_by_role("button", name=re.compile("Jory")).click()
    page.get_by_role("button", name="radial press R1", exact=True).click()
    form = page.get_by_role("form", name=re.compile("radial press R1"))
    form.get_by_label("which real holes were watched").fill("four holes in a plate")
    sign = form.get_by_role("button", name="Sign off")
    expect(sign).to_be_disabled()
    for box in form.get_by_role("checkbox").all():
        box.check()
    assert barriers(page) == []
    sign.click()
    expect(people.get_by_role("row", name=re.compile("Jory"))).to_contain_text("radial press R1")
    page.get_by_role("button", name="Withdraw radial press R1 of Jory Penhallow").click()
    page.get_by_label("Why it is withdrawn").fill("the key was left in")
    page.get_by_role("button", name="Withdraw it").click()
    expect(people.get_by_role("row", name=re.compile("Jory"))).not_to_contain_text("radial press R1")
    expect(page.get_by_role("region", name="Jory Penhallow", exact=True)).to_contain_text("withdrawn by demo")

    page.goto(server.address)
    open_kept(page, "Gate bracket, on the ladder")
    expect(page.get_by_text(re.compile("You are not signed off for"))).to_be_visible()

    page.goto(f"{server.address}/practice/bench")
    page.get_by_role("button", name="Make an exercise of this job").click()
    form = page.get_by_role("form", name="An exercise of this job")
    form.get_by_label("its name").fill("The bracket, as it stands")
    form.get_by_label("points that pass").fill("20")
    assert barriers(page) == []
    form.get_by_role("button", name="Give it out").click()
    made = page.get_by_role("region", name="The exercise is in the course")
    expect(made).to_contain_text("senior:")
    made.get_by_role("link", name="Look at it").click()
    expect(page.get_by_role("heading", name="The bracket, as it stands")).to_be_visible()
    page.get_by_role("button", name="Take this exercise out of the course").click()
    out = page.get_by_role("region", name="Taken out of the course")
    expect(out.get_by_role("link", name="The bracket, as it stands")).to_be_visible()
    expect(page.get_by_text(re.compile("is out of the course; it is kept until"))).to_be_visible()
    assert barriers(page) == []
    page.get_by_role("button", name="Put The bracket, as it stands back").click()
    expect(out).to_be_hidden()
    expect(page.get_by_role("heading", name="The bracket, as it stands")).to_be_visible()
    page.get_by_role("button", name="Take this exercise out of the course").click()


def test_questions_and_the_course_on_a_phone(open_page: OpenPage, server: Server) -> None:
    page = open_page(390, 844, has_touch=True, is_mobile=True)
    page.goto(f"{server.address}/practice")
    page.get_by_role("link", name=re.compile("The first bite")).tap()
    expect(page.get_by_role("heading", name="The first bite")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    assert barriers(page) == []
    page.goto(f"{server.address}/practice/people")
    page.get_by_role("button", name=re.compile("Wanda")).tap()
    expect(page.get_by_role("region", name="Sign-offs of Wanda Osei")).to_contain_text("six holes of the ramp plate")
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    assert barriers(page) == []
    page.goto(f"{server.address}/practice/exercises/first-bite")
    page.get_by_role("link", name="← All exercises").tap()
    page.get_by_role("link", name="Assessment").tap()
    expect(page.get_by_text("It comes after the whole course.")).to_be_visible()
    assert barriers(page) == []
