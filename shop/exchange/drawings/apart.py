"""A drawing read in a process of its own, within a time and a size: whatever a file does to its reader, the server goes on."""

import json
import resource
import subprocess
import sys
from collections.abc import Sequence
from typing import Any

from bore.answers.serialise import as_data
from bore.base.errors import BadInput, Problem

MB = 1024 * 1024
MOST_BYTES = 5 * MB
# How long it may take, s of the clock and of a processor; how much memory it may have.
MOST_S, MOST_CPU_S, MOST_MEMORY = 20.0, 10, 1536 * 1024 * 1024


def holes_apart(body: bytes, units: str, layers: Sequence[str] | None, zero: str) -> dict[str, Any]:
    """What `find_holes` finds, found by another process. Raises BadInput naming what is wrong with the file or what was asked."""
    if len(body) > MOST_BYTES:
        raise BadInput.at("file", f"is larger than {MOST_BYTES // MB} MB; save only what is to be drilled")
    asked = json.dumps({"units": units, "layers": None if layers is None else list(layers), "zero": zero}).encode()
    try:
        done = subprocess.run(
            [sys.executable, "-m", "shop.exchange.drawings.apart"],
            input=asked + b"\n" + body,
            capture_output=True,
            timeout=MOST_S,
            check=False,
        )
    except subprocess.TimeoutExpired:
        raise BadInput.at("file", "takes too long to read; save only what is to be drilled") from None
    if done.returncode != 0:
        raise BadInput.at("file", "is more than can be read here; save only what is to be drilled")
    told: dict[str, Any] = json.loads(done.stdout)
    if problems := told.get("problems"):
        raise BadInput([Problem(one["field"], one["message"]) for one in problems])
    return told


def main() -> None:
    """One question from standard input, its answer to standard output."""
    # Only here, so that the server itself never loads what reads drawings.
    from shop.exchange.drawings.holes import find_holes

    resource.setrlimit(resource.RLIMIT_CPU, (MOST_CPU_S, MOST_CPU_S))
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    asked, _, body = sys.stdin.buffer.read().partition(b"\n")
    try:
        answer = as_data(find_holes(body, **json.loads(asked)))
    except BadInput as error:
        answer = {"problems": [{"field": one.field, "message": one.message} for one in error.problems]}
    except Exception as error:  # whatever the library makes of what it opened, the rest of the file is not to be trusted
        answer = {"problems": [{"field": "file", "message": f"cannot be read to its end ({type(error).__name__}: {str(error)[:80]})"}]}
    sys.stdout.write(json.dumps(answer))


if __name__ == "__main__":
    main()
