"""Files in and out: what goes out comes in the same, what is wrong is said row by row, and nothing is written by halves."""

import io
import json
import re
import zipfile
from pathlib import Path
from typing import Any

import jsonschema
import pytest
from django.test import Client
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from openpyxl import Workbook, load_workbook

from bore.cutters.registry import BY_ID
from shop.exchange.shop_file import KINDS, records_of, shop_schema, whole_shop
from shop.exchange.spreadsheet import HEAD, ISO_13399, columns_of, fields_of, record_of, row_of, safe, unsafe
from shop.yard.actions import put_cutter
from shop.yard.models import Cutter
from tests.asking import plain_case
from tests.shop.requests import emptied

pytestmark = pytest.mark.django_db
DOCS = Path(__file__).parents[2] / "docs"
NASTY = ["=1+1", "+SUM(A1)", "-2+3", "@cmd", "'=already", "''=twice", "'tis", "\ttab", "plain", 'Ø 5 "quoted", with comma; and more', "= "]


def bring(client: Client, kind: str, form: str, body: bytes, write: bool = False) -> Any:
    path = f"/api/import/{kind}?form={form}&write={'true' if write else 'false'}"
    return client.post(path, body, content_type="application/octet-stream")


def taken(client: Client, address: str) -> bytes:
    response = client.get(address)
    assert response.status_code == 200
    assert "attachment" in response["Content-Disposition"]
    return response.content


def test_the_whole_shop_out_and_in_again_is_the_same_shop(here: Client) -> None:
    before = whole_shop()
    body = taken(here, "/api/export/shop")
    assert json.loads(body) == json.loads(json.dumps(before))
    emptied()
    found = bring(here, "shop", "json", body, write=True).json()
    assert (found["wrong"], found["written"]) == (0, True)
    assert found["new"] == sum(len(before[kind]) for kind in KINDS)
    assert whole_shop() == before
    again = bring(here, "shop", "json", body, write=True).json()
    assert (again["same"], again["changed"], again["new"]) == (found["new"], 0, 0)


def test_the_file_is_what_its_schema_says_and_the_schema_is_documented(here: Client) -> None:
    schema = json.loads(taken(here, "/api/export/schema"))
    jsonschema.validate(json.loads(taken(here, "/api/export/shop")), schema)
    with pytest.raises(jsonschema.ValidationError):
        jsonschema.validate(whole_shop() | {"format_version": 99}, shop_schema())
    words = (DOCS / "shop-file.md").read_text(encoding="utf-8")
    for name in ("format_version", *KINDS, "slug", "standing", *ISO_13399.values()):
        assert name in words


@pytest.mark.parametrize("form", ["csv", "xlsx"])
@pytest.mark.parametrize("kind", [kind for kind in KINDS if kind in HEAD])
def test_a_table_out_and_in_again_is_the_same(here: Client, kind: str, form: str) -> None:
    """Every record of the demo shop, through every kind of table, into an empty shop: each comes back field for field."""
    before = [
        {
            name: value
            for name, value in record.items()
            if name not in ("answer", "core_version", "refs", "made_by", "machine", "cutter", "plan", "part", "rev")
        }
        for record in records_of(kind)
    ]
    body = taken(here, f"/api/export/{kind}?form={form}")
    emptied()
    found = bring(here, kind, form, body, write=True).json()
    assert found["wrong"] == 0, [row for row in found["rows"] if row["what"] == "wrong"][:3]
    after = [{name: record[name] for name in sample} for record, sample in zip(records_of(kind), before, strict=True)]
    assert after == before


@pytest.mark.parametrize("form", ["csv", "xlsx"])
def test_cutters_go_out_and_come_in_under_iso_13399_symbols(here: Client, form: str) -> None:
    before = records_of("cutters")
    body = taken(here, f"/api/export/cutters?form={form}&iso=true")
    if form == "csv":
        assert {"DC", "LCF", "OAL", "SIG", "ZEFF"} <= set(body.decode("utf-8-sig").splitlines()[0].split(","))
    emptied()
    assert bring(here, "cutters", form, body, write=True).json()["wrong"] == 0
    assert records_of("cutters") == before


def test_no_text_becomes_a_formula_and_every_text_comes_back(here: Client) -> None:
    for number, name in enumerate(NASTY):
        put_cutter(f"nasty-{number}", name, {"family": "twist", "diameter_mm": 8.0}, note=name.strip(), place="x")
    nasty = Cutter.objects.filter(slug__startswith="nasty")
    kept = list(nasty.order_by("slug").values_list("name", "note"))
    for form in ("csv", "xlsx"):
        body = taken(here, f"/api/export/cutters?form={form}")
        if form == "xlsx":
            cells = [cell for row in load_workbook(io.BytesIO(body)).worksheets[0].iter_rows() for cell in row]
            assert all(cell.data_type != "f" for cell in cells)
            assert not any(isinstance(cell.value, str) and cell.value[:1] in "=+-@\t" for cell in cells if cell.value)
        nasty.delete()
        assert bring(here, "cutters", form, body, write=True).json()["new"] == len(NASTY)
        assert list(nasty.order_by("slug").values_list("name", "note")) == kept


