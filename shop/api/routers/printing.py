"""What goes on paper beside the page itself: a square code that opens a link on a phone in the shop."""

import io

import segno
from django.http import HttpRequest
from ninja import Schema
from pydantic import Field

from bore.base.errors import BadInput
from shop.api.router import ShopRouter
from shop.api.routers.checks import REFUSALS

router = ShopRouter(tags=["printing"])
# A link with a whole job in it; a square code holds some 2,900 letters at most.
MOST_LETTERS = 2400


class Link(Schema):
    """The link to be put on paper."""

    link: str = Field(max_length=MOST_LETTERS)


class SquareCode(Schema):
    """A link as a drawing."""

    svg: str


@router.post("/square-code", response={200: SquareCode, **REFUSALS})
def square_code(request: HttpRequest, wanted: Link) -> SquareCode:
    """The link as a square code (ISO/IEC 18004), black on white, as SVG. Raises BadInput for what is no link to this shop's own pages."""
    here = f"{request.scheme}://{request.get_host()}/"
    if not wanted.link.startswith(here):
        raise BadInput.at("link", f"accepted: an address of this shop’s, beginning {here}")
    drawn = io.BytesIO()
    segno.make(wanted.link, error="l", micro=False).save(drawn, kind="svg", border=2, xmldecl=False, svgns=True, dark="#000", light="#fff")
    return SquareCode(svg=drawn.getvalue().decode())
