"""One bad value spoils nothing: what could not be kept, exported or answered again is refused at every door, in words; and a shop that holds
such a value from an older version is exported all the same."""

import contextlib
import json
import struct
from typing import Any

import pytest
from django.test import Client
from hypothesis import given, settings
from hypothesis import strategies as st

from bore.base.errors import BadInput
from bore.base.json_in import DEEPEST, LARGEST, read_json_strictly
from shop.exchange.files import read_table, written
from shop.jobs.models import SavedCheck, SavedPlan
from shop.records.json_out import json_bytes
from shop.yard.models import Cutter
from tests.asking import plain_case
from tests.shop.requests import asked, post

pytestmark = pytest.mark.django_db
DEEP = "[" * 300 + "]" * 300
# As it is written in the body, and what is said of it.
POISONS = {
    "a whole number of 26 digits": ("1" * 26, "2^53"),
    "a figure of 400 digits": ("9" * 400, "2^53"),
    "half a character": ('"\\ud800"', "half a character"),
    "a control character": ('"a\\u0000b"', "control character"),
    "three hundred levels": (DEEP, "levels deep"),
    "no figure": ("NaN", "no figure"),
    "an endless figure": ("-Infinity", "no figure"),
    "a figure beyond all": ("1e999", "too large"),
}
HOLE = "plain"


def doors(here: Client) -> dict[str, tuple[str, Any]]:
    """Where something may be put in: the address, and a body with the place of the poison marked."""
    return {
        "refs of a check": ("/api/checks", {"name": "Hinge", "case": plain_case(), "refs": {"machine": HOLE}}),
        "a name": ("/api/checks", {"name": HOLE, "case": plain_case()}),
        "a note": ("/api/checks", {"name": "Hinge", "note": HOLE, "case": plain_case()}),
        "a case": ("/api/check", plain_case() | {"setting": {"speed_rpm": HOLE, "feed_mm_rev": 0.1}}),
        "the screen of a plan": ("/api/plans", {"name": "Pins", "asked": asked("10") | {"screen": {"x": HOLE}}}),
        "ticks": ("/api/plans", {"name": "Pins", "asked": asked("10"), "ticks": [HOLE]}),
        "a cutter": ("/api/cutters", {"name": HOLE, "spec": {"family": "twist", "diameter_mm": 8}}),
        "signing in": ("/api/sign-in", {"username": HOLE, "password": HOLE}),
    }


@pytest.mark.parametrize("poison", POISONS)
def test_a_poison_is_refused_at_every_door_and_the_shop_can_be_exported(here: Client, poison: str) -> None:
    text, words = POISONS[poison]
    checks, plans, cutters = SavedCheck.objects.count(), SavedPlan.objects.count(), Cutter.objects.count()
    for door, (address, body) in doors(here).items():
        found = post(here, address, json.dumps(body).replace(f'"{HOLE}"', text))
        assert found.status_code == 422, door
        assert words in found.json()["errors"][0]["message"], door
    brought = here.post(
        "/api/import/shop?form=json&write=true", f'{{"checks": [{text}]}}'.encode(), content_type="application/octet-stream"
    )
    assert brought.status_code == 422
    assert (SavedCheck.objects.count(), SavedPlan.objects.count(), Cutter.objects.count()) == (checks, plans, cutters)
    assert here.get("/api/export/shop").status_code == 200


def test_what_an_older_version_kept_is_exported_all_the_same(here: Client) -> None:
    post(here, "/api/checks", {"name": "Hinge", "case": plain_case()})
    SavedCheck.objects.update(refs={"machine": 10**26}, note="half \ud800".encode("utf-8", "surrogatepass").decode("utf-8", "replace"))
    found = here.get("/api/export/shop")
    assert found.status_code == 200
    assert json.loads(found.content)["checks"][0]["refs"]["machine"] == 10**26


@pytest.mark.parametrize(
    ("kept", "goes_out"),
    [
        ({"n": 10**30}, {"n": 10**30}),
        ({"n": float("nan"), "m": [10**30]}, {"n": None, "m": [10**30]}),
        ("\ud800", "\ud800"),
        ({1: 2}, {"1": 2}),
    ],
)
def test_json_goes_out_whatever_was_kept(kept: Any, goes_out: Any) -> None:
    assert json.loads(json_bytes(kept)) == goes_out
    assert json.loads(json_bytes(kept, indented=True)) == goes_out


WORKBOOK = written(["name", "diameter_mm"], [[f"{size} mm drill", size] for size in range(1, 60)], "cutters", "xlsx")
PLAIN = st.recursive(
    st.none()
    | st.booleans()
    | st.integers(-LARGEST, LARGEST)
    | st.floats(allow_nan=False, allow_infinity=False)
    | st.text("abc µ", max_size=8),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text("abc", max_size=4), inner, max_size=4),
)


@given(PLAIN)
def test_what_is_written_is_read_again_as_it_was(data: Any) -> None:
    assert read_json_strictly(json_bytes(data)) == data


@pytest.mark.parametrize(("levels", "read"), [(DEEPEST - 1, True), (DEEPEST, True), (DEEPEST + 1, False)])
def test_fifty_levels_are_read_and_no_more(levels: int, read: bool) -> None:
    text = "[" * levels + "]" * levels
    if read:
        assert read_json_strictly(text) is not None
        return
    with pytest.raises(BadInput, match="levels deep"):
        read_json_strictly(text)


@pytest.mark.parametrize("beyond", [1, 200, 65536])
def test_a_workbook_whose_directory_points_elsewhere_is_refused_in_words(beyond: int) -> None:
    """Before the file's own beginning too, where no stream can be wound to."""
    body = bytearray(written(["name"], [["8 mm"]], "cutters", "xlsx"))
    at = body.rfind(b"PK\x05\x06") + 16
    body[at : at + 4] = struct.pack("<I", struct.unpack("<I", body[at : at + 4])[0] + beyond)
    with pytest.raises(BadInput, match="workbook"):
        read_table(bytes(body), "xlsx")


@given(st.randoms(use_true_random=False), st.sampled_from([1, 3, 20]))
@settings(max_examples=40)
def test_a_workbook_with_flipped_bytes_comes_in_or_is_refused_in_words(chance: Any, flips: int) -> None:
    spoilt = bytearray(WORKBOOK)
    for _ in range(flips):
        spoilt[chance.randrange(len(spoilt))] = chance.randrange(256)
    with contextlib.suppress(BadInput):
        assert all(isinstance(row, dict) for row in read_table(bytes(spoilt), "xlsx"))
