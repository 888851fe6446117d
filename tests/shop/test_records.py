"""Records: loaded twice without change, kept with their history, written durably."""

import os
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings
from django.db import connection

from bore.case.read import read_case
from bore.check.check import check
from bore.cutters.registry import BY_ID
from bore.limits.judgement import VERDICTS
from bore.machines.kinds import HAND_FEEDS
from shop.demo.actions import load_demo
from shop.jobs.models import SavedCheck
from shop.people.models import User
from shop.yard.actions import put_cutter, put_machine
from shop.yard.models import Cutter, Machine, Material, Stage
from tests.server import Server

pytestmark = pytest.mark.django_db
ROOT = Path(__file__).parents[2]


# Of fourteen machines each takes every seventh cutter.
EACH = 7


def counts() -> dict[str, int]:
    models: list[Any] = [Machine, Stage, Cutter, Material, SavedCheck, User]
    return {model.__name__: model.objects.count() for model in models} | {
        f"{model.__name__} history": model.history.count() for model in models
    }


def test_the_demo_can_be_loaded_twice(yard: dict[str, int]) -> None:
    before = counts()
    loaded = load_demo()
    assert {name: loaded[name] for name in yard} == yard
    assert counts() == before


def case_of(machine: dict[str, Any], cutter: dict[str, Any]) -> dict[str, Any]:
    """A plain job for any machine with any cutter: a hole the cutter makes, started where its kind follows one."""
    stage, family = (machine["spindle"]["stages"] or [{"speed_rpm": 745}])[0], cutter["family"]
    size = cutter["diameter_mm"]
    hole: dict[str, Any] = {"diameter_mm": size, "depth_mm": size}
    if family == "thread-mill":
        hole = {"diameter_mm": round(size / 0.6, 1), "depth_mm": size, "start_diameter_mm": round(size / 0.7, 1)}
    elif not BY_ID[family].kind.drills and family not in ("spot", "centre", "step"):
        hole["start_diameter_mm"] = 0.85 * size
    hand = machine["feed"]["kind"] in HAND_FEEDS and family != "tap"
    feed = {"hand_force_n": 100} if hand else {"feed_mm_rev": cutter["pitch_mm"] if family == "tap" else 0.1}
    setting = {"speed_rpm": stage.get("speed_rpm") or stage["min_rpm"], **feed}
    return {"hole": hole, "material": {"id": "steel-c45"}, "cutter": cutter, "machine": machine, "setting": setting}


def test_every_demo_record_is_one_the_core_takes(yard: dict[str, int]) -> None:
    """Each machine with some of every drawer, each cutter on two machines, read and answer; each job's answer is what the core says today."""
    cutters = [cutter.as_spec() for cutter in Cutter.objects.all()]
    for place, machine in enumerate(Machine.objects.all()):
        for cutter in cutters[place % EACH :: EACH]:
            assert check(read_case(case_of(machine.as_spec(), cutter))).tightest
    for kept in SavedCheck.objects.all():
        assert VERDICTS[int(check(read_case(kept.case)).result.verdict)] == kept.answer["verdict"]
    assert {kept.answer["verdict"] for kept in SavedCheck.objects.all()} >= {"holds", "tight", "gives-way"}


def test_the_demo_yard_has_some_of_everything(yard: dict[str, int]) -> None:
    """A machine of every kind, three cutters of every family, a job that goes for every usual pair of the two."""
    assert {machine.kind for machine in Machine.objects.all()} == set(BY_ID["twist"].machines)
    families = [cutter.family for cutter in Cutter.objects.all()]
    assert all(families.count(family) >= 3 for family in BY_ID)
    pairs = {
        (one.case["cutter"]["family"], one.case["machine"]["kind"])
        for one in SavedCheck.objects.all()
        if one.answer["verdict"] in ("holds", "tight")
    }
    usual = {
        (family.id, kind)
        for family in BY_ID.values()
        if family.kind.drills
        for kind, pair in family.machines.items()
        if pair.how == "usual"
    }
    assert usual <= pairs


def test_a_machine_comes_back_as_it_was_put(yard: dict[str, int]) -> None:
    spec = Machine.objects.get(slug="c2").as_spec()
    assert put_machine("c2", spec, Machine.objects.get(slug="c2").note).revision == 1
    spec["spindle"]["stages"] = spec["spindle"]["stages"][:3]
    changed = put_machine("c2", spec)
    assert changed.revision == 2
    assert changed.as_spec() == spec
    assert changed.stages.count() == 3


