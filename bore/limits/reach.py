"""Is the drill long enough, and has the machine the travel and the room?"""

from bore.job.columns import Columns
from bore.limits.judgement import CANNOT, Judgement, Limit, worst
from bore.loads.loads import Loads
from bore.mechanics.kinematics import travel_mm
from bore.quantities.bands import Band


def judge(columns: Columns, loads: Loads) -> Judgement:
    """Flute length, stroke and daylight, each as the length needed against the length there is."""
    beyond = columns.breakthrough_mm if columns.through else 0.0
    point = columns.point_length_mm
    deepest = travel_mm(approach_mm=columns.bush_height_mm, depth_mm=columns.depth_mm, point_length_mm=point, breakthrough_mm=beyond)
    # Flute that must stay outside the hole for the chips, in diameters: the least, and what is wanted.
    least, wanted = (deepest + room * columns.diameter_mm for room in columns.family.chip_room)
    found = Judgement(
        demand=Band(least, least, wanted),
        soft=columns.flute_length_mm,
        hard=columns.flute_length_mm,
        unit="mm",
        past_hard=CANNOT,
        part="reach of the cutter",
    )
    if columns.stroke_mm is not None:
        stroke = Band.exactly(columns.approach_mm + deepest)
        found = worst(
            found, Judgement(demand=stroke, soft=columns.stroke_mm, hard=columns.stroke_mm, unit="mm", past_hard=CANNOT, part="stroke")
        )
    if columns.daylight_mm is not None:
        needed = Band.exactly(columns.free_length_mm + columns.depth_mm + columns.bush_height_mm + columns.approach_mm)
        found = worst(
            found,
            Judgement(demand=needed, soft=columns.daylight_mm, hard=columns.daylight_mm, unit="mm", past_hard=CANNOT, part="daylight"),
        )
    return found


LIMIT = Limit(
    id="reach",
    failure="the cutter won't reach",
    thing="reach",
    question="Is the drill long enough, and has the machine the travel?",
    reads=(
        "hole.depth_mm",
        "hole.through",
        "hole.start.bush_height_mm",
        "cutter.flute_length_mm",
        "cutter.free_length_mm",
        "cutter.point_angle_deg",
        "machine.stroke_mm",
        "machine.daylight_mm",
        "setting.approach_mm",
        "setting.breakthrough_mm",
    ),
    eased_by=("longer-drill", "other-machine", "both-sides"),
    judge=judge,
    floor=True,
)
