"""Every family of cutters, listed. A new family is its folder and its line here."""

from bore.cutters.annular.family import FAMILY as ANNULAR
from bore.cutters.boring.family import FAMILY as BORING
from bore.cutters.centre.family import FAMILY as CENTRE
from bore.cutters.core.family import FAMILY as CORE
from bore.cutters.counterbore.family import FAMILY as COUNTERBORE
from bore.cutters.countersink.family import FAMILY as COUNTERSINK
from bore.cutters.family import Family
from bore.cutters.gun.family import FAMILY as GUN
from bore.cutters.indexable.family import FAMILY as INDEXABLE
from bore.cutters.reamer.family import FAMILY as REAMER
from bore.cutters.replaceable_tip.family import FAMILY as REPLACEABLE_TIP
from bore.cutters.spade.family import FAMILY as SPADE
from bore.cutters.spot.family import FAMILY as SPOT
from bore.cutters.step.family import FAMILY as STEP
from bore.cutters.tap.family import FAMILY as TAP
from bore.cutters.thread_mill.family import FAMILY as THREAD_MILL
from bore.cutters.twist.family import FAMILY as TWIST
from bore.job.cutter_kinds import CutterKind

ALL_FAMILIES: tuple[Family, ...] = (
    TWIST,
    SPADE,
    REPLACEABLE_TIP,
    INDEXABLE,
    GUN,
    ANNULAR,
    SPOT,
    CENTRE,
    STEP,
    CORE,
    BORING,
    REAMER,
    COUNTERBORE,
    COUNTERSINK,
    TAP,
    THREAD_MILL,
)
BY_ID = {family.id: family for family in ALL_FAMILIES}


def family(name: str) -> Family:
    """The family of this name."""
    return BY_ID[name]


def family_of(kind: CutterKind) -> Family:
    """The family, with its rules, whose facts these are."""
    return BY_ID[kind.id]