def test_every_change_is_in_the_history(yard: dict[str, int]) -> None:
    spec = Machine.objects.get(slug="b1").as_spec()
    spec["spindle"]["power_kw"] = 0.55
    put_machine("b1", spec)
    machine = Machine.objects.get(slug="b1")
    assert [entry.spec["spindle"]["power_kw"] for entry in machine.history.all()] == [0.55, 0.37]
    assert Stage.history.filter(history_type="-", machine_id=machine.pk).count() == 5
    put_cutter("d-3", "3 mm stub", {"family": "twist", "diameter_mm": 3.0}, 1)
    assert Cutter.objects.get(slug="d-3").history.count() == 2


def test_the_history_keeps_no_password(yard: dict[str, int]) -> None:
    user = User.objects.create_user("winch", password="a very long secret")
    assert user.history.count() == 1
    assert not hasattr(user.history.first(), "password")
    assert not User.objects.get(username="demo").has_usable_password()


def test_sqlite_is_set_for_durability(db: Any) -> None:
    """Write-ahead log, a full sync at each commit, foreign keys on, writers waiting their turn."""
    with connection.cursor() as cursor:
        found = {}
        for pragma in ("journal_mode", "synchronous", "foreign_keys"):
            cursor.execute(f"PRAGMA {pragma}")
            found[pragma] = cursor.fetchone()[0]
    assert found == {"journal_mode": "wal", "synchronous": 2, "foreign_keys": 1}
    assert settings.DATABASES["default"]["OPTIONS"]["transaction_mode"] == "IMMEDIATE"


def manage(*arguments: str, **environment: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        [sys.executable, "manage.py", *arguments], cwd=ROOT, env=os.environ | environment, capture_output=True, text=True, check=False
    )


def test_the_production_settings_pass_djangos_own_check(tmp_path: Path) -> None:
    found = manage(
        "check",
        "--deploy",
        "--fail-level",
        "WARNING",
        DJANGO_SETTINGS_MODULE="shop.settings.production",
        DJANGO_ALLOW_ASYNC_UNSAFE="",
        FIERCE_BORE_HOSTS="yard.example",
        FIERCE_BORE_DATA=str(tmp_path),
        FIERCE_BORE_SECRET=GOOD_SECRET,
    )
    assert found.returncode == 0, found.stderr


GOOD_SECRET = "s3cret-" + "abcdefghijklmnop" * 4


@pytest.mark.parametrize(
    ("environment", "said"),
    [
        ({"FIERCE_BORE_SECRET": "short"}, "at least 50 characters"),
        ({"FIERCE_BORE_SECRET": "a" * 50}, "12 of them different"),
        ({"FIERCE_BORE_DATA": ""}, "must name the folder"),
    ],
)
def test_a_real_shop_does_not_start_half_set_up(environment: dict[str, str], said: str, tmp_path: Path) -> None:
    good = {"FIERCE_BORE_SECRET": GOOD_SECRET, "FIERCE_BORE_DATA": str(tmp_path), "DJANGO_SETTINGS_MODULE": "shop.settings.production"}
    refused = manage("check", DJANGO_ALLOW_ASYNC_UNSAFE="", **(good | environment))
    assert refused.returncode != 0
    assert said in refused.stderr


def test_a_database_made_by_the_commands_takes_them_again(tmp_path: Path, demo_database: Path) -> None:
    """What `make demo` does a second time: the shared database was made by the same commands."""
    server = Server(tmp_path)
    server.begin_with(demo_database)
    server.manage("migrate", "-v", "0", "--skip-checks")
    assert "14 machines" in server.manage("load_demo")
    assert (tmp_path / "shop.sqlite3").stat().st_size > 0
    assert oct((tmp_path / "demo-secret").stat().st_mode)[-3:] == "600"


def test_a_records_history_is_its_own(yard: dict[str, int]) -> None:
    """What is written down is of the record that was changed, newest first; the class that reads it is made once, not with each record."""
    first, second = Machine.objects.order_by("slug")[:2]
    before, others = first.history.count(), second.history.count()
    first.note = "spindle bearings renewed"
    first.save()
    assert (first.history.count(), second.history.count()) == (before + 1, others)
    assert {row.slug for row in first.history.all()} == {first.slug}
    assert first.history.first().note == "spindle bearings renewed"
    assert type(first.history) is type(second.history)
    assert Machine.history.count() >= before + 1 + others
