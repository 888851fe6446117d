"""Cutters nobody has yet, as ways out: what to get, where nothing that is there makes the hole go."""

from collections.abc import Iterator

from bore.check.best_setting import book_setting
from bore.check.to_get import cutters_to_get, to_get_words
from bore.job.job import Job
from bore.ways.candidate import Candidate

# Buying is more bother than any change at the machine.
BOTHER = 8.0


def things_to_get(job: Job) -> Iterator[Candidate]:
    """Each cutter one would get, at its own book setting."""
    for number, cutter in enumerate(cutters_to_get(job)):
        changed, words = book_setting(job.with_cutter(cutter))
        changes = {"cutter": changed.cutter, "hole.start_diameter_mm": changed.hole.start_diameter_mm, "setting": changed.setting}
        said = f"to get: {to_get_words(cutter, job.hole.depth_mm)}; {words}"
        yield Candidate("to-get", said, changed, changes, BOTHER + 0.1 * number, tool_change=True)
