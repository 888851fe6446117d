"""What a plan costs: the wear of its edges, the machine's hours, the changes; each figure with its working."""

from functools import cache

from bore.base.formula import formula
from bore.base.immutable import immutable
from bore.base.sources import rows, source
from bore.job.cutter import Cutter
from bore.job.job import Job
from bore.plan.step_cut import Cut
from bore.plan.times import Plan, Step
from bore.schools.wear import LIFE_GONE

# The shop's money for an hour of machine and hand where nobody said (an assumption, shown as one).
USUAL_RATE_PER_H = 45.0
# Turning an insert, or taking a drill out and putting a sharp one in, s (common practice).
INSERT_S, DRILL_S = 60.0, 90.0
MM_PER_M, S_PER_H = 1000.0, 3600.0


@immutable
class EdgeCost:
    """What it costs to keep an edge on a cutter, in the shop's money; None where nobody said."""

    price: float | None = None
    edge_price: float | None = None
    edges_per_insert: float = 1.0
    regrinds: int = 0
    regrind_price: float = 0.0
    survivors_share: float = 1.0
    edge_life_m: float | None = None

    @property
    def bought(self) -> float | None:
        """Price of what is used up: the insert, tip or blade, else the cutter itself."""
        return self.price if self.edge_price is None else self.edge_price


@immutable
class Money:
    """The rate of the machine, and the costs of the yard's cutters by their places."""

    rate_per_h: float = USUAL_RATE_PER_H
    edges: tuple[EdgeCost, ...] = ()

    def of(self, place: int | None) -> EdgeCost:
        """The costs of a cutter of the yard."""
        return self.edges[place] if place is not None and place < len(self.edges) else EdgeCost()


@immutable
class StepCost:
    """What a step costs a hole: edge (None where it has no price) and machine."""

    edge: float | None
    machine: float


@immutable
class PlanCost:
    """What a plan costs: each step, a hole, the changes, all of it; the cutters that have no price."""

    steps: tuple[StepCost, ...]
    a_hole: float
    changes: float
    total: float
    unpriced: tuple[int, ...]


@cache
def _lives() -> dict[tuple[str, str], float]:
    for row in rows("edge_life.csv"):
        source(row["source"])
    return {(row["edge"], row["iso_group"]): float(row["life_m"]) for row in rows("edge_life.csv")}


def usual_life_m(cutter: Cutter, iso_group: str) -> float:
    """Metres of hole an edge usually lasts at usual settings (common practice; an order of magnitude, mended by the log)."""
    edge = "insert" if cutter.kind.on_inserts else cutter.substrate
    return _lives()[(edge, iso_group)] * (1 - LIFE_GONE[cutter.wear])


@formula("Lives of an edge", "n = 1 + s + s² + … + s^r", "", "derived")
def lives(*, regrinds: int, survivors_share: float) -> float:
    """How often an edge is used on average: new, and after each regrind it survives (a geometric series).

    >>> round(lives(regrinds=2, survivors_share=0.6), 2), lives(regrinds=0, survivors_share=1.0)
    (1.96, 1.0)
    """
    return float(sum(survivors_share**k for k in range(regrinds + 1)))


@formula("Regrinds paid for", "g = 1 + s + … + s^(r−1)", "", "derived")
def regrinds_paid(*, regrinds: int, survivors_share: float) -> float:
    """How many regrinds are paid for on average: one that does not survive is paid for too.

    >>> round(regrinds_paid(regrinds=2, survivors_share=0.6), 2), regrinds_paid(regrinds=0, survivors_share=0.6)
    (1.6, 0.0)
    """
    return float(sum(survivors_share**k for k in range(regrinds)))


@formula("Cost of one edge", "c = (bought / edges + g · regrind) / n", "money", "derived")
def edge_cost(*, bought: float, edges_per_insert: float, regrind_price: float, lives: float, regrinds_paid: float) -> float:
    """What one life of an edge costs, in the shop's money.

    >>> round(edge_cost(bought=8.0, edges_per_insert=4, regrind_price=0.0, lives=1.0, regrinds_paid=0.0), 2)
    2.0
    >>> round(edge_cost(bought=66.0, edges_per_insert=1, regrind_price=19.0, lives=1.96, regrinds_paid=1.6), 2)
    49.18
    """
    return (bought / edges_per_insert + regrinds_paid * regrind_price) / lives


