"""How gunicorn serves Fierce Bore: `gunicorn -c python:shop.serving shop.wsgi`, for the demo, a real shop and the tests alike."""

# Two processes of six threads: of each at most three are at long questions or wait for their turn (shop.api.heavy).
workers = 2
threads = 6
worker_class = "gthread"
loglevel = "warning"
# Longer than a browser or a proxy keeps one open: whoever closes first must not be the one that is just being asked.
keepalive = 75
# Read once and shared: the second process starts at no cost, and neither is slow at its first question.
preload_app = True
