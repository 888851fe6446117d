"""A small client of a shop's Fierce Bore: Python's own library and nothing else.

>>> from fierce_bore_client import Shop  # doctest: +SKIP
>>> shop = Shop("http://127.0.0.1:8137")  # doctest: +SKIP
>>> shop.check(shop.case("B2", "steel-c45", diameter_mm=10, depth_mm=20))["verdict"]  # doctest: +SKIP
'holds'
"""

from fierce_bore_client.shop import Case, Refused, Shop

__all__ = ["Case", "Refused", "Shop"]
