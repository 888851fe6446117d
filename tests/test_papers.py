"""Papers that are true: links lead somewhere, pictures are shown, one version; and tests that stand apart from one another."""

import ast
import re
import subprocess
from collections.abc import Iterator
from pathlib import Path

import pytest

from bore import VERSION
from tests.server import ROOT

MOST_LINES_OF_README = 75
LINK = re.compile(r"\[(?:[^\[\]]|\[[^\]]*\])*\]\(([^)\s]+)\)")


def tracked(*patterns: str) -> list[Path]:
    """Files under version control, and new ones that will be."""
    names = subprocess.run(
        ["git", "ls-files", "--cached", "--others", "--exclude-standard", "--", *patterns],
        cwd=ROOT,
        check=True,
        capture_output=True,
        text=True,
    )
    return [ROOT / name for name in names.stdout.splitlines() if (ROOT / name).exists()]


PAPERS = tracked("*.md")


def links(paper: Path) -> Iterator[str]:
    """Every link of a paper that leads into the tree, code blocks left out."""
    words = re.sub(r"^```.*?^```", "", paper.read_text(encoding="utf-8"), flags=re.S | re.M)
    yield from (found for found in LINK.findall(words) if "://" not in found and not found.startswith("mailto:"))


def headings(paper: Path) -> set[str]:
    """The anchors of a paper's headings."""
    found = re.findall(r"^#+ +(.+)$", paper.read_text(encoding="utf-8"), flags=re.M)
    return {re.sub(r"[^\w\- ]", "", one.lower()).strip().replace(" ", "-") for one in found}


@pytest.mark.parametrize("paper", PAPERS, ids=lambda paper: str(paper.relative_to(ROOT)))
def test_every_link_leads_somewhere(paper: Path) -> None:
    for link in links(paper):
        name, _, anchor = link.partition("#")
        target = paper.parent / name if name else paper
        assert target.exists(), link
        assert not anchor or target.suffix != ".md" or anchor in headings(target), link


def test_every_paper_and_picture_is_linked() -> None:
    """From some paper each; the pictures of the gallery from the gallery, which the README shows the way to."""
    linked = {(paper.parent / link.partition("#")[0]).resolve() for paper in PAPERS for link in links(paper)}
    pictures = tracked("docs/screenshots/*.png")
    read_first = {ROOT / name for name in ("README.md", "CONTRIBUTING.md", "CHANGELOG.md")}
    assert 0 < len(pictures) < 20
    for one in {*PAPERS, *pictures} - read_first:
        reached = one in linked or (one.name == "README.md" and one.parent in linked)
        assert reached, one.relative_to(ROOT)


def test_the_readme_is_read_on_a_screen_and_a_half() -> None:
    lines = (ROOT / "README.md").read_text(encoding="utf-8").splitlines()
    assert len(lines) <= MOST_LINES_OF_README
    assert sum(line.startswith("![") for line in lines) == 1


def test_the_newest_release_is_this_version_and_has_its_date() -> None:
    releases = re.findall(r"^## (\d+\.\d+\.\d+)(?: · (\d{4}-\d\d-\d\d))?$", (ROOT / "CHANGELOG.md").read_text(encoding="utf-8"), re.M)
    assert releases[0][0] == VERSION
    assert all(date for _, date in releases)


def test_the_version_stands_in_one_place() -> None:
    """Nothing else says it by hand: the package and the API take it from the core."""
    for name in ("pyproject.toml", "web/package.json", "README.md"):
        assert VERSION not in (ROOT / name).read_text(encoding="utf-8"), name


def test_no_test_stands_on_another() -> None:
    """What tests share has a module of its own; a module of tests is imported by none."""
    for path in tracked("tests/*.py", "tests/**/*.py"):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            names = [node.module or ""] if isinstance(node, ast.ImportFrom) else []
            names += [one.name for one in node.names] if isinstance(node, ast.Import | ast.ImportFrom) else []
            shared = [one for one in names if re.search(r"(^|\.)test_\w+$|(^|\.)conftest$", one)]
            assert shared == [], path.relative_to(ROOT)