@given(st.text(max_size=40))
def test_marking_a_text_safe_is_undone_exactly(text: str) -> None:
    marked = safe(text)
    assert unsafe(marked) == text
    assert not re.match(r"[=+\-@\t\r\n]", marked)


def values_of(entry: Any) -> st.SearchStrategy[Any]:
    low, high = entry.low or 0, entry.high if entry.high is not None else 1000
    number = st.floats(low, high, allow_nan=False)
    match entry.kind:
        case "number":
            return number
        case "count":
            return st.integers(int(low), int(high))
        case "flag":
            return st.booleans()
        case "choice":
            return st.sampled_from(entry.choices)
        case "numbers":
            return st.lists(number, min_size=1, max_size=4)
        case _:
            return st.none()


@settings(max_examples=40, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.data())
def test_any_cutters_row_reads_back_to_its_record(data: st.DataObject) -> None:
    """Whatever a cutter's fields hold within their ranges, its row reads back to the same record."""
    spec = {"family": data.draw(st.sampled_from(sorted(BY_ID))), "diameter_mm": data.draw(st.floats(0.1, 150))}
    for name, entry in fields_of("cutters").items():
        value = data.draw(st.none() | values_of(entry))
        if value is not None:
            spec[name] = value
    text = st.text(st.characters(exclude_categories=("C", "Z")), max_size=20)
    record = {
        "slug": "a-1",
        "name": data.draw(text) or "x",
        "count": data.draw(st.integers(0, 99)),
        "place": data.draw(text),
        "set_name": "",
        "note": "",
        "costs": {},
    }
    record["spec"] = spec
    row = dict(zip(columns_of("cutters"), row_of("cutters", record), strict=True))
    back = record_of("cutters", row)
    assert {name: back[name] for name in record} == record


class TestRowByRow:
    def test_each_wrong_row_is_named_and_nothing_is_written(self, here: Client) -> None:
        rows = [
            "name,family,DC,OAL,count",
            "9.5 mm stub,twist,9.5,84,1",
            "no size,twist,,,1",
            "8 mm,drill,8,117,1",
            "wide,twist,900,,1",
            "few,twist,5,,two",
        ]
        before = Cutter.objects.count()
        found = bring(here, "cutters", "csv", "\n".join(rows).encode(), write=True).json()
        assert [row["what"] for row in found["rows"]] == ["new", "wrong", "wrong", "wrong", "wrong"]
        assert [row["problems"][0]["field"] for row in found["rows"][1:]] == [
            "cutter.diameter_mm",
            "cutter.family",
            "cutter.diameter_mm",
            "count",
        ]
        assert (found["written"], Cutter.objects.count()) == (False, before)

    def test_what_a_file_would_do_is_said_before_it_does_it(self, here: Client) -> None:
        spec = Cutter.objects.get(slug="d-3").as_spec()
        file = [{"slug": "d-3", "name": "3 mm, reground", "spec": spec}, {"slug": "new-one", "name": "new", "spec": spec}]
        body = json.dumps(file).encode()
        preview = bring(here, "cutters", "json", body).json()
        assert ([row["what"] for row in preview["rows"]], preview["written"]) == (["changed", "new"], False)
        assert Cutter.objects.get(slug="d-3").name == "3 mm HSS jobber"
        assert not Cutter.history.filter(slug="new-one").exists()
        done = bring(here, "cutters", "json", body, write=True).json()
        assert ([row["what"] for row in done["rows"]], done["written"]) == (["changed", "new"], True)
        assert Cutter.objects.get(slug="d-3").name == "3 mm, reground"

    @pytest.mark.parametrize(
        ("record", "field"),
        [
            ("text", "record"),
            ({"slug": "a b", "name": "x", "spec": {"family": "twist", "diameter_mm": 3}}, "slug"),
            ({"slug": "a", "name": "x"}, "spec"),
            ({"slug": "a", "name": "x", "spec": {"family": "twist", "diameter_mm": 3}, "colour": "red"}, "colour"),
            ({"slug": "a", "name": 5, "spec": {"family": "twist", "diameter_mm": 3}}, "name"),
            ({"slug": "a", "name": "x", "count": "many", "spec": {"family": "twist", "diameter_mm": 3}}, "count"),
            ({"slug": "a", "name": "x", "standing": "lost", "spec": {"family": "twist", "diameter_mm": 3}}, "standing"),
            ({"slug": "a", "name": "x", "costs": [], "place": ["x"], "spec": {"family": "twist", "diameter_mm": 3}}, "place"),
        ],
    )
    def test_a_record_of_another_shape_is_refused_in_words(self, here: Client, record: Any, field: str) -> None:
        found = bring(here, "cutters", "json", json.dumps([record]).encode(), write=True).json()
        assert found["rows"][0]["problems"][0]["field"] == field
        assert not found["written"]

    def test_a_slug_twice_in_a_file_is_wrong(self, here: Client) -> None:
        one = {"slug": "twice", "name": "x", "spec": {"family": "twist", "diameter_mm": 3}}
        found = bring(here, "cutters", "json", json.dumps([one, one]).encode(), write=True).json()
        assert [row["what"] for row in found["rows"]] == ["new", "wrong"]

    def test_an_old_answer_comes_in_as_it_was_given_and_only_as_an_answer(self, here: Client) -> None:
        old = next(record for record in records_of("checks") if record["slug"] == "winch-bracket")
        old["answer"] = json.loads(json.dumps(old["answer"])) | {"verdict": "gives-way"}
        shop = {"format": "fierce-bore-shop", "format_version": 1, "checks": [old]}
        assert bring(here, "shop", "json", json.dumps(shop).encode(), write=True).json()["changed"] == 1
        assert here.get("/api/checks/winch-bracket").json()["answer"]["verdict"] == "gives-way"
        old["answer"] = {"verdict": "holds"}
        refused = bring(here, "shop", "json", json.dumps(shop).encode(), write=True).json()
        assert refused["rows"][0]["problems"][0]["field"] == "answer"

    def test_a_check_without_an_answer_is_answered_as_it_comes_in(self, here: Client) -> None:
        body = json.dumps([{"slug": "from-elsewhere", "name": "From elsewhere", "case": plain_case()}]).encode()
        assert bring(here, "checks", "json", body, write=True).json()["new"] == 1
        assert here.get("/api/checks/from-elsewhere").json()["answer"]["limits"]


