"""Files out and in."""

from typing import Any, Literal

from django.http import HttpRequest, HttpResponse

from bore.base.errors import BadInput
from shop.api.heavy import heavy
from shop.api.router import ShopRouter
from shop.api.routers.checks import as_json
from shop.api.routers.standing import WRITES
from shop.api.schemas import Brought as BroughtAnswer
from shop.api.schemas import Errors
from shop.exchange.bring_in import Brought, bring_in
from shop.exchange.files import TYPES, written
from shop.exchange.shop_file import records_of, shop_schema, whole_shop
from shop.exchange.spreadsheet import columns_of, row_of
from shop.people.roles import lead, machinist
from shop.records.json_out import json_bytes

router = ShopRouter(tags=["files"])
# A whole shop of some thousand records, s.
MOST_IMPORT_S = 300.0
Kind = Literal["machines", "cutters", "materials", "checks", "cuts"]
Table = Literal["csv", "xlsx"]
ANY_FILE = {"200": {"description": "OK", "content": {"*/*": {"schema": {"type": "string", "format": "binary"}}}}}
ANY_JSON = {"200": {"description": "OK", "content": {"application/json": {"schema": {"type": "object"}}}}}
BODY = {"requestBody": {"required": True, "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}}}}


def as_file(body: bytes, form: str, name: str) -> HttpResponse:
    """A file to be saved, under a name."""
    return HttpResponse(body, content_type=TYPES[form], headers={"Content-Disposition": f'attachment; filename="{name}.{form}"'})


@router.get("/export/shop", auth=machinist, response={401: Errors, 403: Errors}, openapi_extra={"responses": ANY_JSON})
@heavy()
def export_shop(request: HttpRequest) -> HttpResponse:
    """The whole shop as one JSON file."""
    return as_file(json_bytes(whole_shop(), indented=True), "json", "shop")


@router.get("/export/schema", response={401: Errors}, openapi_extra={"responses": ANY_JSON})
def export_schema(request: HttpRequest) -> HttpResponse:
    """JSON Schema of the whole shop's file."""
    return as_file(json_bytes(shop_schema(), indented=True), "json", "shop.schema")


@router.get("/export/{kind}", auth=machinist, response={401: Errors, 403: Errors, 422: Errors}, openapi_extra={"responses": ANY_FILE})
@heavy()
def export_table(request: HttpRequest, kind: Kind, form: Table = "csv", iso: bool = False) -> HttpResponse:
    """Records of a kind as a table; cutters under ISO 13399 symbols where asked."""
    rows = [row_of(kind, record, iso) for record in records_of(kind)]
    return as_file(written(columns_of(kind, iso), rows, kind, form), form, kind)


def _as_data(found: Brought) -> dict[str, Any]:
    rows = [
        {
            "row": row.row,
            "kind": row.kind,
            "slug": row.slug,
            "name": row.name,
            "what": row.what,
            "problems": [{"field": one.field, "message": one.message} for one in row.problems],
        }
        for row in found.rows
    ]
    counts = {what: found.count(what) for what in ("new", "changed", "same", "wrong")}
    return {"written": found.written, **counts, "rows": rows}


@router.post("/import/{kind}", auth=lead, response={200: BroughtAnswer, **WRITES}, openapi_extra=BODY)
@heavy(MOST_IMPORT_S)
def import_file(
    request: HttpRequest,
    kind: Literal["shop", "machines", "cutters", "materials", "checks", "cuts"],
    form: Literal["csv", "xlsx", "json"],
    write: bool = False,
) -> HttpResponse:
    """Try a file: what each row would do, and why not; with `write`, and nothing wrong, keep all of it, or nothing."""
    if not request.body:
        raise BadInput.at("file", "is empty")
    user: Any = request.user
    return as_json(_as_data(bring_in(user, kind, form, request.body, write)))
