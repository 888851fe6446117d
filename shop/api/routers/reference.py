"""The book beside the bench: its pages, one of them whole, and what is looked up in it."""

from django.http import HttpRequest, HttpResponse

from bore.answers.reference import ReferenceFound, ReferencePage, ReferenceTitle, contents_answer, found_answer, page_answer
from shop.api.router import ShopRouter
from shop.api.routers.checks import as_json
from shop.api.schemas import Errors

router = ShopRouter(tags=["reference"])


@router.get("/reference", response={200: list[ReferenceTitle], 401: Errors})
def contents(request: HttpRequest) -> HttpResponse:
    """The pages there are, in the order they are bound."""
    return as_json(contents_answer())


@router.get("/reference/pages/{page}", response={200: ReferencePage, 401: Errors, 422: Errors})
def whole_page(request: HttpRequest, page: str) -> HttpResponse:
    """A page whole: its columns, its rows, and where they are from."""
    return as_json(page_answer(page))


@router.get("/reference/find", response={200: ReferenceFound, 401: Errors, 422: Errors})
def found(request: HttpRequest, text: str) -> HttpResponse:
    """What somebody looks up as they type it: M8, 5/16, 30 HRC, 16 H7, squeal."""
    return as_json(found_answer(text))
