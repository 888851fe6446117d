"""Six whole programs as a setter reads them, line by line: `python -m tests.program_pages` writes `docs/programs/`; a test holds the pages to
what is written today."""

import re
from typing import Any

from tests.answers import plan_answer, written_answer
from tests.asking import ROOT
from tests.demo import asked

PAGES = ROOT / "docs" / "programs"
ZERO, TURNED_ZERO = "left front corner of the plate, top face", "face of the part, on the centre line"
THROUGH = {"flood": 8, "mist": 7, "through": 88, "off": 9}
# The page's name, its heading, the plan, what else the plan is told, the control.
JOBS: dict[str, tuple[str, tuple[Any, ...], dict[str, Any], dict[str, Any]]] = {
    "milling-set": (
        "A set on a machining centre: four M12 through a plate",
        ("v1", "M12", 20.0, "steel-structural-355"),
        {},
        {"rigid_word": 29},
    ),
    "thread-mill": (
        "A thread milled in titanium, in passes",
        ("v1", "M12", 18.0, "titanium-64"),
        {"through": False, "plate_thickness_mm": 40.0, "thread": "mill"},
        {},
    ),
    "gun-drill-on-a-centre": ("A gun drill on a machining centre, through its guide", ("v1", "8", 160.0, "steel-c45"), {}, {}),
    "gun-drilling-machine": (
        "A gun drill on its own machine, through its bush",
        ("g1", "10", 400.0, "steel-c45"),
        {},
        {"tool_change": "T-only"},
    ),
    "turning-a": ("A turning centre, code system A", ("t1", "M12", 20.0, "stainless-304"), {}, {"codes": "turning-a"}),
    "turning-b": (
        "A turning centre, code system B",
        ("t1", "12 H7", 25.0, "bronze-tin"),
        {},
        {"codes": "turning-b", "index_from": "home-53"},
    ),
}
POINTS = [[20.0, 20.0], [100.0, 20.0], [100.0, 60.0], [20.0, 60.0]]
# What a block is for, by how it is written; the first that fits.
MEANS: tuple[tuple[str, str], ...] = (
    (r"%", "begins and ends the tape"),
    (r"O\d+", "the program's number"),
    (r"\(SET-UP", "which set-up this is"),
    (r"\(ZERO", "where the zero lies: look, touch, compare before anything turns"),
    (r"\(UNDER|\(LOOK", "what the point meets where it comes through"),
    (r"\(HELD", "how it is held"),
    (r"\(SETTINGS", "nothing here was measured on this machine"),
    (r"\(ASSUMED|\([A-Z_]+, ", "what nobody said of the control: compare with its manual"),
    (r"\(T\d+ .*STOP", "a tool: what, how far out, how deep its tip ends"),
    (r"\(T\d+", "the tool whose section begins; it can be begun again from here"),
    (r"\(MEASURE|\(BY HAND", "what the hand does while the machine stands"),
    (r"\(", "what it is"),
    (
        r"G2[01] G1[78]",
        "units, plane, and everything off that may have stood: compensation, lengths, cycles; feed and distance as used below",
    ),
    (r"G91 G28 Z0\.", "home in Z from where it stands, by no way over the work"),
    (r"G91 G28 Y0\.", "the table to the front, for whoever takes the part out"),
    (r"G28 U0\.", "X home first, from where it stands"),
    (r"G28 W0\.", "then Z: the turret is clear of chuck and work"),
    (r"G53 G0 [XZ]0\.", "home in machine coordinates, whatever zero stands"),
    (r"G90$", "back to places counted from the zero"),
    (r"(N\d+ )?T\d{4}", "the turret turns, with the tool's own offset; N to begin again from"),
    (r"(N\d+ )?T\d+", "the tool; N to begin again from"),
    (r"M1$", "stops here if the key is set: look at what was made"),
    (r"M0", "stops: a hand works"),
    (r"G90 G5\d G17", "its own zero, plane and feed said again, and over the first place at a safe height"),
    (r"S60 M3", "a creep: the head is not in its guide yet"),
    (r"(G97 )?S\d+ M[34]", "speed, and the spindle on; on turning work by revolutions, never by surface speed on the centre line"),
    (r"M29", "rigid: spindle and feed in step from here"),
    (r"G95", "feed by the turn: a thread is cut by its pitch"),
    (r"G94", "feed by the minute again"),
    (r"G43", "the tool's own length, down to a height that clears everything"),
    (r"M88|M8$|M7$", "coolant, on a line of its own"),
    (r"M9", "coolant off"),
    (r"M5", "the spindle stops"),
    (r"M4", "backwards, to come out of the thread"),
    (r"M30", "the end, back to the beginning"),
    (r"G9[89] G84", "the tap: in and out at its pitch, above the work by more than two turns"),
    (r"G84", "the tap's face cycle: in and out at its pitch"),
    (r"G9[89] G85", "in and out at the same feed: no line is left"),
    (r"G9[89] G83", "pecks, out each time; Q counts from R and makes the plan's own depths"),
    (r"G9[89] G73", "pecks that only break the chip"),
    (r"G9[89] G82", "to the bottom, two turns standing: the seat is clean"),
    (r"G9[89] G81", "straight in and out; G98 comes back up to where it clears"),
    (r"G80", "the cycle is off before anything else moves"),
    (r"X-?[\d.]+ Y", "the next place"),
    (r"G4", "time to come up to speed, or to clean a seat"),
    (r"G41", "compensation on along a straight, inside the hole"),
    (r"G40", "back to the middle, compensation off"),
    (r"G3 .*Z", "round to the left, climbing: into the wall, round once, or out of it again"),
    (r"G1 Z5\. F", "out of the hole stopped, at a feed"),
    (r"G1 Z-", "in, at its feed"),
    (r"G1 Z", "out at its feed"),
    (r"G0 X.*Z", "on the centre line, before the face"),
    (r"G0 X", "over the place"),
    (r"G0 Z-", "back to just above where it stopped"),
    (r"G0 Z", "clear"),
)
HEAD = """# {title}

{hole}, {depth:g} mm {through} in {metal}, as the product writes it for a control of the forms said below. Made with
`python -m tests.program_pages`; the simulated controller reads it back without a difference from the plan, and finds nothing a setter would
stop at. Figures are estimates; the machine's instructions, the shop's rules and whoever answers for the machine come first.

| block | what it is for |
|---|---|
"""


