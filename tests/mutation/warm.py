"""A process that has read the slow libraries once and forks for each mutant, so that a run of the tests costs a second, not six.

Of `bore` it reads only floors below the part that is mutated, and none for a part near the ground: each fork reads the rest as it stands
at that moment, mutated or not.
"""

import importlib
import json
import os
import signal
import socket
import sys
from pathlib import Path

from tests.mutation.parts import PARTS
from tests.mutation.reach import Order, Trace, changed_lines

LIBRARIES = (
    "numpy", "scipy.optimize", "scipy.interpolate", "scipy.integrate", "fluids", "pint", "orjson",
    "hypothesis.strategies", "jsonschema", "pytest", "_pytest.doctest", "_hypothesis_pytestplugin",
)  # fmt: skip

# "Already imported" is what this process is for; the rest of the options leave out what the core's tests never use.
PLAIN = (
    *(
        "-x",
        "-q",
        "-q",
        "--no-header",
        "--tb=no",
        "-p",
        "_hypothesis_pytestplugin",
        "-p",
        "no:cacheprovider",
        "-W",
        "ignore::pytest.PytestAssertRewriteWarning",
    ),
    *("-o", "addopts=--doctest-modules --doctest-glob=*.md"),
    *(f"-pno:{name}" for name in ("django", "cov", "pytest_cov", "benchmark", "playwright", "base_url")),
)
ARITHMETIC = (
    *("bore", "docs", "tests/outside"),
    *(f"tests/bore/test_{name}.py" for name in ("limits", "mechanics", "marks", "families", "settle", "pictures")),
    *("tests/bore/test_deep_program_calibration.py", "--deselect=tests/bore/test_deep_program_calibration.py::test_each_is_a_command"),
)
PLANS = ("plan", "plan_marks", "plan_words", "plan_seats", "plan_cost", "plan_figures", "plan_there", "plan_around", "callouts", "notation")
TESTS = {
    "mechanics": ARITHMETIC,
    "limits": ARITHMETIC,
    "plan": (
        *("bore/plan", *(f"tests/bore/test_{name}.py" for name in (*PLANS, "tapping", "program"))),
        *ARITHMETIC[-2:],
    ),
    "program": ("bore/program", *(f"tests/bore/test_{name}.py" for name in ("controller", "program", "deep_program_calibration"))),
}
# Floors that stand below a part and know nothing of it: read, and their tables with them, before the forks.
BELOW = {"plan": ("bore.ways.proposals", "bore.check.check"), "program": ("bore.ways.proposals", "bore.check.check")}
# A mutant may loop for ever; the tests that one meets take well under a minute. Of processor time: a busy machine is no verdict.
PATIENCE_S = 100


def trace(part: str, notes: Path) -> None:
    """Runs the tests once, in a fork of its own, noting which lines each runs through."""
    if notes.exists():
        return
    child = os.fork()
    if child == 0:
        tracing = Trace(PARTS[part])
        code = tracing.run([*PLAIN, *TESTS[part]])
        if code == 0:
            notes.write_text(json.dumps(tracing.found()), encoding="utf-8")
        os._exit(code)
    if os.waitstatus_to_exitcode(os.waitpid(child, 0)[1]):
        sys.exit("the tests fail as the sources stand")


def run_tests(part: str, notes: Path, before: dict[Path, str]) -> int:
    """The exit code of the tests on the sources as they stand now, those that run through what changed first."""
    import pytest

    order = Order(json.loads(notes.read_text(encoding="utf-8")), changed_lines(before), "EVERY_TEST" in os.environ)
    code = pytest.main([*PLAIN, *order.among(TESTS[part])], plugins=[order])
    # No test at all has noticed nothing.
    return 0 if code == pytest.ExitCode.NO_TESTS_COLLECTED else int(code)


def answer_one(connection: socket.socket, part: str, notes: Path, before: dict[Path, str]) -> None:
    """Run the tests in a fork of its own and send back the exit code as text."""
    child = os.fork()
    if child == 0:
        os.setpgid(0, 0)
        signal.signal(signal.SIGPROF, lambda *_: os.killpg(0, signal.SIGKILL))
        signal.setitimer(signal.ITIMER_PROF, PATIENCE_S)
        os._exit(abs(run_tests(part, notes, before)) & 0x7F)
    status = os.waitstatus_to_exitcode(os.waitpid(child, 0)[1])
    connection.sendall(str(abs(status)).encode())


def serve(address: Path, part: str) -> None:
    """Answer one request after another until killed."""
    for name in LIBRARIES:
        importlib.import_module(name)
    notes = address.with_name("reach.json")
    trace(part, notes)
    for name in BELOW.get(part, ()):
        importlib.import_module(name)
    above = {name for name in sys.modules for folder in PARTS[part] if name.startswith(folder.replace("/", "."))}
    assert not above, above
    before = {name: name.read_text(encoding="utf-8") for folder in PARTS[part] for name in Path(folder).rglob("*.py")}
    with socket.socket(socket.AF_UNIX) as listener:
        listener.bind(str(address))
        listener.listen()
        while True:
            connection, _ = listener.accept()
            with connection:
                answer_one(connection, part, notes, before)


if __name__ == "__main__":
    serve(Path(sys.argv[1]), sys.argv[2])
