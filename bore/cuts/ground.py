"""A cutter that came back from the grinder: shorter, and of a length that nobody has proved yet."""

from typing import Any

from bore.base.errors import BadInput
from bore.case.records import complete_cutter_record
from bore.job.cutter_kinds import cutter_kind

Data = dict[str, Any]
LENGTHS = ("flute_length_mm", "free_length_mm", "body_length_mm")
# What a grind takes off a carbide tip, mm (common practice); of other edges the family says it.
TIP_MM = 0.3


def taken_off_mm(cutter: Data) -> float:
    """What a grind usually takes off a cutter's length, mm (common practice); none of one whose ends are not ground.

    >>> taken_off_mm({"family": "twist"}), taken_off_mm({"family": "tap"}), taken_off_mm({"family": "twist", "substrate": "carbide-tipped"})
    (0.5, 0.0, 0.3)
    """
    usual = cutter_kind(cutter["family"]).ground_mm
    return min(usual, TIP_MM) if cutter.get("substrate") == "carbide-tipped" else usual


def shortened(cutter: Data, free_length_mm: float | None = None) -> Data:
    """A cutter's record after a grind: its lengths less what was taken off, or as measured (how far it stands out of its holder); its length
    is unproved until it is touched off. Raises BadInput where what was measured is no shorter length of it."""
    whole = complete_cutter_record(cutter)
    off = taken_off_mm(cutter)
    if free_length_mm is not None:
        off = whole["free_length_mm"] - free_length_mm
        if not 0 <= off < whole["flute_length_mm"]:
            least = whole["free_length_mm"] - whole["flute_length_mm"]
            raise BadInput.at("length_mm", f"stood out {whole['free_length_mm']:g} mm before; accepted: {max(least, 1):g} to that")
    if off <= 0:
        return cutter
    lengths = {name: round(whole[name] - off, 3) for name in LENGTHS if whole.get(name) is not None}
    if min(lengths.values()) < 1:
        raise BadInput.at("kind", "leaves nothing of its flutes: scrapped rather than sharpened")
    return cutter | lengths | {"length_unproved": True}


def proved(cutter: Data) -> Data:
    """A cutter's record once it is touched off again."""
    return {name: value for name, value in cutter.items() if name != "length_unproved"}
