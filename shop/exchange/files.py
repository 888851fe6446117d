"""Files as they come and go: CSV and XLSX through tablib and openpyxl, held to a size before they are opened."""

import io
import zipfile
import zlib
from typing import Any
from xml.parsers import expat

import tablib
from openpyxl import load_workbook

from bore.base.budget import look
from bore.base.errors import BadInput
from bore.base.json_in import read_json_strictly

MOST_ROWS, MOST_COLUMNS = 5000, 200
# What an XLSX file may unpack to: a small file can hold a very large one.
MOST_UNPACKED, MOST_PARTS = 30 * 1024 * 1024, 200
# The reader takes some ten microseconds an element, and builds whole rows and styles: more elements, deeper or in one row, are no table.
MOST_ELEMENTS, DEEPEST, LONGEST_ROW = 400_000, 40, 1_000
CHUNK = 64 * 1024
FORMATS = ("csv", "xlsx", "json")
TYPES = {
    "csv": "text/csv; charset=utf-8",
    "xlsx": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
    "json": "application/json",
    "dxf": "image/vnd.dxf",
    "svg": "image/svg+xml",
    "pdf": "application/pdf",
}


def written(columns: list[str], rows: list[list[Any]], title: str, form: str) -> bytes:
    """A table as CSV (UTF-8, with the mark spreadsheets know it by) or XLSX."""
    table = tablib.Dataset(*rows, headers=columns, title=title)
    if form == "csv":
        return b"\xef\xbb\xbf" + str(table.export("csv")).encode("utf-8")
    found = table.export("xlsx")
    assert isinstance(found, bytes)
    return found


def read_table(body: bytes, form: str) -> list[dict[str, Any]]:
    """The rows of a CSV or XLSX file, by column; raises BadInput in words for what is no such file, or too big a one."""
    if not body:
        raise BadInput.at("file", "is empty")
    rows = _csv(body) if form == "csv" else _xlsx(body)
    if not rows:
        raise BadInput.at("file", "has no rows")
    names = [str(name).strip() if name is not None else "" for name in rows[0]]
    while names and not names[-1]:
        names.pop()
    if not names or len(names) > MOST_COLUMNS:
        raise BadInput.at("file", f"needs a first line with the names of its columns, at most {MOST_COLUMNS}")
    if len(set(names)) < len(names):
        raise BadInput.at("file", "has two columns of the same name")
    filled = [row for row in rows[1:] if any(cell not in (None, "") for cell in row)]
    if len(filled) > MOST_ROWS:
        raise BadInput.at("file", f"has {len(filled)} rows; accepted: at most {MOST_ROWS}")
    return [dict(zip(names, row, strict=False)) for row in filled]


def _csv(body: bytes) -> list[list[Any]]:
    try:
        text = body.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise BadInput.at("file", "is not UTF-8 text; accepted: CSV saved as UTF-8") from error
    delimiter = max(",;\t", key=text.split("\n", 1)[0].count)
    try:
        table = tablib.Dataset().load(text, format="csv", delimiter=delimiter, headers=False)
    except Exception as error:  # whatever the library makes of a broken file, it is the file that is broken
        raise BadInput.at("file", f"is not CSV: {str(error)[:120]}") from error
    return [list(row) for row in table]


def _xlsx(body: bytes) -> list[list[Any]]:
    _check_unpacked(body)
    try:
        book = load_workbook(io.BytesIO(body), read_only=True, data_only=False)
        sheet = book.worksheets[0]
        rows = []
        for row in sheet.iter_rows(max_row=MOST_ROWS + 2, max_col=MOST_COLUMNS + 1):
            rows.append([_cell(cell) for cell in row])
    except BadInput:
        raise
    except Exception as error:  # whatever the library makes of a broken file, it is the file that is broken
        raise BadInput.at("file", "is not an XLSX workbook that can be read") from error
    return rows


def _cell(cell: Any) -> Any:
    if getattr(cell, "data_type", None) == "f":
        raise BadInput.at("file", f"cell {cell.coordinate} holds a formula; accepted: values only")
    value = cell.value
    return value if value is None or isinstance(value, str | int | float | bool) else str(value)


def _check_unpacked(body: bytes) -> None:
    try:
        with zipfile.ZipFile(io.BytesIO(body)) as packed:
            parts = packed.infolist()
    except Exception as error:  # a damaged directory of parts shows itself in many ways
        raise BadInput.at("file", "is not an XLSX workbook") from error
    if len(parts) > MOST_PARTS or sum(part.file_size for part in parts) > MOST_UNPACKED:
        raise BadInput.at("file", "unpacks to more than 30 MB; accepted: smaller workbooks")
    counted = _Counted()
    with zipfile.ZipFile(io.BytesIO(body)) as packed:
        for part in parts:
            if part.filename.endswith((".xml", ".rels")):
                counted.read(packed, part)


class _Counted:
    """Counts the elements of a workbook's parts as they stream by, before anything is built of them."""

    def __init__(self) -> None:
        self.elements, self.depth, self.in_row, self.read_bytes = 0, 0, 0, 0

    def read(self, packed: zipfile.ZipFile, part: zipfile.ZipInfo) -> None:
        """Stream one part by; raises BadInput where it is more than a table is. What is no XML is the reader's to tell."""
        parser = expat.ParserCreate()
        parser.StartElementHandler, parser.EndElementHandler = self._begins, self._ends
        self.depth = 0
        try:
            with packed.open(part) as stream:
                while chunk := stream.read(CHUNK):
                    look()
                    self.read_bytes += len(chunk)
                    if self.read_bytes > MOST_UNPACKED:
                        raise BadInput.at("file", "unpacks to more than 30 MB; accepted: smaller workbooks")
                    parser.Parse(chunk)
        except BadInput:
            raise
        except expat.ExpatError:
            return
        # A damaged directory points anywhere, before the file too.
        except (zipfile.BadZipFile, EOFError, OSError, NotImplementedError, RuntimeError, ValueError, zlib.error) as error:
            raise BadInput.at("file", "is not an XLSX workbook that can be read") from error

    def _begins(self, name: str, _: dict[str, str]) -> None:
        self.elements += 1
        self.depth += 1
        self.in_row = 0 if name == "row" else self.in_row + (name == "c")
        if self.elements > MOST_ELEMENTS or self.in_row > LONGEST_ROW:
            raise BadInput.at(
                "file", f"holds more than a table does; accepted: at most {MOST_ELEMENTS} cells and marks, {LONGEST_ROW} in a row"
            )
        if self.depth > DEEPEST:
            raise BadInput.at("file", f"is nested more than {DEEPEST} deep; accepted: a plain workbook")

    def _ends(self, _: str) -> None:
        self.depth -= 1


def read_json_file(body: bytes) -> Any:
    """A JSON file; raises BadInput in words."""
    return read_json_strictly(body, "file")
