"""What every check looks at: the run, the control, the plan; and who asks what of which tool."""

import math
from collections.abc import Iterator
from dataclasses import field

from bore.base.immutable import immutable
from bore.program.control import Control
from bore.program.readback.finding import Finding
from bore.program.readback.plan import Planned, PlannedTool
from bore.program.state import SAME_MM, Made, Move, Run, Seen, key_of

Found = Iterator[Finding]
TURN = 2 * math.pi
FOLLOWING = ("open", "drill", "bore", "ream", "counterbore", "countersink", "tap")


@immutable
class Turn:
    """A whole turn: its first move, the one before it and the one after, and how far it climbs, mm."""

    move: Move
    before: Move | None
    after: Move | None
    rise_mm: float


@immutable
class Look:
    """A run to be looked at. control: as given, or as the program itself shows."""

    run: Run
    control: Control
    plan: Planned
    # The holes at each place, each block by its line, the turns there are: looked for once.
    at: dict[tuple[float, float], list[Made]] = field(default_factory=dict)
    blocks: dict[int, Seen] = field(default_factory=dict)
    whole_turns: list[Turn] = field(default_factory=list)

    @staticmethod
    def of(run: Run, control: Control, plan: Planned) -> "Look":
        """A look at a run, what it asks for often laid ready."""
        found = Look(run, control, plan, blocks={one.block.line: one for one in run.seen})
        for hole in run.holes:
            found.at.setdefault(key_of((hole.x_mm, hole.y_mm, 0.0)), []).append(hole)
        found.whole_turns.extend(found._turns())
        return found

    def holes_at(self, x_mm: float, y_mm: float) -> list[Made]:
        """The holes at a place."""
        return self.at.get(key_of((x_mm, y_mm, 0.0)), [])

    @property
    def moves(self) -> list[Move]:
        """Every move."""
        return self.run.moves

    @property
    def seen(self) -> list[Seen]:
        """Every block as it was obeyed."""
        return self.run.seen

    def cuts(self) -> Iterator[Move]:
        """Moves that cut metal: fed below the face, deeper than the hole that is there already."""
        deep: dict[tuple[float, float], float] = {}
        for move in self.moves:
            face = self.plan.face_mm(move.end[0], move.end[1]) or 0.0
            if move.kind != "feed" or min(move.start[2], move.end[2]) >= face - SAME_MM:
                continue
            place = (round(move.end[0], 2), round(move.end[1], 2))
            if move.arc is not None or move.modes is None:
                yield move
            elif move.end[2] < move.start[2] and -move.end[2] > deep.get(place, -face) + SAME_MM:
                deep[place] = -move.end[2]
                yield move
            elif self._opens(move):
                yield move

    def _opens(self, move: Move) -> bool:
        """Whether a tool works in a hole that another has made: driven by a cycle, or of a kind that opens, reams or taps; one that is only
        eased in cuts nothing."""
        follows = self.planned(move).kind in FOLLOWING
        return move.end[2] < move.start[2] and (move.in_cycle or follows)

    def _turns(self) -> Iterator[Turn]:
        """Whole turns below the face, in one block or in two."""
        group: list[Move] = []
        before: Move | None = None
        for place, move in enumerate(self.moves):
            goes_on = (
                bool(group) and move.arc is not None and group[-1].arc is not None and math.dist(move.arc[:2], group[-1].arc[:2]) < 0.02
            )
            if move.arc is None or min(move.start[2], move.end[2]) >= 0:
                group, before = [], move
                continue
            if not goes_on:
                before, group = (group[-1] if group else before), []
            group.append(move)
            if sum(one.arc[3] for one in group if one.arc) >= TURN - 1e-3:
                after = self.moves[place + 1] if place + 1 < len(self.moves) else None
                yield Turn(group[0], before, after, group[-1].end[2] - group[0].start[2])

    def planned(self, one: Made | Move) -> PlannedTool:
        """What is planned of the tool of a hole or a move, there."""
        return self.plan.tool(one.tool, (one.x_mm, one.y_mm) if isinstance(one, Made) else one.end[:2])

    def holes_of(self, tool: int) -> list[Made]:
        """The holes a tool made."""
        return [one for one in self.run.holes if one.tool == tool]
