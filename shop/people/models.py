"""The user model: the project's own from the first migration."""

from django.contrib.auth.models import AbstractUser
from simple_history.models import HistoricalRecords


class User(AbstractUser):
    """Somebody who signs in. Passwords and the time of the last visit are not kept in the history."""

    history = HistoricalRecords(excluded_fields=["password", "last_login"])
