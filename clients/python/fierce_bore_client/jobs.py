"""A table of jobs, each row asked about: `fierce-bore-jobs jobs.csv > answers.csv`.

The columns `machine`, `metal`, `diameter_mm` and `depth_mm` are needed; `speed_rpm` with `feed_mm_rev` or `hand_force_n`, and `family`, may be
there. Every other column comes back as it was. What comes to it: `verdict`, `says`, `gives_way_first`, and the setting asked about. A row that
cannot be asked says why in `problem`, and the others go on.
"""

import argparse
import csv
import sys
from collections.abc import Iterable, Iterator
from pathlib import Path
from typing import Any, TextIO

from fierce_bore_client.shop import Case, Refused, Shop

NEEDED = ("machine", "metal", "diameter_mm", "depth_mm")
ANSWERS = ("verdict", "says", "gives_way_first", "set_rpm", "set_mm_rev", "pull_n", "problem")


def _number(row: dict[str, str], name: str) -> float | None:
    text = (row.get(name) or "").strip().replace(",", ".")
    if not text:
        return None
    try:
        return float(text)
    except ValueError:
        raise ValueError(f"{name}: “{text}” is no number") from None


def case_of(shop: Shop, row: dict[str, str]) -> Case:
    """A row as a case. Raises ValueError or LookupError naming the column, Refused where the server refuses."""
    missing = [name for name in NEEDED if not (row.get(name) or "").strip()]
    if missing:
        raise ValueError(f"{', '.join(missing)}: needed")
    figures = {name: _number(row, name) for name in ("diameter_mm", "depth_mm", "speed_rpm", "feed_mm_rev", "hand_force_n")}
    setting = {name: figures[name] for name in ("speed_rpm", "feed_mm_rev", "hand_force_n") if figures[name] is not None}
    family = (row.get("family") or "").strip() or "twist"
    return shop.case(
        row["machine"],
        row["metal"],
        diameter_mm=figures["diameter_mm"] or 0.0,
        depth_mm=figures["depth_mm"] or 0.0,
        cutter={"family": family, "diameter_mm": figures["diameter_mm"]},
        setting=setting or None,
    )


def answered(shop: Shop, row: dict[str, str]) -> dict[str, Any]:
    """A row with what comes to it."""
    try:
        case = case_of(shop, row)
        found = shop.check(case)
    except (Refused, ValueError, LookupError) as problem:
        return row | {"problem": str(problem)}
    first = next((one["failure"] for one in found["limits"] if one["id"] == found["tightest"]), "")
    setting = case["setting"]
    return row | {
        "verdict": found["verdict"],
        "says": found["said"],
        "gives_way_first": first,
        "set_rpm": setting.get("speed_rpm"),
        "set_mm_rev": setting.get("feed_mm_rev"),
        "pull_n": setting.get("hand_force_n"),
    }


def over(shop: Shop, rows: Iterable[dict[str, str]]) -> Iterator[dict[str, Any]]:
    """Every row answered, in order."""
    return (answered(shop, row) for row in rows)


def write(shop: Shop, given: TextIO, out: TextIO) -> int:
    """A table read, asked about and written; how many rows had a problem. Raises ValueError where it has no such columns."""
    table = csv.DictReader(given)
    columns = table.fieldnames or []
    if missing := [name for name in NEEDED if name not in columns]:
        raise ValueError(f"the table has no column {', '.join(missing)}; needed: {', '.join(NEEDED)}")
    written = csv.DictWriter(out, [*columns, *(name for name in ANSWERS if name not in columns)], extrasaction="ignore")
    written.writeheader()
    problems = 0
    for row in over(shop, table):
        problems += bool(row.get("problem"))
        written.writerow(row)
        out.flush()
    return problems


def main(arguments: list[str] | None = None) -> int:
    """Ask about every row of a table. 0 where each was answered, 1 where some were not, 2 where nothing could be asked."""
    parser = argparse.ArgumentParser(prog="fierce-bore-jobs", description="Ask a shop's Fierce Bore about every row of a table.")
    parser.add_argument("table", help="a CSV file, as a spreadsheet saves it")
    parser.add_argument("--shop", default="http://127.0.0.1:8137", help="the server's address")
    parser.add_argument("--user", help="who signs in; without one, as the demo does")
    parser.add_argument("--password-file", help="a file with the password in it")
    chosen = parser.parse_args(arguments)
    try:
        password = Path(chosen.password_file).read_text(encoding="utf-8").strip() if chosen.password_file else None
        shop = Shop(chosen.shop, chosen.user, password)
        with Path(chosen.table).open(newline="", encoding="utf-8-sig") as given:
            return 1 if write(shop, given, sys.stdout) else 0
    except (OSError, Refused, ValueError) as problem:
        print(problem, file=sys.stderr)
        return 2


if __name__ == "__main__":
    sys.exit(main())
