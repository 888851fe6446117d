"""Ask the warm process for one run of the tests; exit with its code. The mutation tester calls this for every mutant."""

import socket
import sys


def ask(address: str) -> int:
    """The exit code of the tests as the sources now stand; 1 where nobody answers."""
    with socket.socket(socket.AF_UNIX) as warm:
        warm.connect(address)
        return int(warm.recv(16) or b"1")


if __name__ == "__main__":
    sys.exit(ask(sys.argv[1]))
