"""Where a run stands at a moment: plain figures, so that it can be written down and gone on with."""

from dataclasses import asdict, dataclass, field
from typing import Any

# How a run is reckoned: one that was drilled by another reckoning cannot be gone on with, or shown again.
RECKONING = 2


@dataclass(slots=True)
class State:
    """All that a step needs of what went before. Lengths in mm from the face, temperatures in °C, forces in N at the lever, torque in N·m.

    tip: where the drill's tip is; deep: how deep it has been; clear_at: how deep it was when the flutes were last clear; used: the share of the
    edge's life that is gone; fired: the events there have been."""

    t_s: float = 0.0
    force_n: float = 0.0
    tip_mm: float = -2.0
    deep_mm: float = 0.0
    clear_at_mm: float = 0.0
    speed_rpm: float = 0.0
    torque_nm: float = 0.0
    feed_mm_rev: float = 0.0
    thrust_n: float = 0.0
    used: float = 0.0
    began_used: float = 0.0
    skin: float = 0.0
    oil: float = 1.0
    body_c: float = 20.0
    edge_c: float = 20.0
    heat: float = 0.0
    heats_mm_rev: float = 0.0
    smokes_s: float = 0.0
    blue_s: float = 0.0
    packing: float = 1.0
    offset_mm: float = 0.0
    turns: float = 0.0
    feed_before: float = 0.0
    thrust_before: float = 0.0
    leaving_s: float = -1.0
    leaving_feed: float = 0.0
    leapt: float = 1.0
    snatched: bool = False
    rubbing_s: float = 0.0
    crowded_s: float = 0.0
    stands: bool = False
    standing_s: float = 0.0
    slipping: bool = False
    rubs: bool = False
    bites: bool = False
    full: bool = False
    engaged_mm: float = 0.0
    on: bool = True
    off_s: float = 0.0
    end: str = ""
    fired: list[str] = field(default_factory=list)

    def as_data(self) -> dict[str, Any]:
        """To be kept."""
        return asdict(self)


def state_from(data: dict[str, Any]) -> State:
    """What was kept."""
    return State(**data)
