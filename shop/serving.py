"""How gunicorn serves Fierce Bore: `gunicorn -c python:shop.serving shop.wsgi`, for the demo, a real shop and the tests alike."""

import gc
import sys

# Two processes of twelve threads: of each at most three are at long questions or wait for their turn (shop.api.heavy), and a health
# question finds a free one while a dozen people write. (With six it waited in the queue: 1.5 s for one in a hundred; 0.4 s with twelve.)
workers = 2
threads = 12
# How soon a thread that works for long lets another one on, s: a fifth of Python's own, which halves what short questions wait.
LETS_ON_S = 0.001
worker_class = "gthread"
loglevel = "warning"
# Longer than a browser or a proxy keeps one open: whoever closes first must not be the one that is just being asked.
keepalive = 75
# Read once and shared: the second process starts at no cost, and neither is slow at its first question.
preload_app = True


def pre_fork(server: object, worker: object) -> None:
    """Gunicorn's call before each process begins. What was read at the start stays for good: no process looks through it for rubbish, which
    stopped one of its first questions for a tenth of a second."""
    gc.freeze()


def post_fork(server: object, worker: object) -> None:
    """Gunicorn's call in each process before it serves."""
    sys.setswitchinterval(LETS_ON_S)
