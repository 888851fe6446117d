"""The API: its routers, its errors, its description."""

from typing import Any

from django.http import HttpRequest
from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema
from ninja.parser import Parser

from bore import VERSION
from bore.base.json_in import read_json_strictly
from bore.case.schema import case_schema, object_schema
from shop.api.errors import add_handlers
from shop.api.router import refusal_schemas
from shop.api.routers import (
    at_machine,
    charts,
    checks,
    course,
    documents,
    drawing,
    exchange,
    history,
    jobs,
    logbook,
    match,
    part_files,
    parts,
    people,
    plans,
    practice,
    printing,
    reference,
    session,
    watched,
    yard,
)
from shop.people.roles import learner


class ShopApi(NinjaAPI):
    """Adds the case, as the core's table of fields has it, to the description."""

    def get_openapi_schema(self, **options: Any) -> OpenAPISchema:
        """The OpenAPI description with the case among its components."""
        schema = super().get_openapi_schema(**options)
        case = case_schema()
        named = {"type": "object", "properties": {"id": {"type": "string"}}, "required": ["id"], "additionalProperties": False}
        schema["components"]["schemas"]["Case"] = case
        schema["components"]["schemas"] |= refusal_schemas()
        for part in ("machine", "cutter", "material"):
            case["properties"][part] = {"anyOf": [case["properties"][part], named]}
        for part in ("machine", "cutter", "material"):
            schema["components"]["schemas"][f"{part.title()}Spec"] = object_schema(part)
        return schema


class StrictParser(Parser):
    """Reads every body as strictly as the case's own reader does."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body as plain data; raises BadInput in words."""
        return read_json_strictly(request.body)


api = ShopApi(
    title="Fierce Bore",
    version=VERSION,
    description="Will this machine drill this hole?",
    auth=learner,
    docs_url=None,
    openapi_url=None,
    parser=StrictParser(),
)
add_handlers(api)
# The drawing's addresses come before the yard's, which take any name after /machines/.
ROUTERS = (
    session,
    people,
    checks,
    plans,
    parts,
    part_files,
    drawing,
    yard,
    jobs,
    logbook,
    at_machine,
    history,
    exchange,
    charts,
    match,
    practice,
    course,
    reference,
    documents,
    printing,
    watched,
)
for router in (one.router for one in ROUTERS):
    api.add_router("", router)
