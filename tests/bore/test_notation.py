"""Whatever is typed is read as the quantity it says, or refused in words."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bore.advice.glossary import glossary, read_term
from bore.base.errors import BadInput
from bore.case.fields import all_fields
from bore.case.typed import read_typed
from bore.plan.call import Call, read_call
from bore.plan.callout import read_drawn
from bore.quantities.kinds import KINDS
from bore.quantities.notation import read_quantity
from bore.quantities.units import MM_PER_INCH

QUICK = settings(max_examples=60)


@QUICK
@given(kind=st.sampled_from(sorted(KINDS)), share=st.floats(0.02, 0.98), unit=st.integers(0, 20))
def test_units_round_trip(kind: str, share: float, unit: int) -> None:
    """A figure written in any of its units reads back as the same quantity."""
    entry = KINDS[kind]
    names = sorted(entry.units)
    name = names[unit % len(names)]
    value = entry.low + (entry.high - entry.low) * share**3
    text = f"{value / entry.units[name]:.12f} {name}"
    # A reading keeps so many decimals; a very small figure is known to half the last of them.
    assert read_quantity(kind, text).value == pytest.approx(value, rel=1e-9, abs=0.51 * 10**-entry.digits)


NUMERIC_FIELDS = [path for path, field in all_fields().items() if field.kind in ("number", "count", "numbers")]


@QUICK
@given(path=st.sampled_from(NUMERIC_FIELDS), share=st.floats(0, 1), system=st.sampled_from(["metric", "inch"]))
def test_any_field_reads_what_it_accepts_and_refuses_what_it_does_not(path: str, share: float, system: str) -> None:
    """A figure in the field's own unit and range is taken as it is; one beyond it is refused, naming the field and the range."""
    field = all_fields()[path]
    low, high = field.low or 0.0, field.high or 0.0
    value = round(low + (high - low) * share) if field.kind == "count" else min(max(round(low + (high - low) * share, 4), low), high)
    unit = "" if field.kind == "count" else field.unit
    read = read_typed(path.replace("[]", ".0"), f"{value:.4f} {unit}", system).value
    # A Brinell number is kept to a tenth, anything else to a hundredth at the least.
    assert read == pytest.approx([value] if field.kind == "numbers" else value, abs=0.06 if field.unit == "HB" else 0.006, rel=1e-9)
    with pytest.raises(BadInput, match="accepted") as caught:
        read_typed(path, f"{high * 1.5 + 1:.3f} {unit}", system)
    assert caught.value.problems[0].field == path


@QUICK
@given(st.one_of(st.text(max_size=12), st.from_regex(r"[0-9#A-Za-z/., \"-]{0,10}", fullmatch=True)))
def test_any_text_is_a_size_or_a_sentence(text: str) -> None:
    said, value = "", 1.0
    try:
        value = read_quantity("diameter", text).value
    except BadInput as error:
        said = error.problems[0].message
    assert said or 0.1 <= value <= 150


@QUICK
@given(st.integers(1, 63), st.integers(0, 4))
def test_fractions_are_exact(sixty_fourths: int, whole: int) -> None:
    text = f"{whole}-{sixty_fourths}/64" if whole else f"{sixty_fourths}/64"
    assert read_quantity("diameter", text).value == pytest.approx((whole + sixty_fourths / 64) * MM_PER_INCH, abs=1e-6)


def test_pecks_go_down_and_a_stack_adds_up() -> None:
    assert read_typed("setting.pecks.depths_mm", "5 x 4").value == [4, 8, 12, 16, 20]
    assert read_typed("hole.stack_mm", "1/2 in + 3 x 10").value == [12.7, 10, 10, 10]
    with pytest.raises(BadInput, match="each deeper than the last"):
        read_typed("setting.pecks.depths_mm", "8; 8")
    with pytest.raises(BadInput, match="at most 60"):
        read_typed("hole.stack_mm", "99 x 10")


@pytest.mark.parametrize(
    ("text", "hole", "count", "depth_mm", "through"),
    [
        ("4 x M10 blind 20 deep", "M10", 4, 20.0, False),
        ("M8x1.25x20 deep", "M8x1.25", None, 20.0, False),
        ("10 H7 blind 25", "10 H7", None, 25.0, False),
        ("#10-32 1/2 in deep", "#10-32", None, 12.7, False),
        ("3/8-16 UNC x 3/4 deep", "3/8-16 UNC", None, 19.05, False),
        ("M10 ↧20", "M10", None, 20.0, False),
        ("4x M10 x 20", "M10", 4, 20.0, False),
        ("M10x1.25 x 18", "M10x1.25", None, 18.0, False),
        ("2x 12 x 30", "12", 2, 30.0, False),
        ("M16 x 24 thru", "M16", None, 24.0, True),
        ("1/4-20 x 3/4", "1/4-20", None, 19.05, False),
        ("M12 x 1.75", "M12 x 1.75", None, None, None),
        ("2 x 1/2 thru", "1/2", 2, None, True),
        ("4 off 20 H7 through 30 thick", "20 H7", 4, 30.0, True),
        *(
            (plain, plain, None, None, None)
            for plain in ("20", "10-32", "14 +0.05/0", "1/4 NPT", "11 counterbore 17.5 x 10", "M12x1.25", "2 BA")
        ),
    ],
)
def test_a_hole_is_called_as_across_the_shop(text: str, hole: str, count: int | None, depth_mm: float | None, through: bool | None) -> None:
    """Callouts as drawings letter them (ASME Y14.5's depth sign among them) and as people say them (common practice)."""
    assert read_call(text) == Call(hole, count, depth_mm, through)
    assert read_drawn(hole).finished_mm > 0


@pytest.mark.parametrize("text", ["500 x M6", "M6 0 deep", "M6 9000 deep", "0 x M6"])
def test_a_call_that_cannot_be_names_the_hole(text: str) -> None:
    with pytest.raises(BadInput, match=r"plan\.hole"):
        read_call(text)


def test_the_glossary_is_found_by_any_name_and_leads_on() -> None:
    words = [word.casefold() for term in glossary() for word in (term.term, *term.also)]
    assert len(words) == len(set(words)), "one word, one meaning"
    ids = {term.id for term in glossary()}
    for term in glossary():
        assert all(read_term(name) is term for name in (term.id, term.term, *term.also, f"{term.term}s"))
        assert term.see in ids | {""} - {term.id}
    with pytest.raises(BadInput, match=r"the nearest are .*,.*,"):
        read_term("flibbertigibbet")
