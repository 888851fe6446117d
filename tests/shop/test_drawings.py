"""Drawings in and out: DXF of several versions and both units with whatever people's programs put in them; broken files; what is marked out."""

import io
import json
import math
import random
import xml.etree.ElementTree as ET
from collections.abc import Iterator
from typing import Any

import ezdxf
import pdfplumber
import pytest
from django.test import Client

from bore.base.errors import BadInput
from shop.exchange.drawings.apart import MOST_BYTES, holes_apart
from shop.exchange.drawings.holes import find_holes
from tests.shop.requests import send

MM = {"inch": 25.4, "mm": 1.0}
NUMBER = {"inch": 1, "mm": 4}
PART: dict[str, Any] = {
    "name": "Ramp plate <A&B>",
    "material": {"id": "steel-structural-355"},
    "machine": {"id": "c2"},
    "setups": [{"id": "1", "outline_mm": [[0, 0], [160, 0], [160, 100], [0, 100]], "thickness_mm": 20}],
    "features": [
        {"letter": "A", "hole": "11", "depth_mm": 20, "places": {"text": "grid 2 x 2, 120 x 60 at 20, 20"}},
        {"letter": "B", "hole": "M10", "depth_mm": 20, "places": {"list_mm": [[60, 50], [100, 50]]}},
    ],
}


def saved(document: Any) -> bytes:
    stream = io.StringIO()
    document.write(stream)
    return bytes(document.encode(stream.getvalue()))


def drawing(version: str, unit: str) -> bytes:
    """A plate 160 by 100 that stands at 10, 10, with one of each thing that people draw; 1 unit is 1 mm or 1 in."""
    document = ezdxf.new(version)
    document.header["$INSUNITS"] = NUMBER[unit]
    space, k = document.modelspace(), 1 / MM[unit]
    corners = [(10 * k, 10 * k), (170 * k, 10 * k), (170 * k, 110 * k), (10 * k, 110 * k)]
    if version == "R12":
        space.add_polyline2d(corners, close=True)
    else:
        space.add_lwpolyline(corners, close=True)
    for x, y in ((30, 30), (30, 90), (150, 30), (150, 90)):
        space.add_circle((x * k, y * k), 5.5 * k, dxfattribs={"layer": "DRILL"})
    space.add_circle((30 * k, 30 * k), 5.5 * k, dxfattribs={"layer": "DRILL"})  # drawn twice
    space.add_circle((90 * k, 60 * k), 4.25 * k)
    space.add_arc((90 * k, 60 * k), 5 * k, 0, 270)  # a thread, three quarters round
    for begin in (0, 180):
        space.add_arc((60 * k, 60 * k), 4 * k, begin, begin + 180)
    for radius in (5.5, 9):
        space.add_circle((120 * k, 60 * k), radius * k)
    block = document.blocks.new("PIN")
    block.add_circle((0, 0), 3 * k)
    space.add_blockref("PIN", (50 * k, 20 * k))
    space.add_blockref("PIN", (130 * k, 20 * k), dxfattribs={"xscale": -1})
    space.add_blockref("PIN", (100 * k, 20 * k), dxfattribs={"xscale": 2, "yscale": 1})  # an ellipse
    space.add_circle((-70 * k, 100 * k), 2 * k).dxf.extrusion = (0, 0, -1)  # mirrored
    space.add_circle((70 * k, 100 * k), 2 * k).dxf.extrusion = (0, 0.6, 0.8)  # tilted
    space.add_point((20 * k, 100 * k))
    space.add_text("drill all through", height=3 * k).set_placement((10 * k, 120 * k))
    return saved(document)


@pytest.mark.parametrize("unit", ["mm", "inch"])
@pytest.mark.parametrize("version", ["R12", "R2000", "R2010", "R2018"])
def test_a_drawing_is_read_whatever_wrote_it(version: str, unit: str) -> None:
    # The oldest form has no unit of its own: it is asked for.
    found = find_holes(drawing(version, unit), unit if version == "R12" else "")
    assert (found.units, found.wide_mm, found.high_mm) == (unit, pytest.approx(160), pytest.approx(100))
    by_size = {(one.diameter_mm, tuple(one.also_mm), one.thread_mm): one for one in found.groups}
    assert by_size[(11.0, (), None)].places_mm == [pytest.approx(place) for place in ([20, 20], [20, 80], [140, 20], [140, 80])]
    assert by_size[(8.5, (), 10.0)].could_be[0] == "M10"
    assert by_size[(8.0, (), None)].places_mm == [pytest.approx([50, 50])]
    assert by_size[(11.0, (18.0,), None)].places_mm == [pytest.approx([110, 50])]
    assert by_size[(6.0, (), None)].places_mm == [pytest.approx([40, 10]), pytest.approx([120, 10])]
    assert by_size[(4.0, (), None)].places_mm == [pytest.approx([60, 90])]
    assert by_size[(None, (), None)].places_mm == [pytest.approx([10, 90])]
    assert len(by_size) == 7
    told = " ".join(found.left_out)
    assert all(word in told for word in ("ellipse", "tilted to the plane of the drawing (handle ", "drawn twice", "mm in the drawing"))


