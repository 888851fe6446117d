"""Every kind of record there is, by the name it has in files, histories and addresses: a line each, and what goes over all of them meets it."""

from typing import Any

from django.apps import apps

# In the order in which a file is read: what is named by others comes before them.
KINDS: dict[str, str] = {
    "machines": "yard.Machine",
    "cutters": "yard.Cutter",
    "materials": "yard.Material",
    "checks": "jobs.SavedCheck",
    "plans": "jobs.SavedPlan",
    "parts": "jobs.SavedPart",
    "cuts": "logbook.Cut",
    "troubles": "logbook.Trouble",
    "edges": "logbook.EdgeEvent",
    "exercises": "practice.OwnExercise",
}
# Those that bear the name of whoever made them.
SIGNED = ("checks", "plans", "parts", "cuts", "troubles", "edges", "exercises")


def model_of(kind: str) -> Any:
    """The model of a kind; raises KeyError for one that is none."""
    return apps.get_model(KINDS[kind])
