"""How far a long question is that somebody asked under a name of their own."""

from django.http import HttpRequest, HttpResponse

from shop.api.heavy import WATCH
from shop.api.router import ShopRouter
from shop.api.routers.checks import as_json
from shop.api.schemas import Errors
from shop.upkeep.watched import HowFar, how_far

router = ShopRouter(tags=["watched"])


@router.get(
    "/watched/{name}",
    response={200: HowFar, 401: Errors},
    description=f"How far one's question is that was asked with this UUID in its header {WATCH}: the share done, and what is being done.",
)
def watch(request: HttpRequest, name: str) -> HttpResponse:
    """How far a question is; nothing where it has not begun, or has ended."""
    return as_json(how_far(request.user.pk or 0, name))