def test_units_layers_and_the_zero_are_chosen() -> None:
    body = drawing("R2010", "mm")
    assert find_holes(drawing("R12", "mm")).units == ""
    only = find_holes(body, layers=["DRILL"])
    assert [one.diameter_mm for one in only.groups] == [11.0]
    assert {one.name: one.holes for one in only.layers}["DRILL"] == 5
    assert find_holes(body, zero="right rear", layers=["DRILL"]).groups[0].places_mm[0] == pytest.approx([-140, -80])
    assert find_holes(body, zero="drawing", layers=["DRILL"]).groups[0].places_mm[0] == pytest.approx([30, 30])
    assert find_holes(body, zero="A1", layers=["DRILL"]).groups[0].places_mm[0] == pytest.approx([0, 0])
    with pytest.raises(BadInput, match="zero"):
        find_holes(body, zero="Z99")


def test_an_outline_of_single_lines_and_arcs() -> None:
    """A slotted plate: two lines, two half circles; its arcs are no holes, its area that of a rectangle and a circle."""
    document = ezdxf.new("R2000", units=4)
    space = document.modelspace()
    space.add_line((0, 0), (100, 0))
    space.add_line((0, 40), (100, 40))
    space.add_arc((100, 20), 20, 270, 90)
    space.add_arc((0, 20), 20, 90, 270)
    space.add_circle((50, 20), 5)
    found = find_holes(saved(document))
    assert [one.diameter_mm for one in found.groups] == [10.0]
    assert found.wide_mm == pytest.approx(140, abs=0.05)
    turned = found.outline_mm[1:] + found.outline_mm[:1]
    area = abs(sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(found.outline_mm, turned, strict=True))) / 2
    assert area == pytest.approx(100 * 40 + math.pi * 20**2, rel=1e-3)


def broken() -> Iterator[bytes]:
    """Thirty files that are none, or no drawing to drill from."""
    whole = drawing("R2010", "mm")
    yield from (
        b"",
        b"hello",
        b"\x00" * 500,
        b"PK\x03\x04" + b"\x00" * 300,
        b"%PDF-1.4\n",
        b"{}",
        b"0\nSECTION\n",
        b"0\nEOF\n",
        "Ø".encode() * 900,
    )
    yield from (bytes(random.Random(seed).randbytes(4000)) for seed in range(6))
    yield from (whole[:size] for size in (10, 100, 700, 1500, 3000, 5000))
    yield from (whole.replace(b"SECTION", word) for word in (b"SECTIOM", b"", b"\x00\xff"))
    yield from (saved(ezdxf.new(version)) for version in ("R12", "R2000", "R2018"))
    bare = ezdxf.new("R2010")
    bare.modelspace().add_line((0, 0), (10, 0))
    yield saved(bare)
    many = ezdxf.new("R2010")
    for k in range(2100):
        many.modelspace().add_circle((k, 0), 0.2)
    yield saved(many)
    kinds = ezdxf.new("R2010")
    for k in range(40):
        kinds.modelspace().add_circle((10 * k, 0), 1 + 0.1 * k)
    yield saved(kinds)


def test_broken_files_are_refused_in_words() -> None:
    files = list(broken())
    assert len(files) >= 30
    for body in files:
        with pytest.raises(BadInput) as refused:
            find_holes(body)
        assert [one.field for one in refused.value.problems] == ["file"], body[:40]
        assert len(refused.value.problems[0].message) >= 8


def test_damaged_drawings_give_holes_or_words() -> None:
    whole = drawing("R2000", "mm")
    for seed in range(25):
        some, body = random.Random(seed), bytearray(whole)
        for _ in range(some.choice((1, 5, 40))):
            body[some.randrange(len(body))] = some.randrange(256)
        try:
            found = find_holes(bytes(body))
        except BadInput:
            continue
        figures = [value for one in found.groups for place in one.places_mm for value in place]
        assert all(math.isfinite(value) for value in figures)


