"""Readings people have, in torque, thrust or power: each kind's own law, the fault its meter may have, and when it says nothing.

The laws and figures are our own choice, tried on motors' circuit diagrams; the slip's tolerance is IEC 60034-1's, from memory. A meter
that reads the motor is set against its idle reading at this speed, so that what the machine itself takes drops out.
"""

import math
from collections.abc import Callable
from typing import Any

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.plain import figure, known_fields
from bore.case.parts import machine_of
from bore.case.records import complete_machine_record
from bore.cuts.kinds import ReadingKind, reading_kind
from bore.loads.assemble import force_ratio_of
from bore.machines.kinds import drive, motor
from bore.machines.machine import Machine
from bore.mechanics import spindle as spindles
from bore.quantities.kinds import N_PER_KGF
from bore.quantities.units import NM_RPM_PER_KW

Data = dict[str, Any]
# A reading below so many digits, such a share of the rating, or such a ratio to idling says nothing (own choice, as all marks here).
LEAST_DIGITS, LEAST_SHARE, LEAST_SLIP, LEAST_AMPS_3, LEAST_AMPS_1 = 5.0, 0.1, 0.15, 1.05, 1.15
WIDEST_OWN, LEAST_MM, LEAST_S = 0.25, 3.0, 4.0
# The idle current that stays when the motor is loaded, and what a digit of an ammeter is, A.
STAYS, AMPS_DIGIT = 0.97, 0.1
# A lever's ratio from its lengths, not from a scale, may be out by so much.
FROM_LENGTHS = 0.12
# Half a second and half a millimetre of somebody's watch and rule, through thrust's power of the feed.
FEED_POWER, HALF = 0.65, 0.5
FIELDS = ("kind", "raw", "machine", "speed_rpm", "setting")
MOST = 1e6


@immutable
class Read:
    """A reading in N·m, N or kW, its own scatter and its meter's fault in logarithms, or why it says nothing."""

    quantity: str
    value: float | None
    own: float
    meter: float
    refused: str | None = None


@immutable
class Reader:
    """What a reading is read with: the figures that were noted, the machine, the speed, the push."""

    kind: ReadingKind
    raw: Data
    machine: Machine
    speed_rpm: float
    setting: Data

    def noted(self, name: str, default: float | None = None, low: float = 0.0, high: float = MOST) -> float:
        """A figure that was noted. Raises BadInput naming it where it is missing and cannot go without saying."""
        value = self.raw.get(name, default)
        if value is None:
            raise BadInput.at(f"raw.{name}", f"is needed to read {self.kind.words}")
        return figure(value, f"raw.{name}", low, high)

    def plate(self, name: str) -> float:
        """A figure of the motor's plate. Raises BadInput naming it where the plate does not say."""
        value = None if self.machine.spindle.plate is None else getattr(self.machine.spindle.plate, name)
        if value is None:
            raise BadInput.at(f"machine.spindle.plate.{name}", f"is needed to read {self.kind.words}")
        return float(value)

    @property
    def delivered_kw(self) -> float:
        """What reaches the spindle of the motor's rating."""
        return self.machine.spindle.power_kw * (1 - drive(self.machine.spindle.drive).drag)

    def says(self, value: float, own: float | None = None, meter: float | None = None, quantity: str | None = None) -> Read:
        """A reading that says something."""
        return Read(
            quantity or self.kind.quantity, value, self.kind.own if own is None else own, self.kind.meter if meter is None else meter
        )

    def refuses(self, words: str) -> Read:
        """A reading that says nothing."""
        return Read(self.kind.quantity, None, self.kind.own, self.kind.meter, words)


