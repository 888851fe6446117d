"""Mutate the arithmetic and comparisons of the core, part by part, run the tests on each mutant, say which lived.

The mutation tester is cosmic-ray. Each part of the sources is mutated in a copy of the tree of its own, so that parts run side by
side. An interrupted run goes on where it stopped. Words after the command: names of parts, for those alone; `report` only says what
was found; `MUTANTS=200` before the command tries so many of each part, drawn by chance; `survivors` tries those that lived once
more against today's tests; a new run begins by removing `.mutation/`.
"""

import fcntl
import json
import os
import random
import shutil
import sqlite3
import subprocess
import sys
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from functools import partial
from pathlib import Path

from cosmic_ray.work_db import WorkDB, use_db
from cosmic_ray.work_item import TestOutcome

from tests.mutation.parts import PARTS

ROOT = Path(__file__).resolve().parents[2]
WORK = ROOT / ".mutation"
AT_ONCE = 2
SOUND = "sound"
# So many mutants of each part, drawn by chance; empty: all.
MOST = os.environ.get("MUTANTS", "")

# Arithmetic and comparisons, each replaced by its near neighbours. What is left out: `|`, which here only writes types, and far
# replacements (`+` by `**`), which anything notices.
ARITHMETIC = ("Add_Sub", "Sub_Add", "Mul_Div", "Div_Mul", "FloorDiv_Div", "Mod_Div", "Pow_Mul", "BitAnd_BitOr")
COMPARISONS = (
    "Eq_NotEq", "NotEq_Eq", "Is_IsNot", "IsNot_Is", "Lt_LtE", "Lt_GtE", "LtE_Lt", "LtE_Gt", "Gt_GtE", "Gt_LtE", "GtE_Gt", "GtE_Lt",
)  # fmt: skip
SIGNS = ("USub_UAdd", "Delete_Not")
KEPT = "|".join(
    f"Replace{kind}Operator_({'|'.join(names)})" for kind, names in (("Binary", ARITHMETIC), ("Comparison", COMPARISONS), ("Unary", SIGNS))
)


def settings(part: str, folder: Path) -> str:
    """The mutation tester's settings for one part."""
    ask = f"{sys.executable} -S {ROOT / 'tests/mutation/ask.py'} {folder / 'warm.socket'}"
    return "\n".join(
        (
            "[cosmic-ray]",
            f"module-path = {json.dumps(PARTS[part])}",
            "timeout = 3600.0",
            "excluded-modules = []",
            f"test-command = {json.dumps(ask)}",
            '[cosmic-ray.distributor]\nname = "local"',
            f"[cosmic-ray.filters.operators-filter]\nexclude-operators = [{json.dumps(f'core/(?!(?:{KEPT})$).*')}]",
            "",
        )
    )


def copy_tree(folder: Path) -> None:
    """The files under version control, with compiled code that is checked against the source's hash, not its second of writing."""
    names = subprocess.run(
        ["git", "ls-files", "-z", "--", "bore", "tests", "shop/demo", "docs/mechanics", "docs/planned-holes.md", "pyproject.toml"],
        cwd=ROOT,
        check=True,
        capture_output=True,
    )
    for name in names.stdout.decode().split("\0")[:-1]:
        target = folder / name
        target.parent.mkdir(parents=True, exist_ok=True)
        shutil.copy2(ROOT / name, target)
    compiled = ("-m", "compileall", "-q", "--invalidation-mode", "checked-hash", "bore", "tests")
    subprocess.run([sys.executable, *compiled], cwd=folder, check=True)


