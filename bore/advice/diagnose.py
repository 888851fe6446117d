"""What is wrong: from what was seen, heard or felt and the job's own numbers, the likeliest causes and one thing to do now.

A cause's score is the logarithm of how common it is, what the limits it shows itself in say of this job, what is known of drill, metal and
machine, and how well it explains each thing seen (tables `causes.csv`, `job_flags.csv` and `symptom_causes.csv`, common practice); shares by softmax.
"""

import math
from functools import cache

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.plain import listed
from bore.base.sources import rows
from bore.check.check import Check
from bore.limits import BY_ID
from bore.limits.judgement import GIVES_WAY, HOLDS, TIGHT
from bore.machines.kinds import HAND_FEEDS

# How often a symptom shows where the cause is there, by the table's level; and where it is not.
SHOWS, BY_CHANCE = {4: 0.75, 3: 0.45, 2: 0.20, 1: 0.08, 0: 0.02}, 0.10
# A limit speaks by its use over this share of its hard mark, within bounds, and by its verdict; one without figures by its verdict alone.
FELT_FROM, MOST_SAID = 0.8, 1.5
SAYS = {HOLDS: -0.2, TIGHT: 0.3}
SAYS_BY_KIND = {HOLDS: -0.6, TIGHT: 0.6}
PAST, PAST_BY_KIND = 0.8, 1.4
SURE, MOST_TERMS, MOST_CAUSES, MOST_ASKED = 0.5, 5, 6, 20
STOP, LATER = 3, 0
# What each action is, in a sentence for somebody at the machine.
ACTIONS = {
    "back": "Back it off half a turn, clear the chips, oil it.",
    "carry": "Carry on; this is to be expected.",
    "ease": "Ease off now.",
    "lighten": "Lighten the feed.",
    "more-feed": "Feed harder: let it cut.",
    "oil": "Oil it.",
    "out": "Draw it out, stop the spindle, look at the edge and clear the chips.",
    "press": "Press on harder, or stop: do not let it rub.",
    "slower": "Slow the spindle down before the next hole.",
    "stop": "Stop the spindle by its own stop. Hands off until it stands still.",
}
# Said by the person; everything else follows from the case.
SAID_FLAGS = ("fresh", "life_over", "handground")
WEAR_FLAGS = ("sharp", "used", "dull")
DEEP_D, SHALLOW_D, BIG_MM, SMALL_MM, LONG_D = 3.0, 1.5, 12.0, 6.0, 8.0


@immutable
class Cause:
    """A cause, its share, and the terms that speak loudest for or against it."""

    id: str
    words: str
    change: str
    p: float
    because: tuple[str, ...]


@immutable
class Diagnosis:
    """One action now and its words, how urgent it is (3 stop, 0 after the hole), the causes, likeliest first."""

    action: str
    words: str
    urgency: int
    causes: tuple[Cause, ...]


@cache
def symptoms() -> dict[str, dict[str, str]]:
    """What may be seen, by its id and by the names it also goes by."""
    table = rows("symptom_causes.csv")
    return {row["symptom"]: row for row in table} | {row["also"]: row for row in table if row["also"]}


@cache
def flag_words() -> dict[str, str]:
    """What is known of a job, by its flag, in words."""
    return {row["flag"]: row["words"] for row in rows("job_flags.csv")}


def _weights(text: str) -> dict[str, float]:
    return {name: float(value) for name, value in (pair.split(":") for pair in text.split())}


def flags_of(check: Check, said: tuple[str, ...]) -> set[str]:
    """What is known of the job, by the names the table of causes goes by; what the person said besides."""
    job = check.job
    deep = job.hole.depth_mm / job.hole.diameter_mm
    facts: dict[str, bool] = {
        job.machine.coolant.method: True,
        job.cutter.wear: True,
        "hand": job.machine.feed.kind in HAND_FEEDS,
        "power": job.machine.feed.kind not in HAND_FEEDS,
        "hardens": job.material.hardens,
        "no_hardening": job.material.work_hardens == "no",
        "deep": deep > DEEP_D,
        "shallow": deep < SHALLOW_D,
        "longchip": job.material.chip == "long",
        "shortchip": job.material.chip in ("short", "powder"),
        "insert": job.cutter.kind.on_inserts,
        "no_insert": not job.cutter.kind.on_inserts,
        "through": job.hole.through,
        "blind": not job.hole.through,
        "pilot": job.hole.start_diameter_mm > 0,
        "no_pilot": job.hole.start_diameter_mm == 0,
        "belt": job.machine.spindle.drive == "belt",
        "no_belt": job.machine.spindle.drive != "belt",
        "magnet": job.machine.is_a.on_a_magnet,
        "no_magnet": not job.machine.is_a.on_a_magnet,
        "tap": job.cutter.kind.feeds_its_pitch,
        "no_tap": not job.cutter.kind.feeds_its_pitch,
        "carbide": job.cutter.substrate.startswith("carbide"),
        "hss": job.cutter.substrate.startswith("hss"),
        "cast": (job.material.id or "").startswith("iron") or "cast" in job.material.name.lower(),
        "big": job.hole.diameter_mm > BIG_MM,
        "small": job.hole.diameter_mm < SMALL_MM,
        "long": job.cutter.free_length_mm > LONG_D * job.hole.diameter_mm,
        "grabby": job.material.grab == "high",
        "unmarked": job.hole.start.kind == "none",
        "marked": job.hole.start.kind != "none",
    }
    known = {name for name, is_so in facts.items() if is_so}
    if worn := [name for name in said if name in WEAR_FLAGS]:
        known = (known - set(WEAR_FLAGS)) | set(worn)
    return known | set(said)


