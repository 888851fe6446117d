"""What earlier versions made opens as before: a shop's file, its kept checks and plans. The files were made by the versions they are named
after, from the demo yard."""

import json
from pathlib import Path
from typing import Any

import pytest
from django.test import Client

from tests.asking import CASES
from tests.shop.requests import emptied, post

pytestmark = pytest.mark.django_db
BEFORE = sorted((CASES / "before").glob("shop-*.json"))


@pytest.mark.parametrize("file", BEFORE, ids=lambda file: file.stem)
def test_a_shop_file_comes_in_whole_and_what_it_keeps_opens(here: Client, file: Path) -> None:
    emptied()
    kept: dict[str, Any] = json.loads(file.read_text(encoding="utf-8"))
    address = "/api/import/shop?form=json&write=true"
    found = here.post(address, file.read_bytes(), content_type="application/octet-stream").json()
    assert (found["wrong"], found["written"]) == (0, True), found["rows"][:3]
    for check in kept["checks"]:
        opened = here.get(f"/api/checks/{check['slug']}")
        assert opened.status_code == 200
        assert opened.json()["answer"]["verdict"] == check["answer"]["verdict"]
        assert here.get(f"/api/checks/{check['slug']}/again").status_code == 200
        assert post(here, "/api/check", check["case"]).status_code == 200
    for plan in kept["plans"]:
        opened = here.get(f"/api/plans/{plan['slug']}").json()
        assert opened["answer"]["plan"]["verdict"] == plan["answer"]["plan"]["verdict"]
    assert [one["name"] for one in here.get("/api/checks").json()]
    assert [one["name"] for one in here.get("/api/plans").json()]
    assert len(here.get("/api/machines").json()) == len(kept["machines"])