def cosmic_ray(folder: Path, *words: str) -> None:
    """One call of the mutation tester. It holds the folder for itself until it ends, whatever becomes of who called it: two at once would
    each put back what the other had mutated."""
    with (folder / "lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            sys.exit(f"another run is at work in {folder}")
        subprocess.run([Path(sys.executable).with_name(words[0]), *words[1:]], cwd=folder, check=True, pass_fds=(lock.fileno(),))


def prepare(part: str) -> Path:
    """A copy of the tree with the list of mutants to try; as it stands, if an earlier run began it."""
    folder = WORK / part
    if not (folder / "mutants.sqlite").exists():
        shutil.rmtree(folder, ignore_errors=True)
        copy_tree(folder)
        for name in PARTS[part]:
            shutil.copytree(folder / name, folder / SOUND / name)
        (folder / "mutants.toml").write_text(settings(part, folder), encoding="utf-8")
        cosmic_ray(folder, "cosmic-ray", "init", "mutants.toml", "mutants.sqlite")
        cosmic_ray(folder, "cr-filter-operators", "mutants.sqlite", "mutants.toml")
        if MOST:
            draw(folder / "mutants.sqlite", int(MOST))
    return folder


def draw(mutants: Path, most: int) -> None:
    """Leave so many of the mutants to be tried, drawn by chance, the same each time."""
    with sqlite3.connect(mutants) as found:
        skipped = {row[0] for row in found.execute("SELECT job_id FROM work_results")}
        open_ = sorted(row[0] for row in found.execute("SELECT job_id FROM mutation_specs") if row[0] not in skipped)
        places = {
            row[0]: row[1:]
            for row in found.execute("SELECT job_id, module_path, start_pos_row, start_pos_col, operator_name FROM mutation_specs")
        }
        # By what they are, not by their numbers, which are new with each run.
        open_.sort(key=lambda one: repr(places[one]))
        left_out = [(one,) for one in set(open_) - set(random.Random(0).sample(open_, min(most, len(open_))))]
        for table in ("mutation_specs", "work_items"):
            found.executemany(f"DELETE FROM {table} WHERE job_id = ?", left_out)


def forget_survivors(part: str) -> None:
    """Put those that lived back among the untried, and today's tests into the copy they are tried in."""
    folder = WORK / part
    shutil.copytree(ROOT / "tests", folder / "tests", dirs_exist_ok=True)
    (folder / "reach.json").unlink(missing_ok=True)
    with sqlite3.connect(folder / "mutants.sqlite") as mutants:
        mutants.execute("DELETE FROM work_results WHERE test_outcome = 'SURVIVED'")


def run_part(part: str, everything: bool) -> None:
    """Try every mutant of a part that has not been tried: on the tests that run through it, or on everything."""
    folder = prepare(part)
    # A run that was broken off may have left its last mutant.
    for name in PARTS[part]:
        shutil.copytree(folder / SOUND / name, folder / name, dirs_exist_ok=True)
    address = folder / "warm.socket"
    address.unlink(missing_ok=True)
    # Plug-ins that these tests do not use take longer to read than most tests to run.
    quick = {"CI": "1", "PYTHONPATH": str(folder), "PYTEST_DISABLE_PLUGIN_AUTOLOAD": "1"}
    environment = os.environ | quick | ({"EVERY_TEST": "1"} if everything else {})
    began = time.monotonic()
    with (folder / "warm.log").open("a") as log:
        warm = subprocess.Popen(
            [sys.executable, "-m", "tests.mutation.warm", address, part], cwd=folder, env=environment, stdout=log, stderr=log
        )
        try:
            while not address.exists():
                if warm.poll() is not None:
                    sys.exit(f"{part}: the tests do not run; see {folder / 'warm.log'}")
                time.sleep(0.1)
            cosmic_ray(folder, "cosmic-ray", "baseline", "mutants.toml")
            cosmic_ray(folder, "cosmic-ray", "exec", "mutants.toml", "mutants.sqlite")
        finally:
            warm.kill()
    print(f"{part}: {(time.monotonic() - began) / 60:.0f} min", flush=True)


def outcomes(part: str) -> Iterator[tuple[bool, str]]:
    """Whether each mutant tried was noticed, and where and what it was."""
    with use_db(WORK / part / "mutants.sqlite", mode=WorkDB.Mode.open) as found:
        items = {item.job_id: item.mutations[0] for item in found.work_items}
        for job_id, result in found.results:
            if result.test_outcome is None:
                continue
            at = items[job_id]
            line = (ROOT / at.module_path).read_text(encoding="utf-8").splitlines()[at.start_pos[0] - 1].strip()
            operator = at.operator_name.removeprefix("core/Replace")
            yield result.test_outcome != TestOutcome.SURVIVED, f"{at.module_path}:{at.start_pos[0]}:{at.start_pos[1]} {operator}: {line}"


def report(parts: list[str]) -> None:
    """The share noticed, in all and by part, and every mutant that lived."""
    lived: list[str] = []
    tried = 0
    for part in parts:
        found = list(outcomes(part)) if (WORK / part / "mutants.sqlite").exists() else []
        living = sorted(where for noticed, where in found if not noticed)
        print(f"{part}: {len(found) - len(living)} of {len(found)} noticed")
        lived += living
        tried += len(found)
    print(f"in all: {tried - len(lived)} of {tried}, {(tried - len(lived)) / max(tried, 1):.1%}")
    print("lived:", *lived, sep="\n  ")


def main(words: list[str]) -> None:
    """Run what the words after the command ask for."""
    if strange := [word for word in words if word not in (*PARTS, "report", "survivors")]:
        sys.exit(f"{strange[0]} is no part: {', '.join(PARTS)}; or report, or survivors")
    parts = [part for part in PARTS if part in words] or list(PARTS)
    if "survivors" in words:
        for part in parts:
            forget_survivors(part)
    if "report" not in words:
        with ThreadPoolExecutor(AT_ONCE) as pool:
            list(pool.map(partial(run_part, everything="survivors" in words), parts))
    report(parts)


if __name__ == "__main__":
    main(sys.argv[1:])