def test_read_apart_the_server_goes_on(here: Client) -> None:
    answer = here.post("/api/part/drawing?zero=left%20front", drawing("R2010", "inch"), content_type="application/octet-stream")
    assert answer.status_code == 200
    assert answer.json()["units"] == "inch"
    bad = here.post("/api/part/drawing", b"not a drawing", content_type="application/octet-stream")
    assert (bad.status_code, bad.json()["errors"][0]["field"]) == (422, "file")
    with pytest.raises(BadInput, match="larger"):
        holes_apart(b"0" * (MOST_BYTES + 1), "", None, "left front")


# --- out ----------------------------------------------------------------------


def wanted() -> set[tuple[float, float, float]]:
    """Where PART's holes stand, and how wide they are: 11 mm for A, the M10's nominal circle for B."""
    return {(x, y, 11.0) for x in (20, 140) for y in (20, 80)} | {(60, 50, 10.0), (100, 50, 10.0)}


def marked(here: Client, form: str) -> bytes:
    answer = send(here, "POST", f"/api/part/marking-out/{form}", {"part": PART})
    assert answer.status_code == 200, answer.content
    assert f'filename="marking-out.{form}"' in answer["Content-Disposition"]
    return bytes(answer.content)


def pairs(text: str) -> Iterator[dict[str, list[str]]]:
    """Entities of a DXF by its group codes, read as the format says: a code on one line, its value on the next (DXF reference)."""
    lines = text.splitlines()
    entity: dict[str, list[str]] = {}
    for code, value in zip(lines[::2], lines[1::2], strict=False):
        if code.strip() == "0":
            yield entity
            entity = {}
        entity.setdefault(code.strip(), []).append(value.strip())
    yield entity


def test_the_marking_out_drawing_says_the_same_in_all_three_forms(here: Client) -> None:
    dxf = marked(here, "dxf").decode()
    circles = [one for one in pairs(dxf) if one.get("0") == ["CIRCLE"]]
    assert {(round(float(c["10"][0]), 3), round(float(c["20"][0]), 3), round(2 * float(c["40"][0]), 3)) for c in circles} == wanted()
    assert {c["8"][0] for c in circles} == {"HOLES"}
    again = find_holes(dxf.encode())
    assert {(*place, one.diameter_mm) for one in again.groups for place in one.places_mm} == wanted()

    svg = ET.fromstring(marked(here, "svg"))
    space = {"s": "http://www.w3.org/2000/svg"}
    assert svg.get("width") == f"{svg.get('viewBox', '').split()[2]}mm"
    drawn = [[float(c.get(name, "")) for name in ("cx", "cy", "r")] for c in svg.findall(".//s:circle", space)]
    x0, y1 = min(c[0] for c in drawn) - 20, max(c[1] for c in drawn) + 20
    assert {(round(x - x0, 2), round(y1 - y, 2), round(2 * r, 2)) for x, y, r in drawn} == wanted()

    with pdfplumber.open(io.BytesIO(marked(here, "pdf"))) as paper:
        [page] = paper.pages
        words = page.extract_text()
        assert float(page.width) == pytest.approx(float(svg.get("viewBox", "").split()[2]) * 72 / 25.4, rel=1e-3)
        assert all(f"{letter}{k}" in words for letter, count in (("A", 4), ("B", 2)) for k in range(1, count + 1))
        assert "140, 80" in words
        assert all(char["x0"] >= 0 and char["x1"] <= float(page.width) for char in page.chars)


def test_a_table_of_holes_goes_out_and_comes_in(here: Client) -> None:
    for form in ("csv", "xlsx"):
        written = send(here, "POST", f"/api/part/table/{form}", PART)
        assert written.status_code == 200
        found = here.post(f"/api/part/table?form={form}", written.content, content_type="application/octet-stream").json()
        assert found["faults"] == []
        assert [(one["letter"], one["hole"], len(one["places"]["list_mm"])) for one in found["features"]] == [
            ("A", "11", 4),
            ("B", "M10", 2),
        ]
    tabbed = "letter\thole\tx_mm\ty_mm\nA\tM8\t10,5\t20\n".encode("utf-8-sig")
    found = here.post("/api/part/table?form=csv", tabbed, content_type="application/octet-stream").json()
    assert found["features"][0]["places"]["list_mm"] == [[10.5, 20.0]]
    other = here.post("/api/part/table?form=csv", b"x,y\n1,2\n", content_type="application/octet-stream")
    assert other.status_code == 422
    assert "letter" in other.json()["errors"][0]["message"]


def test_what_cannot_be_marked_out_is_said(here: Client) -> None:
    for body, field in (({}, "part"), ({"part": PART, "setup": "9"}, "setup"), ({"part": PART | {"features": []}}, "features")):
        answer = send(here, "POST", "/api/part/marking-out/dxf", body)
        assert (answer.status_code, answer.json()["errors"][0]["field"]) == (422, field), json.dumps(body)[:80]
