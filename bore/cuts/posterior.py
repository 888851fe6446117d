"""What a shop's cuts have taught, small enough to be kept: the state's mean and how far it is known, column by column, so that a job is
answered without the cuts. `mean = Zᵀ S y`, `C = Zᵀ S Z`; for a job with row z: mean `z · (Zᵀ S y)`, variance `z·z − zᵀ C z`, which is what
`bore.cuts.learning` says from the cuts themselves. Edges are left out: a job does not say with which grind it will be cut."""

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import field
from typing import Any

import numpy as np
from numpy.typing import NDArray

from bore.base.immutable import immutable
from bore.cuts.columns import WEAR, Prior
from bore.cuts.kinds import reading_kinds
from bore.cuts.learning import BEYOND, HOLDS_90, Fit, fit, pairing_of
from bore.cuts.logged import LoggedCut, Of
from bore.cuts.of import of_job, used_of
from bore.job.job import Job
from bore.quantities.calibrations import NINETY, NONE, Calibrations, Experience

Array = NDArray[np.float64]
# So many answers are remembered.
MOST_LATELY = 2000
# What is kept is their square.
MOST_COLUMNS = 400


@immutable
class Taught:
    """Of one quantity: the columns' places, their mean, how far each is known, the narrowest band, how honest cuts have been, how far
    the furthest fitted cut moved, how many there were of each pairing of metal, cutter and machine, and the way each machine's own motor
    is read by most."""

    quantity: str
    narrowest: float
    places: dict[tuple[str, ...], int]
    mean: Array
    known: Array
    quality: float
    furthest: float
    pairings: dict[tuple[str, ...], int]
    meters: dict[str, str] = field(default_factory=dict)

    def at_meter(self, of: Of, used: float) -> Experience | None:
        """The same as the machine's own motor would be read to give it; None where it never was."""
        kind = self.meters.get(of.machine)
        return None if kind is None else self.says(of, used, kind)

    def says(self, of: Of, used: float, kind: str | None = None) -> Experience:
        """What the cuts say of a job's like, for a band of any width; with a kind of meter, what that will read of it."""
        prior = Prior(self.quantity, self.narrowest)
        columns = dict(prior.columns(of, self.narrowest, used))
        if kind is not None:
            columns["meter", of.machine, kind] = reading_kinds()[kind].meter
        z, size = self._row(columns), self._row({prior.size_column(of): 1.0})
        pairing = pairing_of(of)
        cuts = self.pairings.get(pairing, 0)
        return Experience(
            mean=float(z @ self.mean),
            mean_size=float(size @ self.mean),
            variance=sum(spread**2 for spread in columns.values()) - float(z @ self.known @ z),
            cross=-float(z @ self.known @ size),
            variance_size=1.0 - float(size @ self.known @ size),
            narrowest=self.narrowest,
            scatter=prior.scatter,
            quality=HOLDS_90 * self.quality,
            bound=math.inf if cuts else BEYOND * self.furthest,
            unknown_wear=WEAR * used * NINETY,
            cuts=cuts,
            others=sum(self.pairings.values()) - cuts,
        )

    def _row(self, columns: dict[tuple[str, ...], float]) -> Array:
        row = np.zeros(self.mean.size)
        for name, spread in columns.items():
            if name in self.places:
                row[self.places[name]] = spread
        return row

    def as_data(self) -> dict[str, Any]:
        """To be kept: plain lists and figures."""
        return {
            "quantity": self.quantity,
            "narrowest": self.narrowest,
            "columns": [list(name) for name in self.places],
            "mean": self.mean.tolist(),
            "known": self.known.tolist(),
            "quality": self.quality,
            "furthest": self.furthest,
            "pairings": [[*name, count] for name, count in self.pairings.items()],
            "meters": self.meters,
        }


def taught_from(data: dict[str, Any]) -> Taught:
    """What was kept of it."""
    return Taught(
        data["quantity"],
        data["narrowest"],
        {tuple(name): place for place, name in enumerate(data["columns"])},
        np.array(data["mean"], dtype=np.float64),
        np.array(data["known"], dtype=np.float64).reshape(len(data["mean"]), len(data["mean"])),
        data["quality"],
        data["furthest"],
        {tuple(row[:-1]): row[-1] for row in data["pairings"]},
        data.get("meters", {}),
    )


def fitted(quantity: str, cuts: Sequence[LoggedCut]) -> Fit | None:
    """The cuts of a quantity fitted, against the narrowest band any of them had; None where there are none."""
    return fit(cuts, Prior(quantity, min(cut.said.half_width for cut in cuts))) if cuts else None


def teach(found: Fit) -> Taught:
    """What fitted cuts have taught."""
    meters = _meters(found)
    kept = _kept(found, meters)
    places = [found.names[name] for name in kept]
    pull = found.rows.T @ (found.inverse @ found.y)
    rows = found.rows[:, places]
    return Taught(
        found.prior.quantity,
        found.prior.narrowest,
        {name: place for place, name in enumerate(kept)},
        np.asarray(pull[places], dtype=np.float64),
        np.asarray(rows.T @ found.inverse @ rows, dtype=np.float64),
        found.honesty,
        found.furthest,
        dict(Counter(pairing_of(cut.of) for cut in found.cuts)),
        meters,
    )


def _meters(found: Fit) -> dict[str, str]:
    """By machine, the way its own motor was read most often."""
    read = Counter(
        (found.cuts[int(place)].of.machine, kind)
        for place, kind in zip(found.place, found.kinds, strict=True)
        if reading_kinds()[kind].of_the_drive
    )
    # The commonest last, so that it stands.
    return {machine: kind for (machine, kind), _ in reversed(read.most_common())}


def _kept(found: Fit, meters: dict[str, str]) -> list[tuple[str, ...]]:
    """The columns that are kept: all but edges and meters that are not a machine's chief one in any shop there is, those that most cuts
    share where names are without end."""
    names = [name for name in found.names if name[0] != "edge" and (name[0] != "meter" or meters.get(name[1]) == name[2])]
    if len(names) <= MOST_COLUMNS:
        return names
    shared = np.count_nonzero(found.rows, axis=0)
    return sorted(names, key=lambda name: -int(shared[found.names[name]]))[:MOST_COLUMNS]


@immutable
class Log:
    """What a shop's log says, by quantity; of what it was asked lately it remembers the answer, since a plan asks of the same like over
    and over."""

    torque: Taught | None = None
    thrust: Taught | None = None
    lately: dict[tuple[Of, float], Calibrations] = field(default_factory=dict)

    def calibrations_of(self, job: Job) -> Calibrations:
        """Of a job: nothing where no cut is known."""
        asked = of_job(job), used_of(job)
        found = self.lately.get(asked)
        if found is None:
            if len(self.lately) >= MOST_LATELY:
                self.lately.clear()
            torque, thrust = (NONE if one is None else one.says(*asked) for one in (self.torque, self.thrust))
            at_meter = None if self.torque is None else self.torque.at_meter(*asked)
            found = self.lately[asked] = Calibrations(torque, thrust, at_meter)
        return found
