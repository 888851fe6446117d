"""What a circle on a drawing may stand for: a thread drawn at its tap drill or with its nominal circle, a bolt's clearance hole, a reamed one."""

from bore.quantities.threads import FITS, all_metric

# So near its table's size a circle is taken for drawn at it, mm; a thread's nominal circle is drawn coarser (own choice).
NEAR_MM, NEAR_THREAD_MM = 0.06, 0.15
# From this size on a hole of a round size may be meant for a reamer, mm (own choice).
REAMED_FROM_MM = 3.0
# The clearance holes drawings commonly mean, by the words that name them.
CLEARANCES = {"clearance": FITS["medium"], "clearance fine": FITS["fine"]}


def could_be(diameter_mm: float, thread_mm: float | None = None) -> list[str]:
    """Holes as a drawing names them that this circle may be, the likeliest first; the plain size always among them. `thread_mm` is the
    nominal diameter of a thread's three-quarter circle round it, where one is drawn.

    >>> could_be(6.8), could_be(9), could_be(8), could_be(6.6, 8.0)[0]
    (['6.8', 'M8'], ['9', '9 H7', 'M8 clearance'], ['8', '8 H7'], 'M8')
    """
    plain = f"{round(diameter_mm, 3):g}"
    found = [plain]
    if diameter_mm >= REAMED_FROM_MM and abs(diameter_mm - round(diameter_mm)) < NEAR_MM / 10:
        found.append(f"{plain} H7")
    for name, size in all_metric().items():
        if thread_mm is not None and abs(size.diameter_mm - thread_mm) <= NEAR_THREAD_MM:
            found.insert(0, f"M{name:g}")
        elif abs(size.tap_drill_mm - diameter_mm) <= NEAR_MM:
            found.append(f"M{name:g}")
        found += [f"M{name:g} {words}" for words, fit in CLEARANCES.items() if abs(getattr(size, fit) - diameter_mm) <= NEAR_MM]
    return list(dict.fromkeys(found))
