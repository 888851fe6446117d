"""Which of the shop's machines makes a hole, and the largest each makes: the machines are asked one after another.

python clients/examples/largest_that_goes.py http://127.0.0.1:8137 "C45" 20
"""

import sys

from fierce_bore_client import Refused, Shop

SIZES_MM = (6, 8, 10, 12, 14, 16, 18, 20, 22, 25, 30)
GOES = ("holds", "tight")


def main(address: str, metal: str, depth_mm: float) -> None:
    """A line a machine."""
    shop = Shop(address)
    for machine in shop.machines():
        largest = 0.0
        for size in SIZES_MM:
            try:
                found = shop.check(shop.case(machine["id"], metal, diameter_mm=size, depth_mm=depth_mm))
            except Refused:
                continue
            if found["verdict"] in GOES:
                largest = size
        print(f"{machine['name']}: {f'{largest:g} mm' if largest else 'none of these'}")


if __name__ == "__main__":
    main(sys.argv[1], sys.argv[2], float(sys.argv[3]))
