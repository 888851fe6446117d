"""Words and facts the screens share with the core: symbols, fields and their choices, families, kinds of machine, steps, wishes."""

from collections.abc import Callable, Mapping
from functools import cache

from bore.answers.diagnosis import SymptomWords, symptom_words
from bore.answers.words import all_symbols, how_to_measure
from bore.base.immutable import names_of, outgoing
from bore.base.sources import rows
from bore.case.choices import choice_words
from bore.case.fields import Field, all_fields
from bore.job.cutter_kinds import CutterKind, cutter_kinds
from bore.limits import ALL_LIMITS
from bore.machines.kinds import HAND_FEEDS, MachineKind, machine_kinds
from bore.materials.material import metal_word
from bore.materials.table import all_materials
from bore.plan.task import WANT_LABELS
from bore.plan.times import BY_HAND, DRILLING, KIND_WORDS
from bore.practice.course.judge import limit_words
from bore.ways.chart import KIND_NAMES


@outgoing
class Symbol:
    """How a quantity is written."""

    symbol: str
    unit: str


@outgoing
class FieldForm:
    """A field of a case as a screen asks for it; `choices` by their names, in words."""

    words: str
    kind: str
    unit: str
    choices: dict[str, str]
    accepted: str
    required: bool
    measure: str | None


@outgoing
class FamilyWords:
    """A family of cutters: what it is called and does, what it does in a row of steps, and what a screen shows by.

    drills: makes a hole; standard_form: has points and series; leaves_a_slug: cuts a ring; needs_guide: a bush or pilot guides it;
    feeds_its_pitch: named by its thread; always_carbide: its edge goes without saying; on_inserts: an insert drill; asks: the fields worth asking for it.
    """

    id: str
    words: str
    verb: str
    step: str
    drills: bool
    standard_form: bool
    leaves_a_slug: bool
    needs_guide: bool
    feeds_its_pitch: bool
    always_carbide: bool
    on_inserts: bool
    asks: list[str]


@outgoing
class MachineWords:
    """A kind of machine: what it is called, what stands round its name in a sentence, and what one is like where nothing is said."""

    id: str
    words: str
    called: str
    before: str
    after: str
    holding: str
    power_kw: float
    feed: str
    drive: str
    one_range: bool
    lathe: bool
    tailstock: bool
    programmed: bool
    canned_cycles: bool
    in_hands: bool
    on_a_magnet: bool


@outgoing
class StepWords:
    """A kind of step: whether it drills, and whether a hand can do it without the machine."""

    kind: str
    words: str
    drills: bool
    by_hand: bool


@outgoing
class EverydayMetal:
    """A metal most shops have, offered first: its group and what it is called there."""

    group: str
    id: str
    called: str


@outgoing
class SharedWords:
    """Words and facts the screens share with the core."""

    symbols: dict[str, Symbol]
    failures: dict[str, str]
    # What may give way under a hand, by its limit; last, that nothing does.
    gives_way: dict[str, str]
    reads: dict[str, list[str]]
    fields: dict[str, FieldForm]
    families: list[FamilyWords]
    machine_kinds: list[MachineWords]
    hand_feeds: list[str]
    steps: list[StepWords]
    wishes: dict[str, str]
    everyday_metals: list[EverydayMetal]
    symptoms: list[SymptomWords]
    chart_kinds: dict[str, str]
    metal_groups: list[str]


# Choices that are rows of a table of their own, with their words there.
KINDS: dict[str, Callable[[], Mapping[str, CutterKind | MachineKind]]] = {"cutter.family": cutter_kinds, "machine.kind": machine_kinds}


def field_form(field: Field) -> FieldForm:
    """What a screen needs to ask for a field."""
    return FieldForm(
        words=field.words,
        kind=field.kind,
        unit=field.unit,
        choices={
            choice: KINDS[field.path]()[choice].words if field.path in KINDS else choice_words(field.path, choice)
            for choice in field.choices
        },
        accepted=field.accepted,
        required=not field.optional,
        measure=how_to_measure(field.path),
    )


def _families() -> list[FamilyWords]:
    names = [name for name in names_of(FamilyWords) if name != "asks"]
    return [
        FamilyWords(**{name: getattr(kind, name) for name in names}, asks=[f"cutter.{name}" for name in kind.asks])
        for kind in cutter_kinds().values()
    ]


@cache
def shared_words() -> SharedWords:
    """Everything the screens say in the core's own words."""
    return SharedWords(
        symbols={name: Symbol(**one) for name, one in all_symbols().items()},
        failures={limit.id: limit.failure for limit in ALL_LIMITS},
        gives_way=limit_words(),
        reads={limit.id: list(limit.reads) for limit in ALL_LIMITS},
        fields={path: field_form(entry) for path, entry in all_fields().items() if not path.startswith("yard.")},
        families=_families(),
        machine_kinds=[MachineWords(**{name: getattr(kind, name) for name in names_of(MachineWords)}) for kind in machine_kinds().values()],
        hand_feeds=list(HAND_FEEDS),
        steps=[StepWords(kind=kind, words=words, drills=kind in DRILLING, by_hand=kind in BY_HAND) for kind, words in KIND_WORDS.items()],
        wishes=WANT_LABELS,
        everyday_metals=[
            EverydayMetal(group=row["group"], id=row["material"], called=row["called"]) for row in rows("everyday_metals.csv")
        ],
        symptoms=symptom_words(),
        chart_kinds=KIND_NAMES,
        metal_groups=list(dict.fromkeys(metal_word(row.material) for row in all_materials().values())),
    )
