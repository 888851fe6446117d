"""How gunicorn serves Fierce Bore: `gunicorn -c python:shop.serving shop.wsgi`, for the demo, a real shop and the tests alike."""

# Two processes of four threads: a long question in one leaves the other free.
workers = 2
threads = 4
worker_class = "gthread"
loglevel = "warning"
# Read once and shared: the second process starts at no cost, and neither is slow at its first question.
preload_app = True
