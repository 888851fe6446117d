"""How records stand, and the two ways that each kind of them has: put away, and brought back."""

from collections.abc import Callable
from typing import Any

from django.db.models import Model
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404

from shop.api.router import ShopRouter
from shop.api.routers.checks import REFUSALS, as_json
from shop.api.schemas import Errors, PutAway
from shop.jobs.actions import into_bin, out_of_bin
from shop.people.roles import machinist

WRITES = {**REFUSALS, 409: Errors, 413: Errors, 503: Errors}
FINDS = {**WRITES, 404: Errors}
Moves = Callable[[Any], Any]


def standing_of(record: Any) -> HttpResponse:
    """How a record stands; kept checks have no revisions."""
    named = {name: getattr(record, name) for name in ("name", "standing", "gone_for_good_at")}
    return as_json({"id": record.slug, "revision": getattr(record, "revision", 1), **named})


def standing_routes(
    router: ShopRouter, path: str, model: type[Model], one: str, away: Moves = into_bin, back: Moves = out_of_bin, auth: Any = machinist
) -> None:
    """`DELETE /path/id` puts a record of this kind away, `POST /path/id/back` brings it back."""
    answers: Any = {200: PutAway, **FINDS}

    @router.delete(f"/{path}/{{slug}}", auth=auth, response=answers, operation_id=f"put_{path}_away", summary=f"Put a {one} away")
    def put_away(request: HttpRequest, slug: str) -> HttpResponse:
        """Into the bin, or retired where something that is kept was made with it."""
        return standing_of(away(get_object_or_404(model, slug=slug)))

    @router.post(f"/{path}/{{slug}}/back", auth=auth, response=answers, operation_id=f"bring_{path}_back", summary=f"Bring a {one} back")
    def bring_back(request: HttpRequest, slug: str) -> HttpResponse:
        """From the bin, or from retirement."""
        return standing_of(back(get_object_or_404(model, slug=slug)))
