"""How far above the work a tap begins: one figure for plan, card and program."""

# A floating holder wants room to be drawn out; rigid, two turns of the thread or a little, so that the spindle is in step (common practice).
FLOATING_MM, RIGID_MM, RIGID_TURNS = 6.0, 2.5, 2.0


def tap_start_mm(held: str | None, pitch_mm: float) -> float:
    """How far above the work a tap starts, mm; held in any way but rigidly it wants the floating holder's room.

    >>> tap_start_mm("rigid", 1.0), tap_start_mm("rigid", 1.75), tap_start_mm("floating", 1.75), tap_start_mm(None, 1.0)
    (2.5, 3.5, 6.0, 6.0)
    """
    return max(RIGID_TURNS * pitch_mm, RIGID_MM) if held == "rigid" else FLOATING_MM
