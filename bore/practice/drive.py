"""The spindle under a load: what its motor gives at a speed, what its belt passes, how fast it runs a moment later."""

import math

from bore.job.columns import Columns
from bore.machines.kinds import motor
from bore.practice import facts
from bore.practice.state import State

# How much slower a loaded induction motor runs than its field (1420 of 1500 rpm); speeds above nought that a motor is reckoned at.
SLIP, LEAST_SLIP, NEARLY = 0.053, 1e-4, 0.997
# A motor that holds its speed gives all it has by so small a share below it (own choice).
HELD_WITHIN = 0.02
# A motor with brushes that gives hardly more standing than running runs away no further than this allows.
UNIVERSAL, LEAST_RATIO = "universal", 1.5


def motor_nm(columns: Columns, breakdown_nm: float, speed_rpm: float) -> float:
    """What the motor gives, felt at the spindle, N·m. Induction: Kloss, `M = 2 M_b / (σ/σ_b + σ_b/σ)` with `σ_b = σ_r (R + √(R² − 1))`; a motor
    with brushes falls off in a line from what it gives standing to its rating at its speed; one that holds its speed gives all it has as soon
    as that falls a little."""
    rated, ratio = breakdown_nm / float(columns.breakdown_ratio), float(columns.breakdown_ratio)
    set_rpm = float(columns.speed_rpm)
    if motor(columns.motor).holds_speed:
        return min(max((set_rpm - speed_rpm) / (HELD_WITHIN * set_rpm), 0.0), 1.0) * breakdown_nm
    if columns.motor == UNIVERSAL:
        return max(breakdown_nm - (breakdown_nm - rated) * speed_rpm / set_rpm, 0.0)
    # The speed of a step is the motor's at its rating: with less to do it runs nearer to its field's.
    slip = 1 - speed_rpm * (1 - SLIP) / set_rpm
    at_most = SLIP * (ratio + math.sqrt(max(ratio**2 - 1, 0.0)))
    if abs(slip) < LEAST_SLIP:
        return 0.0
    return 2 * breakdown_nm / (slip / at_most + at_most / slip)


def idles_rpm(columns: Columns, breakdown_nm: float) -> float:
    """How fast it runs with nothing to cut: nearly the field's own; a motor with brushes as fast as its line goes, `n R / (R − 1)`; one that
    holds its speed no faster."""
    set_rpm = float(columns.speed_rpm)
    if motor(columns.motor).holds_speed:
        return set_rpm
    if columns.motor == UNIVERSAL:
        ratio = max(float(columns.breakdown_ratio), LEAST_RATIO)
        return set_rpm * ratio / (ratio - 1)
    return set_rpm / (1 - SLIP) * NEARLY


def turn(columns: Columns, state: State, load_nm: float, belt_nm: float, breakdown_nm: float, dt: float) -> None:
    """A step of `J dω/dt = min(motor, belt) − M`, the motor's own slope taken implicitly; a belt past what it carries passes less until the
    load has fallen below that."""
    speed, j = state.speed_rpm, columns.machine_kind.inertia_kg_m2
    gives = motor_nm(columns, breakdown_nm, speed) if state.on else 0.0
    near = motor_nm(columns, breakdown_nm, speed + 1.0) if state.on else 0.0
    if load_nm > belt_nm:
        state.slipping = True
    elif load_nm < facts.SLIPPING * belt_nm:
        state.slipping = False
    passes, slope = (facts.SLIPPING * belt_nm, 0.0) if state.slipping else (gives, max(gives - near, 0.0) * 30 / math.pi)
    omega = speed * math.pi / 30
    gained = dt * (passes - load_nm) / (j + dt * slope)
    state.speed_rpm = min(max(omega + gained, 0.0) * 30 / math.pi, idles_rpm(columns, breakdown_nm))
    if not state.on:
        state.speed_rpm = max(state.speed_rpm - 2.0 * float(columns.speed_rpm) * dt, 0.0)
    state.off_s = 0.0 if state.on else state.off_s + dt
    state.stands = state.on and state.speed_rpm < facts.STANDS * float(columns.speed_rpm)
    # A switch trips by its heat: it adds up over every time the spindle stands.
    state.standing_s += dt if state.stands else 0.0
