"""Which tests reach which lines, so that a mutant meets the quickest tests that run through it, and no others.

What is worked out once and kept between tests is reached by the first that asks and judged by all, and a slow test may see what quick
ones do not: a mutant that lives through these is only said to live once it has lived through all tests (`survivors`). What is noticed is
noticed; the share found so is the least it can be.
"""

from collections.abc import Iterator
from itertools import accumulate
from pathlib import Path
from typing import Any

# The quickest tests through a line, as many as together take so long while it is noted what they run through (twice as long as else), are asked.
ENOUGH_S = 60.0
# By file, then line: the tests that run it. By test: how long it takes, s.
Reach = dict[str, Any]


class Trace:
    """As a plug-in of pytest: notes for every test which lines of some folders it runs through, and how long it takes."""

    def __init__(self, folders: tuple[str, ...]) -> None:
        from coverage import Coverage

        self.cover = Coverage(source=list(folders), data_file=None, config_file=False)
        self.seconds: dict[str, float] = {}

    def run(self, arguments: list[str]) -> int:
        """Runs pytest under it; the exit code."""
        import pytest

        self.cover.start()
        code = int(pytest.main(arguments, plugins=[self]))
        self.cover.stop()
        return code

    def pytest_runtest_protocol(self, item: Any) -> None:
        """Called as each test begins: what runs from here on is this one's."""
        self.cover.switch_context(item.nodeid)

    def pytest_runtest_logreport(self, report: Any) -> None:
        """Called with what each part of a test took."""
        self.seconds[report.nodeid] = self.seconds.get(report.nodeid, 0.0) + report.duration

    def found(self) -> Reach:
        """What was noted."""
        data = self.cover.get_data()
        lines = {str(Path(name).resolve()): data.contexts_by_lineno(name) for name in data.measured_files()}
        return {
            "lines": {name: {str(line): tests for line, tests in found.items()} for name, found in lines.items()},
            "seconds": self.seconds,
        }


class Order:
    """As a plug-in of pytest: those alone that run through the changed lines, the quickest first; all where none does, or all are wanted."""

    def __init__(self, reach: Reach, changed: dict[str, list[int]], everything: bool) -> None:
        at = [reach["lines"].get(name, {}).get(str(line), []) for name, lines in changed.items() for line in lines]
        self.through = {test for tests in at for test in tests}
        self.everything = everything or not self.through
        self.seconds = reach["seconds"]

    def pytest_collection_modifyitems(self, items: list[Any]) -> None:
        """Called with what was collected."""
        took = {item.nodeid: self.seconds.get(item.nodeid, 0.0) for item in items}
        items.sort(key=lambda item: (item.nodeid not in self.through, took[item.nodeid]))
        if not self.everything:
            spent = accumulate(took[item.nodeid] for item in items)
            items[:] = [item for item, so_far in zip(items, spent, strict=True) if item.nodeid in self.through and so_far <= ENOUGH_S]

    def among(self, tests: tuple[str, ...]) -> list[str]:
        """Of some files and folders, those worth collecting."""
        if self.everything:
            return list(tests)
        files = {test.split("::")[0] for test in self.through}
        return [*sorted(files), *(test for test in tests if test.startswith("-"))]


def changed_lines(before: dict[Path, str]) -> dict[str, list[int]]:
    """The lines that now read otherwise, by file."""
    return {
        str(name.resolve()): lines
        for name, text in before.items()
        if (lines := list(_differing(text.splitlines(), name.read_text(encoding="utf-8").splitlines())))
    }


def _differing(before: list[str], now: list[str]) -> Iterator[int]:
    """The places, counted from one, at which two texts of as many lines differ."""
    for number, (was, now_is) in enumerate(zip(before, now, strict=False), 1):
        if was != now_is:
            yield number
