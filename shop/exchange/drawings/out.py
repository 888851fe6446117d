"""The marking-out drawing written: DXF (R2010, mm), SVG and PDF, all three of the same shapes, 1:1."""

import io
from xml.sax.saxutils import escape

from bore.part.marking_out import LAYERS, Layer, Sheet

# Width of a line on paper, mm, by layer (after ISO 128: 0.5 for what is seen, 0.25 for centre lines; from memory).
WIDTH_MM: dict[Layer, float] = {"OUTLINE": 0.5, "HOLES": 0.5, "CENTRES": 0.25, "TEXT": 0.25}
# The largest sheet a PDF may have, mm (its own limit is 14,400 points).
MOST_PDF_MM = 5000.0
ONE_TO_ONE = "Printed at 100 %, one millimetre on this sheet is one on the part. Check with a rule before marking out."


def drawn_as(sheet: Sheet, form: str) -> bytes:
    """A sheet as DXF, SVG or PDF."""
    return {"dxf": _dxf, "svg": _svg, "pdf": _pdf}[form](sheet)


def _dxf(sheet: Sheet) -> bytes:
    """As DXF R2010 in mm, a layer each for outline, holes, centre marks and texts."""
    # Loaded when it is asked for: it takes a second that the server's start would have to wait.
    import ezdxf

    document = ezdxf.new("R2010", setup=False, units=4)
    for layer in LAYERS:
        document.layers.add(layer, lineweight=round(100 * WIDTH_MM[layer]))
    space = document.modelspace()
    for layer, one, two in sheet.lines:
        space.add_line(one, two, dxfattribs={"layer": layer})
    for layer, at, radius in sheet.circles:
        space.add_circle(at, radius, dxfattribs={"layer": layer})
    for layer, at, high, words in sheet.texts:
        space.add_text(words, height=high, dxfattribs={"layer": layer}).set_placement(at)
    stream = io.StringIO()
    document.write(stream)
    return document.encode(stream.getvalue())


def _svg(sheet: Sheet) -> bytes:
    """As SVG in millimetres, y upwards on the part and so turned over here."""
    (x0, y0), (x1, y1) = sheet.reach()
    wide, high = x1 - x0, y1 - y0

    def at(place: tuple[float, float]) -> tuple[str, str]:
        return f"{place[0] - x0:.3f}", f"{y1 - place[1]:.3f}"

    rows = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.3f}mm" height="{high:.3f}mm" viewBox="0 0 {wide:.3f} {high:.3f}">',
        f"<title>{escape(sheet.title)}</title>",
        '<rect width="100%" height="100%" fill="#fff"/>',
    ]
    for layer in LAYERS:
        rows.append(f'<g id="{layer}" stroke="#000" stroke-width="{WIDTH_MM[layer]}" fill="none">')
        for own, one, two in sheet.lines:
            if own == layer:
                (ax, ay), (bx, by) = at(one), at(two)
                rows.append(f'<line x1="{ax}" y1="{ay}" x2="{bx}" y2="{by}"/>')
        for own, centre, radius in sheet.circles:
            if own == layer:
                cx, cy = at(centre)
                rows.append(f'<circle cx="{cx}" cy="{cy}" r="{radius:.4f}"/>')
        for own, place, size, words in sheet.texts:
            if own == layer:
                x, y = at(place)
                rows.append(
                    f'<text x="{x}" y="{y}" font-family="sans-serif" font-size="{size}" fill="#000" stroke="none">{escape(words)}</text>'
                )
        rows.append("</g>")
    return ("\n".join([*rows, "</svg>"]) + "\n").encode()


def _pdf(sheet: Sheet) -> bytes:
    """As PDF on one sheet as large as the drawing, with the word that it is 1:1."""
    from reportlab.lib.units import mm
    from reportlab.pdfgen.canvas import Canvas

    (x0, y0), (x1, y1) = sheet.reach()
    wide, high = min(x1 - x0, MOST_PDF_MM), min(y1 - y0, MOST_PDF_MM)
    stream = io.BytesIO()
    page = Canvas(stream, pagesize=(wide * mm, high * mm), invariant=True)
    page.setTitle(sheet.title)
    page.scale(mm, mm)
    page.translate(-x0, -y0)
    for layer, one, two in sheet.lines:
        page.setLineWidth(WIDTH_MM[layer])
        page.line(*one, *two)
    for layer, at, radius in sheet.circles:
        page.setLineWidth(WIDTH_MM[layer])
        page.circle(*at, radius)
    for _, at, size, words in sheet.texts:
        page.setFont("Helvetica", size)
        page.drawString(*at, _printable(words))
    page.setFont("Helvetica", 2.5)
    page.drawString(x0 + 3, y0 + 3, ONE_TO_ONE)
    page.save()
    return stream.getvalue()


def _printable(words: str) -> str:
    """What the sheet's own letters can say: others become a question mark there (DXF and SVG keep them)."""
    return words.encode("cp1252", "replace").decode("cp1252")