def meaning(line: str) -> str:
    """What a block is for."""
    return next(words for pattern, words in MEANS if re.match(pattern, line))


def page(name: str) -> str:
    """A page: the program, each block with what it is for."""
    title, plan, more, control = JOBS[name]
    machine, hole, depth, metal = plan
    found = plan_answer(asked(*plan, **more))
    steps = [
        {"kind": one["kind"], "words": f"{one['words']}, {one['tool']}", "case": one["cut"]["case"]}
        for one in found["plan"]["steps"]
        if one["cut"]
    ]
    single = machine in ("t1", "g1")
    sheet = {
        "name": f"{hole} in {metal}",
        "zero": TURNED_ZERO if machine == "t1" else ZERO,
        "steps": steps,
        "control": {"coolant": THROUGH} | control,
    }
    text = written_answer(sheet | {"points_mm": [[0.0, 0.0]] if single else POINTS})["program"]
    rows = "\n".join(f"| `{line}` | {meaning(line)} |" for line in text.splitlines())
    through = "through" if found["through"] else "deep"
    return HEAD.format(title=title, hole=hole, depth=depth, through=through, metal=found["material"]) + rows + "\n"


def main() -> None:
    """Write every page."""
    PAGES.mkdir(exist_ok=True)
    for name in JOBS:
        (PAGES / f"{name}.md").write_text(page(name), encoding="utf-8")


if __name__ == "__main__":
    main()
