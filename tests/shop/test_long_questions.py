"""Long questions: so many at once, each in its time, given up when nobody waits; the rest of the server stays free for everybody."""

import json
import sqlite3
import threading
import time
import uuid
from typing import Any

import pytest
import requests
from django.conf import settings as dj_settings
from django.contrib.auth.models import AnonymousUser
from django.db import connection
from django.http import HttpResponse
from django.test import Client, RequestFactory

from bore.base.budget import Budget, NobodyWaits, OverBudget, look, tell, within
from bore.base.errors import BadInput
from bore.case.read import read_case
from bore.ways import match
from bore.ways.ways_out import ways_out
from shop.api import heavy
from shop.exchange import bring_in
from shop.jobs.plans import plan_here
from shop.people.models import User
from shop.upkeep import watched
from shop.upkeep.watched import NOTHING, how_far
from tests.asking import plain_case
from tests.patience import patience_s
from tests.server import Server
from tests.shop.requests import asked, post


class Someone(AnonymousUser):
    pk = 90_137


def request() -> Any:
    made = RequestFactory().post("/api/match")
    made.user = Someone()
    return made


@pytest.fixture
def data(tmp_path: Any, settings: Any) -> None:
    settings.DATA = tmp_path


def test_a_third_long_question_of_a_person_is_told_to_wait(data: None, monkeypatch: pytest.MonkeyPatch) -> None:
    """Two are at work and held there; the third is refused with the time to ask again; when one has ended the next goes."""
    # Two processes of the server stand for one that does two things at once.
    monkeypatch.setattr(heavy, "_work", threading.BoundedSemaphore(2 * heavy.AT_WORK))
    started, go_on = threading.Semaphore(0), threading.Event()

    @heavy.heavy()
    def view(request: Any) -> HttpResponse:
        started.release()
        assert go_on.wait(patience_s())
        return HttpResponse("done")

    at_work = [threading.Thread(target=view, args=(request(),)) for _ in range(heavy.OF_A_PERSON)]
    for one in at_work:
        one.start()
        assert started.acquire(timeout=patience_s())
    refused = view(request())
    assert refused.status_code == 429
    assert int(refused["Retry-After"]) > 0
    go_on.set()
    for one in at_work:
        one.join()
    assert view(request()).status_code == 200


def test_one_that_takes_too_long_or_that_nobody_waits_for_ends(data: None, monkeypatch: pytest.MonkeyPatch) -> None:
    @heavy.heavy(most_s=0.0)
    def too_long(request: Any) -> HttpResponse:
        look()
        raise AssertionError

    @heavy.heavy()
    def for_nobody(request: Any) -> HttpResponse:
        look()
        raise AssertionError

    assert too_long(request()).status_code == 422
    monkeypatch.setattr(heavy, "_is_waited_for", lambda request: False)
    assert for_nobody(request()).status_code == heavy.NOBODY