def workbook(cell: Any, rows: int = 1) -> bytes:
    book = Workbook()
    book.active.append(["name", "family", "diameter_mm"])
    for _ in range(rows):
        book.active.append([cell, "twist", 8])
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def with_part(name: str, inside: str) -> bytes:
    """A workbook with one of its parts in the place of its own."""
    made = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(workbook("x"))) as plain, zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as packed:
        for part in plain.namelist():
            packed.writestr(part, f"<x>{inside}</x>" if part == name else plain.read(part))
    return made.getvalue()


def bomb() -> bytes:
    """A small file that unpacks to a very large one."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        packed.writestr("xl/worksheets/sheet1.xml", b"0" * (40 * 1024 * 1024))
    return out.getvalue()


@pytest.mark.parametrize(
    ("form", "body", "status", "words"),
    [
        ("csv", b"", 422, "empty"),
        ("csv", b"\xff\xfe\x00bad", 422, "UTF-8"),
        ("csv", b"name,name\nx,y", 422, "two columns of the same name"),
        ("csv", ("name,family,diameter_mm\n" + "x,twist,8\n" * 5001).encode(), 422, "at most 5000"),
        ("csv", b"a,b\n" + b"x" * (3 * 1024 * 1024), 413, "too big"),
        ("xlsx", b"PK nothing", 422, "not an XLSX"),
        ("xlsx", bomb(), 422, "30 MB"),
        ("xlsx", workbook("=1+1"), 422, "formula"),
        ("xlsx", with_part("xl/worksheets/sheet1.xml", "<row>" * 60), 422, "nested more than 40"),
        ("xlsx", with_part("xl/worksheets/sheet1.xml", "<row>" + "<c/>" * 1200 + "</row>"), 422, "1000 in a row"),
        ("xlsx", with_part("xl/styles.xml", "<font/>" * 400_001), 422, "400000 cells"),
        ("json", b"{", 422, "not JSON"),
        ("json", b"{}", 422, "list"),
        ("json", b"[" * 100000, 422, "not JSON"),
    ],
)
def test_a_file_that_will_not_do_is_refused_in_words(here: Client, form: str, body: bytes, status: int, words: str) -> None:
    refused = bring(here, "cutters", form, body, write=True)
    assert refused.status_code == status
    assert words in refused.json()["errors"][0]["message"]


@pytest.mark.parametrize(
    ("data", "field"),
    [
        ([], "format"),
        ({"format": "something"}, "format"),
        ({"format": "fierce-bore-shop", "format_version": 99}, "format_version"),
        ({"format": "fierce-bore-shop", "format_version": 1, "people": []}, "people"),
        ({"format": "fierce-bore-shop", "format_version": 1, "cutters": {}}, "cutters"),
    ],
)
def test_another_kind_of_file_is_refused_in_words(here: Client, data: Any, field: str) -> None:
    refused = bring(here, "shop", "json", json.dumps(data).encode())
    assert refused.json()["errors"][0]["field"] == field
