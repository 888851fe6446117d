"""Looking after the data: backups taken while the shop goes on, a server killed amid writes, a backup put back."""

import http.client
import json
import sqlite3
import subprocess
import sys
import threading
from pathlib import Path
from typing import Any

import pytest

from shop.upkeep import backups
from tests.patience import patience_s
from tests.server import DATABASE, ROOT, Server

CLIENTS, WRITES = 8, 500
CUTTER = {"spec": {"family": "twist", "diameter_mm": 8}, "place": "the test's own tray"}


@pytest.fixture
def server(tmp_path: Path, demo_database: Path) -> Any:
    one = Server(tmp_path)
    one.begin_with(demo_database)
    one.start()
    yield one
    one.stop()


class Writer(threading.Thread):
    """A client that puts cutters in, one after another, and writes down each that was acknowledged."""

    def __init__(
        self, server: Server, number: int, count: int, all_kept: list[str] | None = None, enough: threading.Event | None = None
    ) -> None:
        super().__init__()
        self.port, self.number, self.count = server.port, number, count
        # What all clients together had acknowledged, and the sign that it is half.
        self.all_kept, self.enough = all_kept if all_kept is not None else [], enough or threading.Event()
        self.kept: list[str] = []
        self.refused: list[tuple[int, bytes]] = []

    def run(self) -> None:
        link = http.client.HTTPConnection("127.0.0.1", self.port, timeout=patience_s())
        try:
            link.request("GET", "/")
            page = link.getresponse()
            page.read()
            cookies = dict(header.split(";")[0].split("=", 1) for name, header in page.getheaders() if name.lower() == "set-cookie")
            headers = {
                "Cookie": "; ".join(f"{name}={value}" for name, value in cookies.items()),
                "X-CSRFToken": cookies["csrftoken"],
                "Content-Type": "application/json",
            }
            for k in range(self.count):
                link.request("POST", "/api/cutters", json.dumps(CUTTER | {"name": f"client {self.number}, write {k}"}), headers)
                answer = link.getresponse()
                body = answer.read()
                if answer.status == 200:
                    self.kept.append(json.loads(body)["name"])
                    self.all_kept.append(self.kept[-1])
                else:
                    self.refused.append((answer.status, body))
                if len(self.all_kept) >= WRITES // 2:
                    self.enough.set()
        except (OSError, http.client.HTTPException):
            pass  # the server was killed under it, which is what it is for


def names_in(database: Path) -> set[str]:
    with sqlite3.connect(database) as one:
        return {row[0] for row in one.execute("SELECT name FROM yard_cutter WHERE place = ?", (CUTTER["place"],))}


