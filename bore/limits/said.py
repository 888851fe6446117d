"""One figure that agrees with one verdict, and the words they are said in; the same on every screen, card and command."""

from bore.base.immutable import immutable
from bore.limits.judgement import GIVES_WAY, HOLDS, TIGHT, VERDICTS, Judgement, share_of

# A ratio above this says nothing more than that it is far beyond; one nearer its mark than this is just over it.
FAR, NEAR = 20.0, 1.05
WORDS = {"holds": "Holds", "tight": "Tight", "gives-way": "Gives way", "cannot": "Can’t", "unknown": "Not known"}


@immutable
class Figure:
    """How a verdict stands to its marks: what is left of the soft mark where it holds; the high side over the soft and the hard mark
    where it is tight (over the hard alone where they are one); the middle over the hard mark where it gives way."""

    in_hand: float | None = None
    of_soft: float | None = None
    of_hard: float | None = None


def figure_of(judgement: Judgement, verdict: int) -> Figure | None:
    """The figure of one limit's verdict; None for a matter of kind, for what can't be mended and for what is not known."""
    demand = judgement.demand
    if demand is None or judgement.reason or verdict not in (HOLDS, TIGHT, GIVES_WAY):
        return None
    if verdict == HOLDS:
        return Figure(in_hand=1 - float(share_of(demand.high, judgement.soft)))
    if verdict == GIVES_WAY:
        return Figure(of_hard=float(share_of(demand.middle, judgement.hard)))
    of_hard = float(share_of(demand.high, judgement.hard))
    if judgement.soft == judgement.hard:
        return Figure(of_hard=of_hard)
    return Figure(of_soft=float(share_of(demand.high, judgement.soft)), of_hard=of_hard)


def said(figure: Figure | None, verdict: int, floor: bool) -> str:
    """A verdict in words, with its figure where it has one. `floor`: what is asked for is a least that must be there, not a load.

    >>> from bore.quantities.bands import Band
    >>> said(figure_of(Judgement(demand=Band(1.0, 2.0, 2.76), soft=4.0, hard=5.0), HOLDS), HOLDS, False)
    'Holds, 31 % in hand'
    >>> said(figure_of(Judgement(demand=Band(3.0, 4.0, 4.8), soft=4.0, hard=6.8), TIGHT), TIGHT, False)
    'Tight: 1.2 × what it bears all day, 0.71 of what breaks it'
    >>> said(figure_of(Judgement(demand=Band(6.0, 7.0, 8.0), soft=4.0, hard=5.0), GIVES_WAY), GIVES_WAY, False)
    'Gives way: 1.4 × what it bears'
    >>> said(figure_of(Judgement(demand=Band(6.0, 7.0, 8.0), soft=4.0, hard=5.0), GIVES_WAY), GIVES_WAY, True)
    'Gives way: there is 0.71 of the least it needs'
    """
    word = WORDS[VERDICTS[verdict]]
    if figure is None:
        return word
    if figure.in_hand is not None:
        return f"{word}, {_left(figure.in_hand)}"
    return f"{word}: {_floor(verdict, figure) if floor else _load(verdict, figure)}"


def said_both_ways(figure: Figure | None, verdict: int, floor: bool) -> tuple[str, str | None]:
    """A verdict in words with its figure, and the figure in short; what is in hand is worded once for both.

    >>> said_both_ways(Figure(in_hand=0.31), HOLDS, False), said_both_ways(None, HOLDS, False)
    (('Holds, 31 % in hand', '31 % in hand'), ('Holds', None))
    """
    if figure is None:
        return said(None, verdict, floor), None
    short = in_short(figure, floor)
    return (said(figure, verdict, floor) if figure.in_hand is None else f"{WORDS[VERDICTS[verdict]]}, {short}"), short


def said_of_use(verdict: int, use: float, floor: bool) -> str:
    """A verdict in words from how its tightest limit is used (`judgement.use_of`), where no more than that is at hand.

    >>> said_of_use(HOLDS, 0.22, False), said_of_use(TIGHT, 1.3, False), said_of_use(TIGHT, 1.25, True), said_of_use(TIGHT, 0.0, False)
    ('Holds, 78 % in hand', 'Tight: 1.3 × what it bears all day', 'Tight: there is 0.80 of what it wants', 'Tight')
    """
    by_verdict = {HOLDS: Figure(in_hand=1 - use), TIGHT: Figure(of_soft=use), GIVES_WAY: Figure(of_hard=use)}
    return said(by_verdict.get(verdict) if use else None, verdict, floor)


def in_short(figure: Figure, floor: bool) -> str:
    """A figure in a word or two, for a ladder of them: what is left, or how the demand stands to the mark it is past.

    >>> in_short(Figure(in_hand=0.31), False), in_short(Figure(of_soft=1.25, of_hard=0.7), False), in_short(Figure(of_soft=1.25), True)
    ('31 % in hand', '1.2 ×', '0.80 of it')
    """
    if figure.in_hand is not None:
        return _left(figure.in_hand)
    ratio = figure.of_soft or figure.of_hard or 0.0
    if ratio > FAR:
        return "next to none" if floor else "far beyond"
    return f"{_figures(1 / ratio)} of it" if floor else f"{_figures(ratio)} ×"


def _left(in_hand: float) -> str:
    return f"{100 * in_hand:.0f} % in hand" if in_hand >= 0.005 else "just"


def _figures(ratio: float) -> str:
    """Two figures, never in powers of ten."""
    return f"{ratio:.0f}" if ratio >= 9.95 else f"{ratio:.1f}" if ratio >= 0.995 else f"{ratio:.2f}"


def _over(ratio: float, what: str) -> str:
    """So many times what there is."""
    if ratio > FAR:
        return f"far beyond {what}"
    return f"{_figures(ratio)} × {what}" if ratio >= NEAR else f"just over {what}"


def _short_of(ratio: float, what: str) -> str:
    """So much of what is asked for."""
    if ratio > FAR:
        return f"there is next to nothing of {what}"
    return f"there is {_figures(1 / ratio)} of {what}" if ratio >= NEAR else f"just short of {what}"


def _load(verdict: int, figure: Figure) -> str:
    if figure.of_soft is None:
        return ("" if verdict == GIVES_WAY else "at worst ") + _over(figure.of_hard or 0.0, "what it bears")
    all_day = _over(figure.of_soft, "what it bears all day")
    if figure.of_hard is None:
        return all_day
    breaks = (
        f"{_figures(figure.of_hard)} of what breaks it" if figure.of_hard < 1 else f"at worst {_over(figure.of_hard, 'what breaks it')}"
    )
    return f"{all_day}, {breaks}"


def _floor(verdict: int, figure: Figure) -> str:
    if figure.of_soft is None:
        return ("" if verdict == GIVES_WAY else "at worst ") + _short_of(figure.of_hard or 0.0, "the least it needs")
    wants = _short_of(figure.of_soft, "what it wants")
    if figure.of_hard is None:
        return wants
    least = f"{_figures(1 / figure.of_hard)} × the least" if figure.of_hard < 1 else f"at worst {_short_of(figure.of_hard, 'the least')}"
    return f"{wants}, {least}"
