"""What happens to an edge, and what it has done since it was last given one."""

from functools import cache

from bore.base.errors import BadInput
from bore.base.immutable import immutable
from bore.base.sources import rows


@immutable
class EdgeKind:
    """Something that happens to a cutter; `edge`: it cuts with a fresh edge from then on."""

    id: str
    words: str
    edge: bool


@cache
def edge_kinds() -> dict[str, EdgeKind]:
    """Everything that happens to an edge, by its name."""
    return {row["id"]: EdgeKind(row["id"], row["words"], row["edge"] == "true") for row in rows("edge_events.csv")}


def edge_kind(value: object) -> EdgeKind:
    """The kind of this name. Raises BadInput."""
    if not isinstance(value, str) or value not in edge_kinds():
        raise BadInput.at("kind", f"accepted: {', '.join(edge_kinds())}")
    return edge_kinds()[value]


@immutable
class Work:
    """What an edge has done: holes, metres of them, minutes in the cut."""

    holes: int = 0
    metres: float = 0.0
    minutes: float = 0.0
