"""The user model: the project's own from the first migration."""

from django.contrib.auth.models import AbstractUser
from django.db import models

from shop.people.roles import LEARNER, ROLES
from shop.records.history import History


class User(AbstractUser):
    """Somebody who signs in. Passwords and the time of the last visit are not kept in the history."""

    role = models.CharField(max_length=12, choices=[(role, role) for role in ROLES], default=LEARNER)
    history = History(excluded_fields=["password", "last_login"])