def test_every_acknowledged_write_is_there_after_the_server_was_killed(server: Server, tmp_path: Path) -> None:
    """Eight clients write five hundred cutters; halfway every process of the server is killed at once. Nobody was told that the
    database is locked, everything that was acknowledged is there with its history, and the database is sound."""
    half = threading.Event()
    acknowledged: list[str] = []
    writers = [Writer(server, number, WRITES // CLIENTS + 1, acknowledged, half) for number in range(CLIENTS)]
    for writer in writers:
        writer.start()
    assert half.wait(patience_s())
    server.kill()
    for writer in writers:
        writer.join(patience_s())
    kept = {name for writer in writers for name in writer.kept}
    assert [refused for writer in writers for refused in writer.refused] == []
    assert WRITES / 2 <= len(kept) < WRITES
    assert kept <= names_in(tmp_path / "shop.sqlite3")
    found = server.asked("verify")
    assert found.returncode == 0, found.stderr
    with sqlite3.connect(tmp_path / "shop.sqlite3") as one:
        told = one.execute(
            "SELECT count(DISTINCT h.slug) FROM yard_cutter c JOIN yard_historicalcutter h ON h.slug = c.slug WHERE c.place = ?",
            (CUTTER["place"],),
        )
        assert told.fetchone()[0] == len(names_in(tmp_path / "shop.sqlite3"))
    server.start()


def test_a_backup_taken_while_clients_write_is_whole_and_comes_back(server: Server, tmp_path: Path) -> None:
    """A copy made in the middle of writing holds one moment of it; put back, the shop is as it was then, and the server, which
    was never stopped, serves that."""
    writers = [Writer(server, number, 20) for number in range(4)]
    for writer in writers:
        writer.start()
    taken = server.asked("backup")
    assert taken.returncode == 0, taken.stderr
    for writer in writers:
        writer.join(patience_s())
    assert sum(len(writer.kept) for writer in writers) == 80
    place = Path(taken.stdout.split(" (")[0])
    assert oct(place.stat().st_mode)[-3:] == "600"
    assert sorted(path.name for path in place.parent.iterdir()) == [place.name]
    assert server.asked("verify", str(place)).returncode == 0
    then = names_in(place)
    back = server.asked("restore", str(place))
    assert back.returncode == 0, back.stderr
    assert names_in(tmp_path / "shop.sqlite3") == then
    assert len(list(place.parent.glob("*.sqlite3"))) == 2
    more = Writer(server, 9, 2)
    more.run()
    assert len(more.kept) == 2


def damaged(place: Path) -> None:
    """A page in the middle of a database, written over."""
    with place.open("r+b") as file:
        file.seek(4096 * 12)
        file.write(b"\x5a" * 4096 * 30)


def without_header(place: Path) -> None:
    """The first page of a database, written over: it is no database any more."""
    with place.open("r+b") as file:
        file.write(b"\x00" * 4096)


@pytest.mark.parametrize(
    ("spoil", "said"), [(damaged, "could not be read"), (without_header, "could not be read"), (Path.unlink, "no database")]
)
def test_a_backup_goes_back_whatever_has_become_of_the_database(tmp_path: Path, demo_database: Path, spoil: Any, said: str) -> None:
    """A damaged page, a lost header, a new machine: what is there is moved aside with what lies beside it, and the shop is as it was."""
    server = Server(tmp_path / "shop")
    server.begin_with(demo_database)
    place, live = tmp_path / "copy.sqlite3", tmp_path / "shop" / DATABASE
    assert server.asked("backup", "--to", str(place)).returncode == 0
    then = names_in(place)
    for part in ("-wal", "-shm"):
        live.with_name(live.name + part).unlink(missing_ok=True)
    spoil(live)
    was = live.read_bytes() if live.exists() else None
    back = server.asked("restore", str(place))
    assert back.returncode == 0, back.stderr
    assert said in back.stdout
    assert names_in(live) == then
    assert server.asked("verify").returncode == 0
    aside = list((tmp_path / "shop" / "backups").glob("damaged-*.sqlite3"))
    assert [one.read_bytes() for one in aside] == ([was] if was is not None else [])


def test_a_backup_that_finds_no_room_leaves_nothing_behind(tmp_path: Path, demo_database: Path) -> None:
    server = Server(tmp_path / "shop")
    server.begin_with(demo_database)
    place = tmp_path / "copy.sqlite3"
    limit = f"ulimit -f 64; exec {sys.executable} manage.py backup --to {place}"
    found = subprocess.run(
        ["bash", "-c", f"trap '' XFSZ; {limit}"], cwd=ROOT, env=server.environment, capture_output=True, text=True, check=False
    )
    assert found.returncode != 0
    assert "no copy could be made" in found.stderr
    assert "Traceback" not in found.stderr
    assert list(tmp_path.glob("copy*")) == []


def test_what_is_not_sound_is_said_and_not_put_back(tmp_path: Path, demo_database: Path) -> None:
    server = Server(tmp_path / "shop")
    server.begin_with(demo_database)
    place = tmp_path / "copy.sqlite3"
    assert server.asked("backup", "--to", str(place)).returncode == 0
    damaged(place)
    other = tmp_path / "other.sqlite3"
    sqlite3.connect(other).execute("CREATE TABLE harbour (name)").connection.close()
    later = tmp_path / "later.sqlite3"
    server.asked("backup", "--to", str(later))
    with sqlite3.connect(later) as one:
        one.execute("INSERT INTO django_migrations (app, name, applied) VALUES ('yard', '9999_of_next_year', '2030-01-01')")
    words = {place: "malformed", other: "no database of this shop", later: "later version", tmp_path / "nothing": "cannot be read"}
    for file, said in words.items():
        assert said in backups.verify(file).problems[0]
        with pytest.raises(ValueError, match=said):
            backups.restore(file)
    found = server.asked("restore", str(place))
    assert found.returncode != 0
    assert "malformed" in found.stderr
    assert server.asked("verify").returncode == 0
    assert not (tmp_path / "shop" / "backups").exists()
