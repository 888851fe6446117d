"""Running a shop for years: who is locked out and how that ends, who changed what, health, faults in one shape, upgrades, second places, what is
forgotten, and a person taken out."""

import json
import logging
import resource
import shutil
import sqlite3
import urllib.error
import urllib.request
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
import requests
from axes.models import AccessAttempt
from axes.utils import reset
from django.contrib.sessions.models import Session
from django.core.management import call_command
from django.core.management.base import CommandError
from django.db import connection
from django.test import Client, RequestFactory
from django.utils import timezone

from bore.base.errors import BadInput
from shop.api.routers import checks as routes
from shop.jobs.models import SavedCheck
from shop.log import JsonFormatter
from shop.people.actions import LONGEST_PASSWORD, add_person, change_person
from shop.people.lockout import TRIES, TRIES_OF_A_PLACE, place_of
from shop.people.models import User
from shop.upkeep import condition, tidy
from shop.upkeep.personal import data_of, remove_person
from shop.yard.models import Cutter
from tests.asking import plain_case
from tests.server import DATABASE, Server
from tests.shop.requests import ELSEWHERE, PASSWORD, browser, post, send, sign_in

pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def _nobody_is_locked_out() -> Any:
    yield
    reset()


# --- wrong passwords ------------------------------------------------------------


@pytest.mark.parametrize(
    ("behind", "forwarded", "place"),
    [
        (False, "203.0.113.9", "198.51.100.4"),
        (True, "203.0.113.9", "203.0.113.9"),
        (True, "192.0.2.99, 203.0.113.9", "203.0.113.9"),
        (True, "not an address", "0.0.0.0"),
        (True, "", "198.51.100.4"),
    ],
)
def test_a_place_is_what_the_trusted_proxy_saw(settings: Any, behind: bool, forwarded: str, place: str) -> None:
    """What stands before the proxy's own entry is anybody's invention; without a proxy all of it is."""
    settings.BEHIND_PROXY = behind
    request = RequestFactory().get("/", REMOTE_ADDR="198.51.100.4", HTTP_X_FORWARDED_FOR=forwarded)
    assert place_of(request) == place


def test_a_new_password_and_a_command_unlock(crew: dict[str, Client]) -> None:
    def lock() -> Client:
        tries = browser()
        for _ in range(TRIES):
            sign_in(tries, "the-machinist", "not this one")
        assert sign_in(tries, "the-machinist").status_code == 429
        return tries

    tries = lock()
    assert send(crew["admin"], "PUT", "/api/people/the-machinist", {"password": "a new tide table"}).status_code == 200
    assert sign_in(tries, "the-machinist", "a new tide table").status_code == 200
    reset()
    change_person(User.objects.get(username="the-machinist"), {"password": PASSWORD})
    tries = lock()
    call_command("unlock", "the-machinist")
    assert sign_in(tries, "the-machinist").status_code == 200
    with pytest.raises(CommandError, match="no account"):
        call_command("unlock", "nobody")


def test_guessing_ones_own_old_password_is_counted_too(crew: dict[str, Client]) -> None:
    for _ in range(TRIES - 1):
        assert send(crew["lead"], "POST", "/api/me/password", {"old": "no", "new": "a new tide table"}).status_code == 422
    send(crew["lead"], "POST", "/api/me/password", {"old": "no", "new": "a new tide table"})
    assert send(crew["lead"], "POST", "/api/me/password", {"old": PASSWORD, "new": "a new tide table"}).status_code == 429