@formula("Edge worn by a hole", "w = depth / life", "", "derived")
def edge_share(*, depth_mm: float, life_m: float) -> float:
    """Share of an edge's life that one hole takes.

    >>> edge_share(depth_mm=20.0, life_m=4.0)
    0.005
    """
    return depth_mm / (life_m * MM_PER_M)


@formula("Machine's share of a hole", "m = rate · (time + w · change) / 3600", "money", "derived")
def machine_cost(*, rate_per_h: float, time_s: float, edge_share: float, edge_change_s: float) -> float:
    """What the machine's hour charges a hole, its share of changing the edge included.

    >>> machine_cost(rate_per_h=45.0, time_s=80.0, edge_share=0.0, edge_change_s=90.0)
    1.0
    """
    return rate_per_h * (time_s + edge_share * edge_change_s) / S_PER_H


@formula("Cost of the changes", "rate · Σ change / 3600", "money", "derived")
def changes_cost(*, rate_per_h: float, changes_s: float) -> float:
    """What changing tools, belts and gears costs once for all holes.

    >>> changes_cost(rate_per_h=45.0, changes_s=160.0)
    2.0
    """
    return rate_per_h * changes_s / S_PER_H


@formula("Cost of all holes", "count · a hole + changes", "money", "derived")
def batch_cost(*, count: int, a_hole: float, changes: float) -> float:
    """What a batch of holes costs.

    >>> batch_cost(count=10, a_hole=1.5, changes=5.0)
    20.0
    """
    return count * a_hole + changes


def cut_cost(money: Money, place: int, cut: Cut) -> StepCost:
    """What one cut costs a hole."""
    costs, cutter = money.of(place), cut.job.cutter
    life = costs.edge_life_m or usual_life_m(cutter, cut.job.material.iso_group)
    share = edge_share(depth_mm=cut.job.hole.depth_mm, life_m=life)
    change = INSERT_S if cutter.kind.on_inserts else DRILL_S
    machine = machine_cost(rate_per_h=money.rate_per_h, time_s=cut.time_s, edge_share=share, edge_change_s=change)
    if costs.bought is None:
        return StepCost(None, machine)
    one = edge_cost(
        bought=costs.bought,
        edges_per_insert=costs.edges_per_insert,
        regrind_price=costs.regrind_price,
        lives=lives(regrinds=costs.regrinds, survivors_share=costs.survivors_share),
        regrinds_paid=regrinds_paid(regrinds=costs.regrinds, survivors_share=costs.survivors_share),
    )
    return StepCost(one * share, machine)


def step_cost(money: Money, step: Step) -> StepCost:
    """What one step costs a hole; a hand's work costs its time."""
    if step.cut is None or step.cutter is None:
        machine = machine_cost(rate_per_h=money.rate_per_h, time_s=step.time_s, edge_share=0.0, edge_change_s=0.0)
        return StepCost(0.0, machine)
    return cut_cost(money, step.cutter, step.cut)


def plan_cost(money: Money, plan: Plan, base: Job) -> PlanCost:
    """What a plan costs, step by step and in all; a cutter without a price costs nothing and is named."""
    found = tuple(step_cost(money, step) for step in plan.steps)
    a_hole = sum((cost.edge or 0.0) + cost.machine for cost in found)
    changes = changes_cost(rate_per_h=money.rate_per_h, changes_s=sum(step.change_s for step in plan.steps))
    total = batch_cost(count=base.hole.count, a_hole=a_hole, changes=changes)
    unpriced = tuple(step.cutter for step, cost in zip(plan.steps, found, strict=True) if cost.edge is None and step.cutter is not None)
    return PlanCost(found, a_hole, changes, total, unpriced)