def _says(check: Check, limit_id: str) -> float | None:
    """What a limit says for a cause that shows itself in it; nothing where it does not apply or is not known."""
    found = check.result.findings.get(limit_id)
    if found is None or found.judgement is None or not found.judgement.known:
        return None
    verdict = int(found.verdict)
    demand = found.judgement.demand
    if demand is None or found.judgement.reason:
        return SAYS_BY_KIND.get(verdict, PAST_BY_KIND)
    use = float(demand.middle) / max(float(found.judgement.hard), 1e-9)
    felt = math.log(min(max(use, 1e-9), 1e9) / FELT_FROM)
    return min(max(felt, -MOST_SAID), MOST_SAID) + SAYS.get(verdict, PAST if verdict >= GIVES_WAY else 0.0)


def _terms(row: dict[str, str], check: Check, flags: set[str], seen: list[str], not_seen: list[str]) -> list[tuple[float, str]]:
    """Every term of a cause's score beside its prior, with its words."""
    terms = []
    for limit_id, weight in _weights(row["limits"]).items():
        if (says := _says(check, limit_id)) is not None:
            words = BY_ID[limit_id].failure
            terms.append((weight * says, f"“{words}” is near" if says > 0 else f"“{words}” is far off"))
    terms += [(weight, flag_words()[flag]) for flag, weight in _weights(row["flags"]).items() if flag in flags]
    for names, sign in ((seen, 1), (not_seen, -1)):
        for name in names:
            shows = SHOWS[int(symptoms()[name][row["cause"]])]
            ratio = shows / BY_CHANCE if sign > 0 else (1 - shows) / (1 - BY_CHANCE)
            terms.append((math.log(ratio), symptoms()[name]["seen"] + ("" if sign > 0 else ": not seen")))
    return terms


def diagnose(check: Check, seen: list[str], not_seen: list[str], said: list[str]) -> Diagnosis:
    """The likeliest causes of what was seen on a job, and what to do now.

    Raises BadInput naming `seen`, `not_seen` or `flags` for what is in no table, and where nothing was seen.
    """
    _known("seen", seen, tuple(symptoms()))
    _known("not_seen", not_seen, tuple(symptoms()))
    _known("flags", said, (*SAID_FLAGS, *WEAR_FLAGS))
    if not seen:
        raise BadInput.at("seen", f"is needed: what was seen, heard or felt; accepted: {', '.join(symptoms())}")
    flags = flags_of(check, tuple(said))
    scored = []
    for row in rows("causes.csv"):
        terms = _terms(row, check, flags, seen, not_seen)
        scored.append((math.log(float(row["prior"])) + sum(value for value, _ in terms), row, terms))
    most = max(score for score, *_ in scored)
    whole = sum(math.exp(score - most) for score, *_ in scored)
    ranked = sorted(scored, key=lambda one: -one[0])[:MOST_CAUSES]
    causes = tuple(_cause(math.exp(score - most) / whole, row, terms) for score, row, terms in ranked)
    urgency = max(int(symptoms()[name]["urgency"]) for name in seen)
    action = _action(urgency, causes[0].p, ranked[0][1]["now"])
    words = f"Before the next hole: {causes[0].change}." if urgency == LATER else ACTIONS[action]
    return Diagnosis(action, words, urgency, causes)


def at_once(urgency: int) -> str:
    """What is done at once whatever the cause is, by how urgent what was seen is; nothing where it was seen afterwards.

    >>> at_once(3)
    'Stop the spindle by its own stop. Hands off until it stands still.'
    """
    return "" if urgency == LATER else ACTIONS[_action(urgency, 0.0, "")]


def _action(urgency: int, p: float, own: str) -> str:
    if urgency >= STOP:
        return "stop"
    if urgency == LATER or p >= SURE:
        return own
    return "out" if urgency == 2 else "lighten"


def _cause(p: float, row: dict[str, str], terms: list[tuple[float, str]]) -> Cause:
    loudest = sorted(terms, key=lambda one: -abs(one[0]))[:MOST_TERMS]
    return Cause(row["cause"], row["words"], row["change"], p, tuple(words for value, words in loudest if value > 0))


def _known(field: str, names: object, accepted: tuple[str, ...]) -> None:
    for name in listed(names, field, MOST_ASKED):
        if name not in accepted:
            raise BadInput.at(field, f"“{str(name)[:40]}” is not known; accepted: {', '.join(accepted)}")
