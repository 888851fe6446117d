"""The wear factor every school multiplies by, and how much of an edge's life is gone, by the word for its wear."""

# Sharp; used: drilling, normal; dull: very dull drill (Machinery's Handbook, from memory).
WEAR = {"sharp": 1.0, "used": 1.3, "dull": 1.5}
# Shares of the life, where a load grows by e^(0.5 u): the words' own factors, rounded (own choice).
LIFE_GONE = {"sharp": 0.0, "used": 0.5, "dull": 0.85}
EDGES_OF_STEEL = ("hss", "hss-co")
