"""What is read rather than reckoned: points and their use, symptoms, cautions, the words of the trade."""

from functools import cache

from bore.advice.glossary import glossary as all_terms
from bore.base.sources import rows
from bore.cutters.twist.geometry import HERE, point_form
from bore.reference.page import Column, Page, Row, in_order

# What a point is for is the trade's to say; its figures have sources of their own.
USE = "common-practice"
POINTS, SYMPTOMS, CAUTIONS, WORDS = "points", "symptoms", "cautions", "words"


@cache
def points() -> Page:
    """Forms of a twist drill's point, and what each is for."""
    found = []
    for row in rows("points.csv", HERE):
        form = point_form(row["point"])
        cells = (form.words, form.point_angle_deg, 100 * form.chisel_ratio, row["used_for"])
        found.append(
            Row(row["point"], cells, (form.words, row["point"], f"{row['point']} point"), in_order(row["source"], USE), row["sure"])
        )
    columns = (
        Column("point", "point"),
        Column("angle_deg", "angle", "°", 0, "{}"),
        Column("chisel", "chisel edge, % of diameter", "", 0, "chisel edge {} % of the diameter"),
        Column("used_for", "used for", said="for {}"),
    )
    about = "The chisel edge does not cut, it is pushed: the shorter it is, the less the drill has to be leant on and the less it walks."
    return Page(POINTS, "Points of twist drills", about, columns, tuple(found), ("point", "drill point", "point angle", "118°", "135°"))


@cache
def symptoms() -> Page:
    """What is seen, heard or felt; what that likely is; what to do."""
    found = tuple(
        Row(row["id"], (row["seen"], row["likely"], row["do"]), (row["seen"], row["id"]), (row["source"],), "")
        for row in rows("symptoms.csv")
    )
    columns = (Column("seen", "seen, heard or felt"), Column("likely", "likely"), Column("do", "do", said="so {}"))
    about = "In general. What’s wrong? on the Bench ranks the causes for one job, by its own figures."
    return Page(SYMPTOMS, "Symptoms", about, columns, found, ("trouble", "what’s wrong"))


@cache
def cautions() -> Page:
    """Every caution the program gives."""
    found = tuple(Row(row["id"], (row["words"],), (row["id"],), (row["source"],), "") for row in rows("cautions.csv"))
    about = "The machine’s own instructions, the rules of the place and the person responsible go before anything said here."
    return Page(CAUTIONS, "Cautions", about, (Column("caution", "caution"),), found, ("safety", "warnings"))


@cache
def words() -> Page:
    """Words of the trade and of this program."""
    keys = {row["id"]: row["source"] for row in rows("glossary.csv")}
    found = tuple(
        Row(term.id, (term.term, ", ".join(term.also), term.means), (term.term, *term.also, term.id), (keys[term.id],), "")
        for term in all_terms()
    )
    columns = (Column("word", "word"), Column("also", "also", said="(also {})"), Column("means", "means", said="{}"))
    return Page(
        WORDS, "Words", "Words of the trade, and this program’s own, each in a sentence.", columns, found, ("glossary", "dictionary")
    )
