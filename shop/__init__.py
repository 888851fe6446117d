"""The shop: records of machines, cutters, materials, people and checks, and the API over the core."""
