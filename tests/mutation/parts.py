"""The sources, part by part."""

PARTS = {
    "mechanics": ("bore/mechanics",),
    "limits": ("bore/limits", "bore/schools"),
    "plan": ("bore/plan",),
    "program": ("bore/program",),
}
