"""The whole book as one plain page: to print all of it, and for a browser to keep where the server is away."""

from functools import cache

from django.http import HttpRequest, HttpResponse
from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString
from django.views.decorators.http import require_safe

from bore.reference.page import Cell, Column, Page, Row
from bore.reference.pages import PAGES

BOOK = "book-on-paper"
STYLE = """
main { max-width: 70rem; margin: 1rem auto; }
table { border-collapse: collapse; font-size: 0.9rem; }
th, td { border-bottom: 1px solid #999; padding: 0.1rem 0.6rem 0.1rem 0; text-align: left; vertical-align: top; }
nav a { border: 0; padding: 0 0.8rem 0 0; font-weight: 400; }
h2 { margin: 2rem 0 0; }
@media print { nav { display: none; } h2 { break-after: avoid; } body { font-size: 8pt; } }
"""


def _cell(column: Column, cell: Cell) -> str:
    return column.figure(cell) if isinstance(cell, float) else cell or "–"


def _row(of: Page, row: Row) -> SafeString:
    return format_html_join("", "<td>{}</td>", ((_cell(column, cell),) for column, cell in zip(of.columns, row.cells, strict=True)))


def _section(of: Page) -> SafeString:
    heads = format_html_join("", "<th>{}</th>", ((column.words,) for column in of.columns))
    body = format_html_join("", "<tr>{}</tr>", ((_row(of, row),) for row in of.rows))
    table = format_html('<table aria-label="{}"><thead><tr>{}</tr></thead><tbody>{}</tbody></table>', of.words, heads, body)
    sources = "; ".join(of.sources.values())
    return format_html('<h2 id="{}">{}</h2><p>{}</p>{}<p class="small">From: {}.</p>', of.id, of.words, of.about, table, sources)


@cache
def _page() -> str:
    pages = [bound() for bound in PAGES.values()]
    links = format_html_join("", '<a href="#{}">{}</a>', ((of.id, of.words) for of in pages))
    sections = format_html_join("", "{}", ((_section(of),) for of in pages))
    return format_html(
        '<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">'
        '<link rel="icon" type="image/svg+xml" href="/static/favicon.svg"><link rel="stylesheet" href="/static/away.css"><style>{}</style>'
        "<title>The book beside the bench</title></head><body><main><h1>The book beside the bench</h1>"
        "<p>Tables and words of the trade, as the program computes with them. Find in it by the browser’s own search. Estimates and "
        "figures from memory: the standard, the machine’s instructions and the responsible person go before it.</p>"
        "<nav>{}</nav>{}</main></body></html>",
        SafeString(STYLE),
        links,
        sections,
    )


@require_safe
def book_on_paper(request: HttpRequest) -> HttpResponse:
    """Every page of the book in one: nothing of the shop's own is in it."""
    return HttpResponse(_page(), headers={"Cache-Control": "no-cache"})