def test_how_far_a_long_question_is_whoever_asked_may_ask(data: None, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(watched, "EVERY_S", 0.0)
    name, seen = str(uuid.uuid4()), []

    @heavy.heavy()
    def view(request: Any) -> HttpResponse:
        for done in (1, 3, 2):
            tell(done, 4, f"piece {done}")
            seen.append(how_far(Someone.pk, name))
        assert how_far(Someone.pk + 1, name) == NOTHING
        return HttpResponse("done")

    asked_for = request()
    asked_for.META["HTTP_X_WATCH"] = name
    assert view(asked_for).status_code == 200
    # A stretch that begins again does not take it back.
    assert [(one.share, one.doing) for one in seen] == [(0.25, "piece 1"), (0.75, "piece 3"), (0.75, "piece 2")]
    assert how_far(Someone.pk, name) == NOTHING
    # Whatever else is sent for a name is nobody's, and no file.
    for strange in ("", "../../shop", f"{name}/..", name.upper(), "0" * 4000):
        asked_for = request()
        asked_for.META["HTTP_X_WATCH"] = strange
        seen.clear()
        assert view(asked_for).status_code == 200
        assert set(seen) == {NOTHING}
        assert how_far(Someone.pk, strange) == NOTHING
    assert not any(dj_settings.DATA.glob("watched/*"))


@pytest.mark.parametrize("ask", ["match", "ways-out", "plan"])
def test_every_search_looks_at_its_budget(here: Client, db: None, ask: str) -> None:
    """With no time at all each gives up at once; with somebody gone likewise."""
    tight = plain_case(setting={"speed_rpm": 900, "feed_mm_rev": 0.3})
    yard = {"cutters": [{"family": "twist", "diameter_mm": tight["hole"]["diameter_mm"]}], "machines": [tight["machine"] | {"name": "x"}]}
    searches = {
        "match": lambda: match.match(read_case(tight | {"yard": yard})),
        "ways-out": lambda: ways_out(read_case(tight)),
        "plan": lambda: plan_here(asked("10")),
    }
    with pytest.raises(OverBudget), within(Budget(0.0)):
        searches[ask]()
    with pytest.raises(NobodyWaits), within(Budget(1e6, lambda: False)):
        searches[ask]()


def test_too_many_pairs_are_refused_before_the_first(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(match, "MOST_PAIRS", 0)
    case = plain_case()
    case["yard"] = {"cutters": [{"family": "twist", "diameter_mm": case["hole"]["diameter_mm"]}], "machines": [case["machine"]]}
    with pytest.raises(BadInput, match="too many pairs"):
        match.match(read_case(case))


def test_the_rest_is_free_while_long_questions_are_asked(tmp_path: Any, demo_database: Any) -> None:
    """Twelve matches of nine hundred cutters at once: some are told to wait, and a check and the health are answered all the while; those
    that hang up are given up, and the server has nothing left to do."""
    server = Server(tmp_path)
    server.begin_with(demo_database)
    server.start()
    try:
        client = Asker(server)
        case = plain_case()
        size = case["hole"]["diameter_mm"]
        cutters = [{"family": "twist", "diameter_mm": size, "free_length_mm": 100 + k / 10} for k in range(200)]
        machines = [case["machine"] | {"name": f"press {k}"} for k in range(40)]
        long_one = case | {"yard": {"cutters": cutters, "machines": machines}}
        said: list[int] = []
        askers = [threading.Thread(target=lambda: said.append(client.post("/api/match", long_one, hang_up_s=3))) for _ in range(12)]
        for one in askers:
            one.start()
        while any(one.is_alive() for one in askers):
            began = time.monotonic()
            assert client.post("/api/check", case) == 200
            assert client.get("/api/health") == 200
            assert time.monotonic() - began < patience_s() / 4
        assert 429 in said
    finally:
        server.stop()


class Asker:
    """A browser's worth of cookies for several threads."""

    def __init__(self, server: Server) -> None:
        self.session, self.server = requests.Session(), server
        self.session.get(server.address)
        self.headers = {"X-CSRFToken": self.session.cookies["csrftoken"], "Cookie": f"csrftoken={self.session.cookies['csrftoken']}"}

    def post(self, path: str, data: Any, hang_up_s: float | None = None) -> int:
        try:
            return requests.post(self.server.address + path, json=data, headers=self.headers, timeout=hang_up_s or patience_s()).status_code
        except requests.Timeout:
            return 0

    def get(self, path: str) -> int:
        return requests.get(self.server.address + path, timeout=patience_s()).status_code


@pytest.mark.django_db(transaction=True)
def test_a_trial_of_a_file_lets_others_write(here: Client, monkeypatch: pytest.MonkeyPatch) -> None:
    """Answers are worked out before the database is held: another connection writes meanwhile, and does not even have to wait."""
    place, real, wrote = connection.settings_dict["NAME"], bring_in.answered, []

    def while_answering(case: Any) -> Any:
        other = sqlite3.connect(place, timeout=0, isolation_level=None)
        other.execute("BEGIN IMMEDIATE")
        other.execute("ROLLBACK")
        other.close()
        wrote.append(True)
        return real(case)

    monkeypatch.setattr(bring_in, "answered", while_answering)
    user = User.objects.first()
    assert user is not None
    body = [{"slug": f"hinge-{k}", "name": "Hinge", "case": plain_case()} for k in range(3)]
    found = bring_in.bring_in(user, "checks", "json", json.dumps(body).encode(), write=False)
    assert [row.what for row in found.rows] == ["new"] * 3
    assert len(wrote) == 3
    assert post(here, "/api/import/checks?form=json", body).json()["written"] is False
