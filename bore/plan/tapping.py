"""Who turns the tap: the machine where it is known to back it out again, else a hand; and how long a hand takes."""

from bore.base.formula import formula
from bore.case.choices import choice_words
from bore.job.tap_start import tap_start_mm
from bore.machines.machine import Machine

# On a machine that is fed by hand taps this small are turned by hand: they break before they are felt (M6, 1/4 in; common practice).
SMALL_TAP_MM = 6.4
# Above this a hand alone is no match for the thread, and a spindle that turns backwards is used for it (common practice).
BIG_TAP_MM = 16.0
# Ways of holding a tap that let go, or stop with the feed, before it meets the floor of a blind hole.
SAFE_IN_BLIND = ("friction", "head", "rigid")
# Each turn with its backing off, for a 5 mm tap; and how it grows with the diameter (common practice).
TURN_S, TURN_MM, TURN_POWER = 5.0, 5.0, 1.5
SQUARE = "start it square: a centre in its end, the spindle turned by hand, and the wrench on the tap"


@formula("Time of a thread cut by hand", "t = turns · 5 s · (D/5)^1.5", "s", "common-practice")
def hand_tap_s(*, depth_mm: float, pitch_mm: float, diameter_mm: float) -> float:
    """Time to tap a hole by hand, backing off counted, s.

    >>> round(hand_tap_s(depth_mm=10, pitch_mm=0.8, diameter_mm=5)), round(hand_tap_s(depth_mm=40, pitch_mm=2.5, diameter_mm=20) / 60)
    (62, 11)
    """
    return float(depth_mm / pitch_mm * TURN_S * (diameter_mm / TURN_MM) ** TURN_POWER)


def by_hand_because(machine: Machine, diameter_mm: float, through: bool) -> str:
    """Why a hand turns the tap on this machine; empty where the machine does."""
    kind, held = machine.is_a, machine.tapping
    if held == "none":
        return "this machine does not tap"
    if kind.programmed:
        return "" if machine.reverses else "this machine does not turn backwards"
    if diameter_mm <= SMALL_TAP_MM:
        return "a small tap is felt by hand, and breaks under a spindle"
    known = held is not None or machine.spindle.reverses or (machine.reverses and diameter_mm > BIG_TAP_MM)
    if not known or not (machine.reverses or held == "head"):
        return "this machine is not known to turn backwards"
    if not through and held not in SAFE_IN_BLIND:
        return "a blind hole is tapped under a spindle only with a slipping chuck or a head"
    return ""


def unsaid(machine: Machine, through: bool) -> str:
    """What must be said before a program may tap this hole; empty where nothing is missing."""
    if not machine.is_a.programmed or through or machine.tapping in SAFE_IN_BLIND:
        return ""
    held = "is not said" if machine.tapping is None else f"is a {choice_words('machine.tapping', machine.tapping)}"
    return f"how this machine holds a tap {held}: a blind hole is tapped rigid, with a slipping chuck or with a head"


def start_words(machine: Machine, pitch_mm: float) -> str:
    """How the tap is held and how far above the work it starts, for a machine that turns it."""
    held = machine.tapping
    words = f"held: {choice_words('machine.tapping', held)}" if held else "how the tap is held is not said"
    return f"{words}; start {tap_start_mm(held, pitch_mm):g} mm above the work"
