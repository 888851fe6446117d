"""The book's routes, and the whole of it on one page for paper and for a browser without its server."""

import re

import pytest
from django.test import Client

from bore.answers.reference import ReferenceFound, ReferencePage, ReferenceTitle, contents_answer, page_answer
from bore.answers.serialise import as_data
from bore.reference.pages import PAGES
from tests.shop.requests import shaped

pytestmark = pytest.mark.django_db


def test_the_routes_give_the_cores_pages(here: Client) -> None:
    assert shaped(list[ReferenceTitle], here.get("/api/reference")) == [as_data(one) for one in contents_answer()]
    for page in PAGES:
        assert shaped(ReferencePage, here.get(f"/api/reference/pages/{page}")) == as_data(page_answer(page))
    found = shaped(ReferenceFound, here.get("/api/reference/find", {"text": "  M8  "}))
    assert (found["text"], found["hits"][0]["row"]) == ("M8", "M8")


@pytest.mark.parametrize("text", ["", " ", "x" * 81, "x" * 20_000])
def test_what_cannot_be_looked_up_is_refused_by_field(here: Client, text: str) -> None:
    refused = here.get("/api/reference/find", {"text": text})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "text"


@pytest.mark.parametrize(
    "text",
    ["\x00", "\ud800", "1/0", "M0", "M1e400", "9" * 80, "-5 mm", "((((", "' OR 1=1 --", "<script>", "M8\nx", "½", "²", "16 H99", "NaN HRC"],
)
def test_anything_else_is_answered(here: Client, text: str) -> None:
    status = here.get(
        f"/api/reference/find?text={re.sub('.', lambda one: '%' + one[0].encode('utf-8', 'surrogatepass').hex('%'), text, flags=re.S)}"
    )
    assert status.status_code in (200, 422), status.content


def test_a_page_that_is_none_is_refused(here: Client) -> None:
    assert here.get("/api/reference/pages/nothing").json()["errors"][0]["field"] == "page"


def test_all_of_it_is_one_page_with_nothing_of_the_shops(away: Client) -> None:
    """Nobody needs to be signed in: what is in it stands in the program."""
    page = away.get("/book-on-paper")
    text = page.content.decode()
    assert page.status_code == 200
    for of in (bound() for bound in PAGES.values()):
        assert f'<h2 id="{of.id}">' in text
        assert text.count("<td>") >= sum(len(one.cells) for one in of.rows)
    assert "<script" not in text
    assert "/book-on-paper" in away.get("/away.js").content.decode()
