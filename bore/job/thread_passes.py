"""How a thread is milled: in how many passes, each how deep, common practice of the trade."""

from bore.job.job import Job

# One pass will do for a small thread in soft metal; tough, hard or coarse ones want more.
TOUGH = ("M", "S", "H")
HARD_HB, COARSE_MM, SMALL_MM = 300.0, 2.0, 1.5
# The last pass takes no more than this on a side, so that it cuts true, mm.
LAST_MM = 0.1


def thread_passes(job: Job) -> int:
    """How often a thread mill goes round: one to two in soft metal, two to three in stainless, nickel, titanium, over 300 HB or from 2 mm
    pitch on (common practice)."""
    pitch, material = job.cutter.pitch_mm or 1.0, job.material
    tough = material.iso_group in TOUGH or (material.hardness_hb or 0.0) > HARD_HB
    if tough:
        return 3 if pitch >= COARSE_MM else 2
    return 1 if pitch < SMALL_MM else 2


def pass_depths_mm(depth_mm: float, passes: int) -> tuple[float, ...]:
    """How far each pass stands in from the finished flank, mm: even ones, and a last of at most a tenth.

    >>> pass_depths_mm(1.0, 1), pass_depths_mm(1.0, 2), pass_depths_mm(0.7, 3)
    ((0.0,), (0.1, 0.0), (0.4, 0.1, 0.0))
    """
    if passes == 1:
        return (0.0,)
    last = min(LAST_MM, depth_mm / passes)
    rough = depth_mm - last
    return (*(round(last + rough * (1 - k / (passes - 1)), 4) for k in range(1, passes)), 0.0)
