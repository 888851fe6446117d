"""A process that has read the slow libraries once and forks for each mutant, so that a run of the tests costs a second, not six.

It never imports `bore`: each fork reads the sources as they stand at that moment, mutated or not.
"""

import importlib
import os
import signal
import socket
import sys
from pathlib import Path

LIBRARIES = (
    "numpy", "scipy.optimize", "scipy.interpolate", "scipy.integrate", "fluids", "pint", "orjson",
    "hypothesis.strategies", "jsonschema", "pytest", "_pytest.doctest", "_hypothesis_pytestplugin",
)  # fmt: skip

# "Already imported" is what this process is for; the rest of the options leave out what the core's tests never use.
PLAIN = (
    *("-x", "-q", "-q", "--no-header", "--tb=no", "-p", "no:cacheprovider", "-W", "ignore::pytest.PytestAssertRewriteWarning"),
    *("-o", "addopts=--doctest-modules --doctest-glob=*.md"),
    *(f"-pno:{name}" for name in ("django", "cov", "pytest_cov", "benchmark", "playwright", "base_url")),
)
ARITHMETIC = (
    (
        "bore/mechanics",
        "bore/schools",
        "bore/limits",
        "tests/bore/test_limits.py",
        "tests/bore/test_mechanics.py",
        "tests/bore/test_marks.py",
    ),
    ("bore", "docs", "tests/outside", "tests/bore/test_families.py", "tests/bore/test_settle.py"),
    ("tests/bore/test_pictures.py",),
    ("tests/bore/test_deep_program_calibration.py", "--deselect=tests/bore/test_deep_program_calibration.py::test_each_is_a_command"),
)
# Quickest first: a mutant that the first set notices never reaches the second.
STAGES = {
    "mechanics": ARITHMETIC,
    "limits": ARITHMETIC,
    "plan": (
        ("bore/plan", "tests/bore/test_plan.py", "tests/bore/test_plan_cost.py"),
        ("tests/bore/test_plan_around.py",),
        ("tests/bore/test_program.py",),
    ),
    "program": (
        ("bore/program", "tests/bore/test_controller.py"),
        ("tests/bore/test_program.py",),
        ("tests/bore/test_deep_program_calibration.py",),
    ),
}
# A mutant may loop for ever; the clean run takes well under a minute.
PATIENCE_S = 150


def run_stages(part: str) -> int:
    """The exit code of the first set of tests that fails; 0 when none does."""
    import pytest

    for number, stage in enumerate(STAGES[part]):
        # A second session in one process would reuse the first one's modules, so each set has a fork of its own.
        child = os.fork()
        if child == 0:
            os._exit(int(pytest.main([*PLAIN, *stage])))
        status = os.waitstatus_to_exitcode(os.waitpid(child, 0)[1])
        if status:
            print(f"noticed by set {number + 1}", flush=True)
            return status
    return 0


def answer_one(connection: socket.socket, part: str) -> None:
    """Run the tests in a fork of its own and send back the exit code as text."""
    child = os.fork()
    if child == 0:
        os.setpgid(0, 0)
        signal.alarm(PATIENCE_S)
        signal.signal(signal.SIGALRM, lambda *_: os.killpg(0, signal.SIGKILL))
        os._exit(abs(run_stages(part)) & 0x7F)
    status = os.waitstatus_to_exitcode(os.waitpid(child, 0)[1])
    connection.sendall(str(abs(status)).encode())


def serve(address: Path, part: str) -> None:
    """Answer one request after another until killed."""
    for name in LIBRARIES:
        importlib.import_module(name)
    with socket.socket(socket.AF_UNIX) as listener:
        listener.bind(str(address))
        listener.listen()
        while True:
            connection, _ = listener.accept()
            with connection:
                answer_one(connection, part)


if __name__ == "__main__":
    serve(Path(sys.argv[1]), sys.argv[2])
