"""Fierce Bore's computation: will this machine drill this hole, and which limit gives way first.

Plain Python and NumPy. It knows nothing of Django, HTTP or anybody's files.
"""

VERSION = "0.2.0"
