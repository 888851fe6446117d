"""Schema documents: what a case and each answer look like, for programs of others."""

from typing import Any

from django.http import HttpRequest, JsonResponse

from bore.answers.schemas import names, schema
from shop.api.router import ShopRouter
from shop.api.schemas import Errors

router = ShopRouter(tags=["documents"])


@router.get("/schemas", response={200: list[str], 401: Errors})
def schemas(request: HttpRequest) -> list[str]:
    """What has a schema: a case, and the answer of each command of `bore`, which the routes of the same names give too."""
    return names()


@router.get("/schemas/{name}", response={200: dict[str, Any], 401: Errors, 422: Errors})
def one_schema(request: HttpRequest, name: str) -> JsonResponse:
    """A JSON Schema (2020-12)."""
    return JsonResponse(schema(name))
