"""The API: its routers, its errors, its description."""

from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema
from ninja.security import django_auth

from bore import VERSION
from bore.contract.schema import case_schema
from shop.api.errors import add_handlers
from shop.api.routers import checks, jobs, session, yard


class ShopApi(NinjaAPI):
    """Adds the case, as the core's table of fields has it, to the description."""

    def get_openapi_schema(self, **options: Any) -> OpenAPISchema:
        """The OpenAPI description with the case among its components."""
        schema = super().get_openapi_schema(**options)
        case = case_schema()
        named = {"type": "object", "properties": {"id": {"type": "string"}}, "required": ["id"], "additionalProperties": False}
        schema["components"]["schemas"]["Case"] = case
        for part in ("machine", "cutter", "material"):
            case["properties"][part] = {"anyOf": [case["properties"][part], named]}
        return schema


api = ShopApi(title="Fierce Bore", version=VERSION, description="Will this machine drill this hole?", auth=django_auth, docs_url=None)
add_handlers(api)
for router in (session.router, checks.router, yard.router, jobs.router):
    api.add_router("", router)
