"""The small client of the tree, on the real server: a table of a hundred jobs, a script of its own, and what will not do."""

import csv
import io
import itertools
from pathlib import Path

import pytest

from fierce_bore_client import Refused, Shop
from fierce_bore_client.jobs import ANSWERS, main, write
from tests.asking import ROOT
from tests.server import Server

EXAMPLE = ROOT / "clients" / "examples" / "hundred-jobs.csv"


def rows_of(text: str) -> list[dict[str, str]]:
    return list(csv.DictReader(io.StringIO(text)))


def test_rows_of_a_table_are_what_the_server_says_of_each(server: Server) -> None:
    """Every fifth row of the example, and three of somebody's own: a setting given, a figure that is none, a machine that is not there."""
    shop = Shop(server.address)
    lines = EXAMPLE.read_text(encoding="utf-8").splitlines()
    own = ["mine,B2,C45,10,20,480,,180", "odd,B2,C45,wide,20,,,", "lost,B99,C45,10,20,,,", "cheese,B2,cheese,10,20,,,"]
    out = io.StringIO()
    assert write(shop, io.StringIO("\n".join([lines[0], *lines[1::5], *own])), out) == 3
    rows = rows_of(out.getvalue())
    assert [row["name"] for row in rows] == [line.split(",")[0] for line in [*lines[1::5], *own]]
    assert {row["verdict"] for row in rows} >= {"holds", "tight", "cannot"}
    for row in itertools.islice(rows, 5):
        setting = {
            name: float(row[key])
            for name, key in (("speed_rpm", "set_rpm"), ("feed_mm_rev", "set_mm_rev"), ("hand_force_n", "pull_n"))
            if row[key]
        }
        size = {"diameter_mm": float(row["diameter_mm"]), "depth_mm": float(row["depth_mm"])}
        found = shop.check(shop.case(row["machine"], row["metal"], **size, setting=setting))
        assert (row["verdict"], row["says"]) == (found["verdict"], found["said"])
    mine, odd, lost, cheese = rows[-4:]
    assert (mine["set_rpm"], mine["pull_n"], mine["problem"]) == ("480.0", "180.0", "")
    assert "“wide” is no number" in odd["problem"]
    assert "there is no machine “B99”" in lost["problem"]
    assert "cheese" in cheese["problem"]


def test_the_other_questions(server: Server) -> None:
    shop = Shop(server.address)
    case = shop.case("c2", "mild steel", diameter_mm=10, depth_mm=20)
    assert shop.plan(case, "M10")["plan"]["verdict"] == "holds"
    assert "ways" in shop.ways_out(shop.case("b1", "304", diameter_mm=13, depth_mm=40))
    assert shop.look_up("M8")[0]["row"] == "M8"
    assert "verdict" in shop.schema("check")["properties"]
    with pytest.raises(Refused, match=r"hole\.diameter_mm") as refused:
        shop.check(case | {"hole": {"diameter_mm": -1, "depth_mm": 5}})
    assert refused.value.status == 422


def test_its_command(server: Server, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    table = tmp_path / "jobs.csv"
    # As a spreadsheet saves it: a mark at the start, columns of its own, a decimal comma.
    table.write_text('order,machine,metal,diameter_mm,depth_mm\n7,b2,brass,"6,5",12\n', encoding="utf-8-sig")
    assert main([str(table), "--shop", server.address]) == 0
    (row,) = rows_of(capsys.readouterr().out)
    assert row["order"] == "7"
    assert row["verdict"] in ("holds", "tight")
    assert set(ANSWERS) <= set(row)
    table.write_text("size\n5\n", encoding="utf-8")
    assert main([str(table), "--shop", server.address]) == 2
    assert "no column machine" in capsys.readouterr().err
    assert main([str(table), "--shop", server.address, "--user", "nobody", "--password-file", str(table)]) == 2
    assert main([str(tmp_path / "missing.csv"), "--shop", server.address]) == 2
