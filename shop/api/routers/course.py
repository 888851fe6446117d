"""The course: exercises and questions, assessments, a lead's own exercises, sign-offs."""

from typing import Any, cast

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404

from bore.practice.course.exercise import FIELDS
from shop.api.heavy import heavy
from shop.api.requests import read_json, resolved
from shop.api.router import ShopRouter
from shop.api.routers.checks import REFUSALS, as_json, takes
from shop.api.routers.standing import FINDS, standing_routes
from shop.api.schemas import Course, Errors, Finished, Published, QuestionsAnswered, SignedOff, SignOffLine, Teaching
from shop.api.schemas.course import AssessmentTold
from shop.people.models import User
from shop.people.roles import lead
from shop.practice import assessments, course, own, sign_offs
from shop.practice.models import OwnExercise, SignOff
from shop.practice.personal import forget
from shop.practice.runs import close_left, finish
from shop.practice.teaching import teaching

router = ShopRouter(tags=["course"])
TEXT: dict[str, Any] = {"type": "string"}
SAID: dict[str, Any] = {"type": "object", "description": "what was said to each question, by its id: a choice, a limit, or a force, N"}


def _object(required: list[str], **properties: Any) -> dict[str, Any]:
    return {"type": "object", "required": required, "additionalProperties": False, "properties": properties}


def _user(request: HttpRequest) -> User:
    return cast(User, request.user)


@router.get("/practise/course", response={200: Course, 401: Errors})
def read_course(request: HttpRequest) -> HttpResponse:
    """The exercises in the order people learn, with where one stands in each; never what is right or hidden."""
    user = _user(request)
    close_left(user)
    return as_json(course.course_of(user) | {"assessment": assessments.standing_of(user)})


@router.post(
    "/practise/course/{exercise}/answers", response={200: QuestionsAnswered, **REFUSALS}, openapi_extra=takes(_object(["said"], said=SAID))
)
def answer_questions(request: HttpRequest, exercise: str) -> HttpResponse:
    """Questions without a cut, answered and judged."""
    return as_json(course.answer_questions(_user(request), exercise, read_json(request).get("said")))


@router.post("/practise/finish", response={200: Finished, **REFUSALS}, openapi_extra=takes(_object(["run"], run=TEXT, said=SAID)))
def finish_run(request: HttpRequest) -> HttpResponse:
    """An exercise's run judged, with what is asked after the cut; and told beside a senior hand's. Asked again it says the same."""
    return as_json(finish(_user(request), read_json(request)))


@router.post("/practise/assessments", response={200: AssessmentTold, **REFUSALS}, openapi_extra=takes(_object([])))
def begin_assessment(request: HttpRequest) -> HttpResponse:
    """Six holes drawn for an assessment; after the whole course, twice a day at most."""
    read_json(request)
    return as_json(assessments.begin_one(_user(request)))


@router.delete("/practise/mine", response={200: dict[str, int], 401: Errors, 403: Errors})
def forget_mine(request: HttpRequest) -> HttpResponse:
    """One's own tries, runs and assessments removed; sign-offs are the shop's and stay."""
    return as_json(forget(_user(request)))


@router.get("/practise/sign-offs", response={200: SignedOff, 401: Errors})
def my_sign_offs(request: HttpRequest) -> HttpResponse:
    """For which machines one is signed off now, and whether the shop signs anybody off."""
    return as_json(sign_offs.machines_of(_user(request)))


# --- for whoever teaches -------------------------------------------------------------


@router.get("/course", auth=lead, response={200: Teaching, 401: Errors, 403: Errors})
def read_teaching(request: HttpRequest) -> HttpResponse:
    """People with their marks, exercises, machines, sign-offs."""
    return as_json(teaching())


EXERCISE = _object(["title", "ask"], **{name: {} for name in FIELDS if name != "id"})


@router.post("/exercises", auth=lead, response={200: Published, **REFUSALS}, openapi_extra=takes(EXERCISE))
@heavy()
def publish_exercise(request: HttpRequest) -> HttpResponse:
    """An exercise of the shop's own, given out once a rule's hand has got through it."""
    data = read_json(request)
    found = own.publish(_user(request), data | {"case": resolved(data["case"])} if isinstance(data.get("case"), dict) else data)
    return as_json({"id": found.slug, "tried": found.tried})


standing_routes(router, "exercises", OwnExercise, "lead's exercise", back=own.bring_back, auth=lead)


SIGN_OFF = _object(["person", "machine", "watched"], person=TEXT, machine=TEXT, watched=TEXT, limits=TEXT, expires=TEXT)


@router.post("/sign-offs", auth=lead, response={200: SignOffLine, **REFUSALS}, openapi_extra=takes(SIGN_OFF))
def give_sign_off(request: HttpRequest) -> HttpResponse:
    """Somebody else signed off for a machine: what was watched, the words of its limits, until when."""
    return as_json(sign_offs.as_told(sign_offs.sign_off(_user(request), read_json(request))))


@router.post("/sign-offs/{slug}/withdraw", auth=lead, response={200: SignOffLine, **FINDS}, openapi_extra=takes(_object(["why"], why=TEXT)))
def withdraw_sign_off(request: HttpRequest, slug: str) -> HttpResponse:
    """A sign-off taken back, with why."""
    one = get_object_or_404(SignOff, slug=slug)
    return as_json(sign_offs.as_told(sign_offs.withdraw(_user(request), one, read_json(request).get("why"))))
