"""What a family of cutters or a kind of machine is called inside stands in its own place, and everyone else asks for its facts."""

import ast
import csv
import re
from collections.abc import Iterator
from pathlib import Path

import pytest

from bore.job.cutter_kinds import cutter_kinds
from bore.machines.kinds import machine_kinds

ROOT = Path(__file__).parent.parent
# The registry, and the words on the lid of a set.
LISTS = ("bore/cutters/registry.py", "bore/cutters/sets.py")
WEB_LISTS = ("web/src/api/schema.ts", "web/src/drawing/families/index.ts", "web/src/drawing/shop/MachineOutline.tsx")
# A kind of step, of seat, of start or of metal may have the same word: there only what is asked of a family or a machine counts.
ALSO_OTHERWISE = {"spot", "centre", "counterbore", "countersink", "tap", "core", "step", "magnetic"}
FAMILIES, MACHINES = set(cutter_kinds()), set(machine_kinds())
WORDS = FAMILIES | MACHINES


def _home(path: Path) -> str | None:
    """The family whose own folder or drawing a file stands in."""
    parts = path.relative_to(ROOT).parts
    if parts[:2] == ("bore", "cutters") and len(parts) > 3:
        return parts[2].replace("_", "-")
    return path.stem if "families" in parts or ("machines" in parts and "drawing" in parts) else None


def _asks(node: ast.AST) -> bool:
    """Whether an expression asks for a family or a kind of machine."""
    if isinstance(node, ast.Attribute):
        return node.attr in ("family", "machine_kind") or (node.attr == "kind" and "machine" in ast.unparse(node.value))
    if isinstance(node, ast.Subscript):
        return isinstance(node.slice, ast.Constant) and node.slice.value in ("family", "machine_kind")
    return False


def _named(tree: ast.AST) -> Iterator[tuple[int, str]]:
    """Every place of a module that names a family or a kind of machine."""
    for node in ast.walk(tree):
        if isinstance(node, ast.Compare) and any(_asks(side) for side in (node.left, *node.comparators)):
            yield from ((node.lineno, one.value) for one in ast.walk(node) if isinstance(one, ast.Constant) and one.value in WORDS)
        elif isinstance(node, ast.Constant) and isinstance(node.value, str) and node.value in WORDS - ALSO_OTHERWISE:
            yield node.lineno, node.value


def python_names(path: Path, text: str | None = None) -> list[str]:
    """The places of a Python file that name one that is not at home there."""
    tree, home = ast.parse(text or path.read_text(encoding="utf-8")), _home(path)
    return [f"{path.relative_to(ROOT)}:{line} {word}" for line, word in _named(tree) if word != home]


def web_names(path: Path, text: str | None = None) -> list[str]:
    """The places of a TypeScript file that name one that is not at home there."""
    home, found = _home(path), []
    every = "|".join(sorted(WORDS - ALSO_OTHERWISE, key=len, reverse=True))
    asked = "|".join(sorted(WORDS, key=len, reverse=True))
    for line, written in enumerate((text or path.read_text(encoding="utf-8")).splitlines(), 1):
        words = re.findall(rf"[\"']({every})[\"']", written) + re.findall(
            rf"(?:family|machine\.kind|machine_kind)\b[^=!]{{0,4}}[=!]==? [\"']({asked})[\"']", written
        )
        found += [f"{path.relative_to(ROOT)}:{line} {word}" for word in words if word != home]
    return found


def test_no_module_names_a_family_or_a_kind_of_machine_that_is_not_its_own() -> None:
    files = [path for room in ("bore", "shop") for path in (ROOT / room).rglob("*.py") if str(path.relative_to(ROOT)) not in LISTS]
    assert len(files) > 200
    assert [place for path in files for place in python_names(path)] == []


def table_names(path: Path) -> list[str]:
    """The cells of a table that say a family or a kind of machine: in a column that is called so, or as one of a list."""
    with path.open(encoding="utf-8") as file:
        return [
            f"{path.relative_to(ROOT)}:{line} {word}"
            for line, row in enumerate(csv.DictReader(file), 2)
            for column, cell in row.items()
            for word in cell.split("|")
            if word in WORDS
            and (column in ("family", "families", "machine", "machines", "kinds") or "|" in cell or word not in ALSO_OTHERWISE)
        ]


def test_no_table_names_a_family_or_a_kind_of_machine_that_is_not_its_own() -> None:
    """But the two that describe them; a word of the trade may be one of theirs."""
    files = [path for path in (ROOT / "bore" / "tables").glob("*.csv") if path.stem not in ("cutter_kinds", "machine_kinds", "glossary")]
    assert len(files) > 40
    # A chart of reamers is called so.
    assert {place for path in files for place in table_names(path)} == {"bore/tables/chart_kinds.csv:5 reamer"}


def test_no_screen_names_a_family_or_a_kind_of_machine_that_is_not_its_own() -> None:
    files = [
        path for path in (ROOT / "web" / "src").rglob("*.ts*") if ".test." not in path.name and str(path.relative_to(ROOT)) not in WEB_LISTS
    ]
    assert len(files) > 100
    assert [place for path in files for place in web_names(path)] == []


@pytest.mark.parametrize(
    "written", ['cutter.family == "tap"', 'x = {"gun": 1}', 'job.machine.kind in ("lathe",)', 'case["family"] != "spot"']
)
def test_a_name_out_of_place_is_found(written: str) -> None:
    assert python_names(ROOT / "bore" / "plan" / "made_up.py", written)


@pytest.mark.parametrize("written", ['if (cutter.family === "tap")', 'const A = ["gun"];', 'machine.kind === "lathe"'])
def test_a_name_out_of_place_is_found_on_a_screen(written: str) -> None:
    assert web_names(ROOT / "web" / "src" / "job" / "made_up.ts", written)
