"""The router every route stands on."""

from http.client import responses as status_words
from typing import Any

from ninja import Router
from ninja.constants import NOT_SET

from shop.api.schemas import Errors

PLACE = "#/components/schemas/{model}"
REFUSED = {"content": {"application/json": {"schema": {"$ref": PLACE.format(model=Errors.__name__)}}}}


def refusal_schemas() -> dict[str, Any]:
    """The shape of a refusal, as the description's components."""
    found = Errors.model_json_schema(ref_template=PLACE)
    return {**found.pop("$defs"), Errors.__name__: found}


class ShopRouter(Router):
    """A router whose routes are refused in one shape: it is described once, not built as a model for each status of each route, which
    took a third of the time the server needs to start."""

    def add_api_operation(self, *args: Any, response: Any = NOT_SET, openapi_extra: dict[str, Any] | None = None, **more: Any) -> None:
        """A route; what it is refused with is written into its description."""
        given = response if isinstance(response, dict) else {200: response}
        # What answers in another form than JSON has only refusals to describe: one of them stays, for a route must have some.
        answers = {code: shape for code, shape in given.items() if shape is not Errors} or dict([next(iter(given.items()))])
        refusals = {code: {"description": status_words.get(code, "Unknown Status Code")} | REFUSED for code in given if code not in answers}
        extra = openapi_extra or {}
        extra = {**extra, "responses": refusals | extra.get("responses", {})}
        super().add_api_operation(*args, response=answers, openapi_extra=extra, **more)
