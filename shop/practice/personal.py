"""What somebody has practised, removed."""

from django.db import transaction

from shop.people.models import User
from shop.practice.models import Assessment, PracticeRun, Try


@transaction.atomic
def forget(user: User) -> dict[str, int]:
    """Tries, runs and assessments of somebody, gone for good; how many of each there were."""
    return {
        name: model.objects.filter(user=user).delete()[1].get(f"practice.{model.__name__}", 0)
        for name, model in (("tries", Try), ("runs", PracticeRun), ("assessments", Assessment))
    }
