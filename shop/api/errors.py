"""The one place that turns an error into an answer: one shape, naming the field."""

import logging

from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, AuthorizationError, HttpError, ValidationError

from bore.base.errors import BadInput
from shop.logbook.hand_over import TakenAlready
from shop.practice.runs import OutOfStep
from shop.records.standing import ChangedMeanwhile
from shop.refusals import BUSY, NO_DATA, NOT_THERE, fault, number_of, refusal

log = logging.getLogger("shop.faults")


def add_handlers(api: NinjaAPI) -> None:
    """Register the handlers."""

    def refuse(request: HttpRequest, status: int, field: str, message: str) -> HttpResponse:
        return refusal(status, field, message)

    @api.exception_handler(BadInput)
    def bad_input(request: HttpRequest, error: BadInput) -> HttpResponse:
        return api.create_response(request, error.as_data(), status=422)

    @api.exception_handler(ValidationError)
    def not_valid(request: HttpRequest, error: ValidationError) -> HttpResponse:
        problems = [
            {"field": ".".join(str(part) for part in found["loc"][1:]) or str(found["loc"][0]), "message": found["msg"]}
            for found in error.errors
        ]
        return api.create_response(request, {"errors": problems}, status=422)

    @api.exception_handler(AuthenticationError)
    def not_signed_in(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
        return refuse(request, 401, "session", "sign in first")

    @api.exception_handler(AuthorizationError)
    def not_allowed(request: HttpRequest, error: AuthorizationError) -> HttpResponse:
        return refuse(request, 403, "session", "this is not yours to change")

    @api.exception_handler(Http404)
    def not_there(request: HttpRequest, error: Http404) -> HttpResponse:
        return refuse(request, 404, "address", NOT_THERE)

    @api.exception_handler(HttpError)
    def other(request: HttpRequest, error: HttpError) -> HttpResponse:
        if isinstance(error.__cause__, BadInput):
            return bad_input(request, error.__cause__)
        if error.status_code == 400:
            # The body could not be taken apart at all.
            return refuse(request, 422, "body", "is not JSON")
        return refuse(request, error.status_code, "request", str(error))

    @api.exception_handler(ChangedMeanwhile)
    def changed(request: HttpRequest, error: ChangedMeanwhile) -> HttpResponse:
        return refuse(request, 409, "revision", str(error))

    @api.exception_handler(TakenAlready)
    def taken(request: HttpRequest, error: TakenAlready) -> HttpResponse:
        return refuse(request, 409, "id", str(error))

    @api.exception_handler(OutOfStep)
    def out_of_step(request: HttpRequest, error: OutOfStep) -> HttpResponse:
        return refuse(request, 409, "k", str(error))

    @api.exception_handler(RequestDataTooBig)
    def too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
        return refuse(request, 413, "body", "is too big; accepted: at most 2 MB")

    @api.exception_handler(DatabaseError)
    def no_data(request: HttpRequest, error: DatabaseError) -> HttpResponse:
        if isinstance(error, OperationalError) and "locked" in str(error):
            return refusal(503, "server", BUSY, wait_s=1)
        log.error("the database fails", exc_info=error, extra={"number": number_of(request)})
        return refusal(503, "server", NO_DATA, number=number_of(request))

    @api.exception_handler(Exception)
    def anything_else(request: HttpRequest, error: Exception) -> HttpResponse:
        log.error("a fault", exc_info=error, extra={"number": number_of(request), "path": request.path[:200]})
        return fault(request)