def read_reading(data: Any) -> Read:
    """A reading as it was noted: `{"kind", "raw", "machine", "speed_rpm", "setting"}`. Raises BadInput naming the field."""
    known_fields(data, FIELDS, whole="reading")
    kind = reading_kind(data.get("kind"), "kind")
    raw = data.get("raw")
    if not isinstance(raw, dict):
        raise BadInput.at("raw", f"accepted: an object with {', '.join(kind.noted)}")
    known_fields(raw, kind.noted, "raw")
    setting = data.get("setting") or {}
    if not isinstance(setting, dict):
        raise BadInput.at("setting", "accepted: an object, as in a case")
    machine = machine_of(complete_machine_record(data.get("machine"))[0])
    speed = figure(data.get("speed_rpm", setting.get("speed_rpm")), "speed_rpm", 1, 100_000)
    return READERS[kind.kind](Reader(kind, raw, machine, speed, setting))


def _load_percent(read: Reader) -> Read:
    """`M = (L − L0)/100 · 9549 P(n) η / n`; P(n) the rating at this speed."""
    digit = read.noted("digit_percent", 1.0, 0.01, 20)
    over = read.noted("load_percent", high=400) - read.noted("idle_percent", high=400)
    if over < LEAST_DIGITS * digit:
        return read.refuses(f"the load lies {over:.3g} % over idling: less than {LEAST_DIGITS:g} digits of the meter")
    spindle = read.machine.spindle
    rating = float(spindles.stage_power_kw(spindle, read.speed_rpm)) * read.noted("rating_share", 1.0, 0.2, 3)
    reaches = 1.0 if read.raw.get("of") == "spindle" else drive(spindle.drive).meter_reaches
    return read.says(over / 100 * NM_RPM_PER_KW * rating * reaches / read.speed_rpm, math.hypot(1.4 * digit / over, read.kind.own))


def _watts(read: Reader) -> Read:
    """`P = (Pe − Pe0)/(Pe_N − Pe0) · P_N (1 − drag)`."""
    spindle = read.machine.spindle
    drawn = read.raw.get("rated_input_w")
    if drawn is None:
        efficiency = None if spindle.plate is None else spindle.plate.motor_efficiency
        printed = None if spindle.plate is None else spindle.plate.input_kw
        if printed is None and efficiency is None:
            raise BadInput.at("raw.rated_input_w", "is needed: what the motor draws at its rating, or its efficiency on the plate")
        drawn = 1000 * (printed if printed is not None else spindle.power_kw / float(efficiency or 1.0))
    return _of_rated(read, read.noted("watts"), read.noted("idle_watts"), figure(drawn, "raw.rated_input_w", 1, MOST))


def _of_rated(read: Reader, now: float, idle: float, rated: float) -> Read:
    """What share of its rating a motor gives, by what it draws over idling."""
    if rated <= idle:
        return read.refuses("idling draws as much as the rating: one of the two is not what it seems")
    share = (now - idle) / (rated - idle)
    if share < LEAST_SHARE:
        return read.refuses(f"only {100 * share:.2g} % of the motor's range over idling: too little to tell")
    return read.says(share * read.delivered_kw)


def _amps_3(read: Reader) -> Read:
    """`a(I) = √(I² − (0.97 I0)²)`; `P = (a(I) − a(I0)) / (I_N cos φ_N − a(I0)) · P_N (1 − drag)`."""
    now, idle = read.noted("amps"), read.noted("idle_amps", low=1e-3)
    if now < LEAST_AMPS_3 * idle:
        return read.refuses(f"{now:.3g} A is hardly over idling's {idle:.3g} A")
    active, at_idle = (math.sqrt(max(amps**2 - (STAYS * idle) ** 2, 0.0)) for amps in (now, idle))
    span = read.plate("amps") * read.plate("power_factor") - at_idle
    if span <= 0:
        return read.refuses("idling draws as much as the plate says of full load: one of the two is not what it seems")
    digit = read.noted("digit_amps", AMPS_DIGIT, 1e-3, 100)
    own = math.hypot(now * digit / (active * max(active - at_idle, 1e-9)), read.kind.own)
    if own > WIDEST_OWN:
        return read.refuses("so near idling the ammeter's own digit is a quarter of the load")
    return read.says((active - at_idle) / span * read.delivered_kw, own)


