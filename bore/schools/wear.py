"""The wear factor every school multiplies by."""

# Sharp; used: drilling, normal; dull: very dull drill (Machinery's Handbook, from memory).
WEAR = {"sharp": 1.0, "used": 1.3, "dull": 1.5}
EDGES_OF_STEEL = ("hss", "hss-co")
