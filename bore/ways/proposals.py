"""Changes a machinist might make to a job that does not go: each a whole new job, what was changed, and what it costs.

They are only proposed here; `ways_out` checks each with the one evaluator before it is offered.
"""

from collections.abc import Callable, Iterator
from dataclasses import replace

from bore.check.best_setting import best_setting, book_setting
from bore.check.evaluate import Result, evaluate
from bore.check.held import fitted, held_in
from bore.cutters.family import NEVER
from bore.cutters.registry import family_of
from bore.job.columns import Columns
from bore.job.job import Job
from bore.loads.assemble import columns_of
from bore.ways.candidate import Candidate
from bore.ways.cutter_changes import crib_changes, edge_changes, holder_changes, pilot_changes
from bore.ways.setting_changes import settings_changes
from bore.ways.surround_changes import around_changes, coolant_changes, holding_changes, magnet_changes, start_changes, strap_change


def all_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """Every change worth checking, in no order; where a magnet hangs without its strap, each of them with the strap on besides."""
    yield from _proposed(job, columns, result)
    if (strapped := strap_change(job)) is None:
        return
    hung = columns_of(strapped.job)
    for one in _proposed(strapped.job, hung, evaluate(hung)):
        if one.kind not in MOVES_AWAY:
            both = dict(strapped.changes) | dict(one.changes)
            yield replace(one, kind=f"strap and {one.kind}", sentence=f"{strapped.sentence}, and {one.sentence}", changes=both)


def _proposed(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    for propose in PROPOSALS:
        yield from propose(job, columns, result)


# Where the machine itself is changed, its strap is none of this one's.
MOVES_AWAY = ("other-machine",)


# Changes that may want another speed and feed besides; those of the setting itself, and another machine, choose their own.
ALONE = ("speed", "feed", "speed and feed", "force", "speed and force", "other-drill", "other-family", "other-machine")


def pairs(candidates: list[Candidate]) -> Iterator[Candidate]:
    """Two changes together, where one alone does not do: each change with the best real setting after it."""
    for one in candidates:
        if one.kind in ALONE:
            continue
        best = best_setting(one.job)
        setting = best.job.setting
        fed = {"hand_force_n": setting.hand_force_n} if setting.hand_force_n is not None else {"feed_mm_rev": setting.feed_mm_rev}
        changes = dict(one.changes) | {"setting.speed_rpm": setting.speed_rpm} | {f"setting.{name}": value for name, value in fed.items()}
        words = f"{one.sentence.partition(', then ')[0]}; then {best.words.removeprefix('at ')}"
        yield replace(one, sentence=words, job=best.job, changes=changes, bother=one.bother + 0.5)


def machine_changes(job: Job, columns: Columns, result: Result) -> Iterator[Candidate]:
    """Another machine of the yard, at its best real setting."""
    for machine in job.yard.machines:
        # Work that is turned does not go on a table, nor a plate in a lathe.
        turns = machine.is_a.work_turns != job.machine.is_a.work_turns
        # What a machine is carried to stays where it is.
        stays = job.machine.is_a.comes_to_the_work and not machine.is_a.comes_to_the_work
        if turns or stays or machine.name == job.machine.name or family_of(job.cutter.kind).machines[machine.kind].how == NEVER:
            continue
        moved, words = book_setting(fitted(job.on_machine(machine)))
        changes = {"machine": moved.machine, "setting": moved.setting}
        place = held_in(moved.machine, job.cutter, machine.holder.kind)
        yield Candidate("other-machine", f"on {machine.name}, {place + ', ' if place else ''}{words}", moved, changes, 7.0)


PROPOSALS: tuple[Callable[[Job, Columns, Result], Iterator[Candidate]], ...] = (
    settings_changes,
    start_changes,
    around_changes,
    holding_changes,
    magnet_changes,
    coolant_changes,
    edge_changes,
    crib_changes,
    pilot_changes,
    holder_changes,
    machine_changes,
)