def _amps_1(read: Reader) -> Read:
    """As watts, by the current alone: U and the plate's cos φ fall out. A single-phase motor's current says little."""
    now, idle = read.noted("amps"), read.noted("idle_amps", low=1e-3)
    if now < LEAST_AMPS_1 * idle:
        return read.refuses(f"{now:.3g} A is hardly over idling's {idle:.3g} A")
    return _of_rated(read, now, idle, read.plate("amps"))


def _slip(read: Reader) -> Read:
    """`P = (n0 − n)/(n0 − n_N) · P_N (1 − drag) n/n_N`, at the motor's pulley."""
    if motor(read.machine.spindle.motor).holds_speed:
        return read.refuses("on an inverter the speed is held: it says nothing of the load")
    idle, now, rated = read.noted("idle_rpm", low=1), read.noted("rpm", low=1), read.plate("speed_rpm")
    if rated >= idle or idle - now < LEAST_SLIP * (idle - rated):
        return read.refuses(f"{idle - now:.3g} rpm slower than idling is too little to tell, of {max(idle - rated, 0):.3g} at full load")
    return read.says((idle - now) / (idle - rated) * read.delivered_kw * now / rated)


def _dynamometer(read: Reader) -> Read:
    """As read."""
    quantity = "thrust" if "thrust_n" in read.raw else "torque"
    return read.says(read.noted("thrust_n" if quantity == "thrust" else "torque_nm", low=1e-6), quantity=quantity)


def _scale(read: Reader) -> Read:
    """`T = g (kg − tare)`, of a scale under the work."""
    shown, tare = read.noted("kg"), read.noted("tare_kg", 0.0)
    if read.raw.get("bridged") is True:
        return read.refuses("something beside the scale bears a part of the thrust")
    if shown > read.noted("range_kg", MOST) or shown <= tare:
        return read.refuses("the scale is over its range, or shows no more than before")
    return read.says(N_PER_KGF * (shown - tare))


def _hand(read: Reader) -> Read:
    """`T = (F − spring) · ratio`, of the pull at the lever's end."""
    feed = read.machine.feed
    ratio = force_ratio_of(feed)
    if ratio is None:
        raise BadInput.at("machine.feed", "must have a lever or a wheel whose lengths, or a scale test, are known")
    pull, spring = read.noted("hand_force_n", low=1e-6), feed.return_spring_n or 0.0
    if pull <= spring:
        return read.refuses(f"{pull:.3g} N is no more than the return spring takes, {spring:.3g} N")
    return read.says((pull - spring) * ratio, meter=read.kind.meter if feed.scale_test else FROM_LENGTHS)


def _timed_feed(read: Reader) -> Read:
    """The thrust of the pull, at the feed that came of it: `f = 60 x / (t n)`."""
    depth, seconds = read.noted("depth_mm"), read.noted("seconds")
    if depth < LEAST_MM or seconds < LEAST_S:
        return read.refuses(f"time at least {LEAST_MM:g} mm and {LEAST_S:g} s, between the full point and the breakthrough")
    pull = read.setting.get("hand_force_n", read.raw.get("hand_force_n"))
    by_hand = _hand(Reader(read.kind, {"hand_force_n": figure(pull, "setting.hand_force_n", 1e-6, MOST)}, read.machine, read.speed_rpm, {}))
    if by_hand.value is None:
        return by_hand
    own = math.hypot(read.kind.own, FEED_POWER * HALF / seconds, FEED_POWER * HALF / depth)
    return read.says(by_hand.value, own)


READERS: dict[str, Callable[[Reader], Read]] = {
    "load-percent": _load_percent,
    "watts": _watts,
    "amps-3": _amps_3,
    "amps-1": _amps_1,
    "slip": _slip,
    "dynamometer": _dynamometer,
    "scale": _scale,
    "hand-scale": _hand,
    "hand-feel": _hand,
    "timed-feed": _timed_feed,
}
