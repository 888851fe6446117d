"""One figure that agrees with one verdict, and the words they are said in; the same on every screen, card and command."""

from dataclasses import dataclass

from bore.base.elementwise import Column, choose, least
from bore.limits.judgement import GIVES_WAY, HOLDS, LEAST_HARD, MOST_USE, TIGHT, VERDICTS, Judgement

# A ratio above this says nothing more than that it is far beyond.
FAR = 20.0
WORDS = {"holds": "Holds", "tight": "Tight", "gives-way": "Gives way", "cannot": "Can’t", "unknown": "Not known"}


@dataclass(frozen=True, slots=True)
class Figure:
    """How a verdict stands to its marks: what is left of the soft mark where it holds; the high side over the soft and the hard mark
    where it is tight (over the hard alone where they are one); the middle over the hard mark where it gives way."""

    in_hand: float | None = None
    of_soft: float | None = None
    of_hard: float | None = None


def _over(demand: Column, mark: Column) -> Column:
    return least(demand / choose(mark > LEAST_HARD, mark, LEAST_HARD), MOST_USE)


def figure_of(judgement: Judgement, verdict: int) -> Figure | None:
    """The figure of one limit's verdict; None for a matter of kind, for what can't be mended and for what is not known."""
    demand = judgement.demand
    if demand is None or judgement.reason or verdict not in (HOLDS, TIGHT, GIVES_WAY):
        return None
    if verdict == HOLDS:
        return Figure(in_hand=1 - float(_over(demand.high, judgement.soft)))
    if verdict == GIVES_WAY:
        return Figure(of_hard=float(_over(demand.middle, judgement.hard)))
    of_hard = float(_over(demand.high, judgement.hard))
    return (
        Figure(of_hard=of_hard)
        if judgement.soft == judgement.hard
        else Figure(of_soft=float(_over(demand.high, judgement.soft)), of_hard=of_hard)
    )


def times(ratio: float) -> str:
    """A ratio as it is said: two figures, never in powers of ten.

    >>> times(1.234), times(0.068), times(14.4), times(3000.0)
    ('1.2 ×', '0.07 ×', '14 ×', 'far beyond')
    """
    if ratio > FAR:
        return "far beyond"
    return f"{ratio:.0f} ×" if ratio >= 9.95 else f"{ratio:.2g} ×" if ratio >= 0.1 else f"{ratio:.2f} ×"


def said(judgement: Judgement | None, verdict: int, floor: bool = False) -> str:
    """A verdict in words, with its figure where it has one. `floor`: what is asked for is a least that must be there, not a load.

    >>> from bore.quantities.bands import Band
    >>> said(Judgement(demand=Band(1.0, 2.0, 2.76), soft=4.0, hard=5.0), HOLDS)
    'Holds, 31 % in hand'
    >>> said(Judgement(demand=Band(3.0, 4.0, 4.8), soft=4.0, hard=6.8), TIGHT)
    'Tight: 1.2 × what it bears all day, 0.71 of what breaks it'
    >>> said(Judgement(demand=Band(6.0, 7.0, 8.0), soft=4.0, hard=5.0), GIVES_WAY)
    'Gives way: 1.4 × what it bears'
    >>> said(Judgement(demand=Band(6.0, 7.0, 8.0), soft=4.0, hard=5.0), GIVES_WAY, floor=True)
    'Gives way: there is 0.71 of the least it needs'
    """
    word = WORDS[VERDICTS[verdict]]
    figure = None if judgement is None else figure_of(judgement, verdict)
    if figure is None:
        return word
    if figure.in_hand is not None:
        return f"{word}, {figure.in_hand:.0%} in hand".replace("%", " %") if figure.in_hand >= 0.005 else f"{word}, just"
    if floor:
        return f"{word}: {_floor(figure)}"
    return f"{word}: {_load(figure)}"


def said_of_use(verdict: int, use: float) -> str:
    """A verdict in words from how its tightest limit is used (`judgement.use_of`), where no more than that is at hand.

    >>> said_of_use(HOLDS, 0.22), said_of_use(TIGHT, 1.3), said_of_use(GIVES_WAY, 1.42), said_of_use(TIGHT, 0.0)
    ('Holds, 78 % in hand', 'Tight: 1.3 × what it bears all day', 'Gives way: 1.4 × what it bears', 'Tight')
    """
    word = WORDS[VERDICTS[verdict]]
    if not use or verdict not in (HOLDS, TIGHT, GIVES_WAY):
        return word
    if verdict == HOLDS:
        return f"{word}, {1 - use:.0%} in hand".replace("%", " %") if use <= 0.995 else f"{word}, just"
    return f"{word}: {_load(Figure(of_hard=use))}" + (" all day" if verdict == TIGHT and use <= FAR else "")


def _load(figure: Figure) -> str:
    assert figure.of_hard is not None
    if figure.of_hard > FAR:
        return "far beyond what it bears"
    if figure.of_soft is None:
        return f"{times(figure.of_hard)} what it bears" if figure.of_hard >= 1.005 else "just what it bears"
    bears = "far beyond" if figure.of_soft > FAR else times(figure.of_soft)
    return f"{bears} what it bears all day, {times(figure.of_hard).removesuffix(' ×')} of what breaks it"


def _floor(figure: Figure) -> str:
    assert figure.of_hard is not None
    if figure.of_hard > FAR:
        return "there is next to nothing of what it needs"
    least_there = times(1 / max(figure.of_hard, 1 / MOST_USE)).removesuffix(" ×")
    if figure.of_soft is None:
        return f"there is {least_there} of the least it needs"
    return f"there is {times(1 / figure.of_soft).removesuffix(' ×')} of what it wants, {times(1 / max(figure.of_hard, 1 / MOST_USE))} the least"