def test_a_place_that_tries_every_name_is_stopped_and_another_is_not(crew: dict[str, Client]) -> None:
    for k in range(TRIES_OF_A_PLACE // 4):
        AccessAttempt.objects.create(username=f"name {k}", ip_address=ELSEWHERE, failures_since_start=4)
    assert sign_in(browser(), "the-lead").status_code == 429
    other = Client(REMOTE_ADDR="192.0.2.200", enforce_csrf_checks=True)
    other.get("/")
    other.defaults["HTTP_X_CSRFTOKEN"] = other.cookies["csrftoken"].value
    assert sign_in(other, "the-lead").status_code == 200


@pytest.mark.parametrize("name", ["ferry\n", "fer\nry", "①②", "a", "x" * 41, "fährmann"])
def test_odd_names_and_endless_passwords_are_no_accounts(yard: dict[str, int], name: str) -> None:
    with pytest.raises(BadInput, match="plain letters"):
        add_person(name, "", "lead", PASSWORD)
    with pytest.raises(BadInput, match="too long"):
        add_person("ferryman", "", "lead", "ab1 " * LONGEST_PASSWORD)


# --- who did what -----------------------------------------------------------------


def test_two_who_change_one_check_do_not_write_over_each_other(crew: dict[str, Client]) -> None:
    """The second is told, with nothing kept of it; who changed it last is shown beside who made it."""
    body = {"name": "Hinge pin", "case": plain_case()}
    made = send(crew["machinist"], "POST", "/api/checks", body).json()
    place = f"/api/checks/{made['slug']}"
    changed = send(crew["lead"], "PUT", place, body | {"name": "Hinge", "revision": made["revision"]}).json()
    assert (changed["made_by"], changed["changed_by"], changed["revision"]) == ("the-machinist", "the-lead", 2)
    late = send(crew["machinist"], "PUT", place, body | {"name": "Pin", "revision": made["revision"]})
    assert late.status_code == 409
    assert late.json()["errors"][0]["field"] == "revision"
    assert SavedCheck.objects.get(slug=made["slug"]).name == "Hinge"
    assert send(crew["machinist"], "PUT", place, body | {"revision": "two"}).status_code == 422


def test_a_brought_in_check_is_marked_and_nobody_else_stands_for_it(crew: dict[str, Client]) -> None:
    """A file may say what it likes: it is the one who brings it in that stands for it, and what it comes to here is said beside."""
    case = plain_case(setting={"speed_rpm": 900, "feed_mm_rev": 0.6})
    answer = json.loads(routes.as_json(routes.plain_answer(routes.check(routes.read_case(case), recorded=False))).content)
    record = {"slug": "lifted", "name": "Lifted", "case": case, "answer": answer | {"verdict": "holds"}, "made_by": "the-admin"}
    assert send(crew["lead"], "POST", "/api/import/checks?form=json&write=true", [record]).json()["written"] is True
    kept = next(one for one in send(crew["learner"], "GET", "/api/checks").json() if one["slug"] == "lifted")
    assert (kept["made_by"], kept["verdict"]) == ("the-lead", "holds")
    assert kept["brought"] == {"made_by": "the-admin", "core_version": kept["brought"]["core_version"], "verdict_here": answer["verdict"]}
    assert answer["verdict"] != "holds"


# --- health, faults -----------------------------------------------------------------


def test_every_refusal_has_one_shape(here: Client, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture) -> None:
    """Unknown addresses, no token, a fault: JSON with a field and words; a fault with a number that is in the log."""
    for answer, status in (
        (here.get("/api/nowhere"), 404),
        (here.get("/api/"), 404),
        (Client(enforce_csrf_checks=True).post("/api/check", "{}", content_type="application/json"), 403),
    ):
        assert answer.status_code == status
        assert {"field", "message"} == set(answer.json()["errors"][0])
    monkeypatch.setattr(routes, "read_case", lambda case: 1 / 0)
    broken = post(here, "/api/check", plain_case())
    assert broken.status_code == 500
    number = broken.json()["number"]
    assert number == broken["X-Request-Number"]
    assert number in broken.json()["errors"][0]["message"]
    line = next(record for record in caplog.records if record.name == "shop.faults")
    written = json.loads(JsonFormatter().format(line))
    assert written["number"] == number
    assert "ZeroDivisionError" in written["trace"]


def test_health_says_what_stands_in_the_way(away: Client, monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    assert away.get("/api/health").json() | {"version": ""} == {"ok": True, "version": "", "set_up": True, "faults": []}
    full = shutil.disk_usage(tmp_path)._replace(free=1024)
    monkeypatch.setattr(condition.shutil, "disk_usage", lambda place: full)
    found = away.get("/api/health")
    assert (found.status_code, found.json()["ok"]) == (503, False)
    assert "disk is full" in found.json()["faults"][0]
    monkeypatch.setattr(condition.os, "access", lambda place, how: False)
    assert "read-only" in away.get("/api/health").json()["faults"][0]
    assert away.get("/api/live").status_code == 200


def test_a_damaged_database_is_said_in_words_and_a_restore_brings_it_back(tmp_path: Path, demo_database: Path) -> None:
    """The server goes on, says what is wrong at every door, and answers again once a backup is back, without being started anew."""
    server = Server(tmp_path)
    server.begin_with(demo_database)
    server.start()

    def asked(path: str) -> tuple[int, Any]:
        try:
            with urllib.request.urlopen(server.address + path) as answer:
                return answer.status, answer.read()
        except urllib.error.HTTPError as refused:
            return refused.code, refused.read()

    try:
        saved = tmp_path / "good.sqlite3"
        server.manage("backup", "--to", str(saved))
        live = server.data / DATABASE
        for part in ("-wal", "-shm"):
            live.with_name(live.name + part).unlink(missing_ok=True)
        live.write_bytes(b"no database at all" * 1000)
        server.stop()
        server.start()
        status, said = asked("/api/health")
        assert status == 503
        assert "restore" in json.loads(said)["faults"][0]
        status, said = asked("/api/machines")
        assert status in (500, 503)
        assert json.loads(said)["errors"][0]["field"] == "server"
        assert asked("/api/live")[0] == 200
        server.manage("restore", str(saved))
        server.stop()
        server.start()
        assert asked("/api/machines")[0] == 200
    finally:
        server.stop()


def test_a_disk_that_takes_nothing_more_loses_nothing_and_comes_back_by_itself(tmp_path: Path, demo_database: Path) -> None:
    """The server's processes may write no file any further: writes are refused in words, reading goes on, what was acknowledged is there;
    with room again it writes, without being started anew."""
    server = Server(tmp_path)
    server.begin_with(demo_database)
    # What Python itself would write, its compiled modules, would be cut short too, and be there for every later start.
    server.environment["PYTHONDONTWRITEBYTECODE"] = "1"
    server.start()
    assert server.process is not None

    def room(most: int) -> None:
        children = Path(f"/proc/{server.process.pid}/task/{server.process.pid}/children").read_text(encoding="utf-8").split()
        for pid in (server.process.pid, *map(int, children)):
            resource.prlimit(pid, resource.RLIMIT_FSIZE, (most, resource.RLIM_INFINITY))

    try:
        hand = requests.Session()
        hand.get(server.address)
        hand.headers["X-CSRFToken"] = hand.cookies["csrftoken"]

        def write(name: str) -> requests.Response:
            return hand.post(f"{server.address}/api/cutters", json={"name": name, "spec": {"family": "twist", "diameter_mm": 8}})

        assert write("before").status_code == 200
        room(4096)
        refused = [write(f"full {k}") for k in range(3)]
        assert {one.status_code for one in refused} <= {500, 503}
        assert all(one.json()["errors"][0]["message"] for one in refused)
        assert hand.get(f"{server.address}/api/cutters").status_code == 200
        room(resource.RLIM_INFINITY)
        assert write("after").status_code == 200
        names = {one["name"] for one in hand.get(f"{server.address}/api/cutters").json()}
        assert {"before", "after"} <= names
        assert not {f"full {k}" for k in range(3)} & names
    finally:
        server.stop()


def test_the_demo_keeps_no_session_for_callers_without_a_cookie(yard: dict[str, int]) -> None:
    before = Session.objects.count()
    for _ in range(3):
        assert Client().get("/api/me").status_code == 200
    assert Session.objects.count() == before
    for proxied in ("HTTP_X_FORWARDED_PROTO", "HTTP_VIA", "HTTP_X_REAL_IP", "HTTP_X_FORWARDED_HOST"):
        assert Client(**{proxied: "x"}).get("/api/me").status_code == 401, proxied


def test_every_request_and_every_sign_in_is_a_line_of_json(crew: dict[str, Client], caplog: pytest.LogCaptureFixture) -> None:
    with caplog.at_level(logging.INFO, "shop"):
        sign_in(browser(), "the-lead", "wrong password")
        send(crew["lead"], "GET", "/api/machines")
    lines = [json.loads(JsonFormatter().format(one)) for one in caplog.records if one.name.startswith("shop.")]
    assert any(line["said"] == "wrong password" and line["who"] == "the-lead" for line in lines)
    asked = next(line for line in lines if line.get("path") == "/api/machines")
    assert (asked["who"], asked["status"], asked["method"]) == ("the-lead", 200, "GET")
    assert not [line for line in lines if "wrong password" in json.dumps(line) and "slack water" in json.dumps(line)]


# --- years ---------------------------------------------------------------------------


def test_an_old_database_is_backed_up_upgraded_and_rolled_back(tmp_path: Path) -> None:
    """From the first tables there were: what was in it is there after the upgrade; the backup taken before it puts the old state back."""
    server = Server(tmp_path)
    server.data.mkdir(exist_ok=True)
    whole = [[app] for app in ("contenttypes", "auth", "sessions", "axes")]
    first = [[app, "0001"] for app in ("people", "yard", "jobs")]
    server.manage(
        "shell",
        "-c",
        f"from django.core.management import call_command\nfor app in {whole + first}: call_command('migrate', *app, verbosity=0)",
    )
    live = server.data / DATABASE
    with sqlite3.connect(live) as old:
        names = [row[1] for row in old.execute("PRAGMA table_info(yard_cutter)")]
        values = {"slug": "d-8", "name": "8 mm HSS jobber", "family": "twist", "diameter_mm": 8, "count": 2, "revision": 1, "spec": "{}"}
        values |= {name: "" for name in ("place", "note", "set_name") if name in names} | ({"costs": "{}"} if "costs" in names else {})
        values |= {name: "2026-01-01" for name in ("changed_at", "made_at") if name in names}
        known = {name: value for name, value in values.items() if name in names}
        old.execute(f"INSERT INTO yard_cutter ({', '.join(known)}) VALUES ({', '.join('?' * len(known))})", list(known.values()))
    said = server.manage("upgrade")
    before = next(server.data.glob("backups/shop-*.sqlite3"))
    assert str(before) in said
    assert "sound" in server.manage("verify").lower()
    with sqlite3.connect(live) as now:
        assert now.execute("SELECT name, standing FROM yard_cutter").fetchall() == [("8 mm HSS jobber", "here")]
    assert server.manage("upgrade") == ""
    with sqlite3.connect(before) as kept:
        assert "standing" not in [row[1] for row in kept.execute("PRAGMA table_info(yard_cutter)")]


def test_backups_are_kept_in_two_places_and_not_for_ever(tmp_path: Path, demo_database: Path) -> None:
    server = Server(tmp_path / "first")
    server.begin_with(demo_database)
    second = tmp_path / "second"
    for _ in range(3):
        server.manage("backup", "--keep", "2", "--also", str(second))
    assert len(list(server.data.glob("backups/*.sqlite3"))) == 2
    assert len(list(second.glob("*.sqlite3"))) == 3
    assert "accepted: 1 or more" in server.asked("backup", "--keep", "0").stderr


def test_what_is_not_kept_for_ever_goes(yard: dict[str, int], settings: Any) -> None:
    """Old wrong passwords always; old history where the shop says so, and only what is older."""
    old = AccessAttempt.objects.create(username="x", ip_address=ELSEWHERE, failures_since_start=1)
    AccessAttempt.objects.filter(pk=old.pk).update(attempt_time=timezone.now() - timedelta(days=tidy.ATTEMPT_DAYS + 1))
    cutter = Cutter.objects.first()
    assert cutter is not None
    cutter.history.update(history_date=timezone.now() - timedelta(days=400))
    assert tidy.tidy()["old wrong passwords"] == 1
    assert cutter.history.count() > 0
    settings.HISTORY_DAYS = 365
    assert tidy.tidy()["entries of old history"] == 1
    assert cutter.history.count() == 0


def test_a_person_can_take_their_data_and_go(crew: dict[str, Client]) -> None:
    """All of it in one file; then no table holds the name, and what they made is there, signed by a number."""
    change_person(User.objects.get(username="the-machinist"), {"name": "Silt Harbottle"})
    made = send(crew["machinist"], "POST", "/api/checks", {"name": "Hinge", "case": plain_case()}).json()
    sign_in(browser(), "the-machinist", "wrong")
    found = data_of("the-machinist")
    assert found["account"]["name"] == "Silt Harbottle"
    assert [one["slug"] for one in found["checks"]] == [made["slug"]]
    assert len(found["wrong_passwords"]) == 1
    instead = remove_person("the-machinist")
    assert SavedCheck.objects.get(slug=made["slug"]).made_by.username == instead
    assert send(crew["machinist"], "GET", "/api/me").status_code == 401
    with connection.cursor() as cursor:
        for table in connection.introspection.table_names():
            cursor.execute(f"SELECT * FROM {table}")
            assert not [row for row in cursor.fetchall() if "the-machinist" in repr(row) or "Harbottle" in repr(row)], table
    assert sign_in(browser(), "the-machinist").status_code == 422
    with pytest.raises(BadInput, match="stay admin"):
        remove_person("the-admin")
