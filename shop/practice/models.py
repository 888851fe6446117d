"""A run under way: where it stands on the server, so that no browser can make anything of it but its forces."""

from django.conf import settings
from django.db import models


class PracticeRun(models.Model):
    """What is drilled, by whom, how far it is, and every force it was drilled with. It is no record of the shop's: after some weeks it goes."""

    slug = models.CharField(max_length=36, unique=True)
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    asked = models.JSONField()
    began_at = models.DateTimeField(auto_now_add=True)
    k = models.PositiveIntegerField(default=0)
    state = models.JSONField()
    # Each step's forces and actions; the last step's answer, given again to whoever asks again.
    steps = models.JSONField(default=list)
    answer = models.JSONField(default=dict)

    class Meta:
        ordering = ["-began_at"]

    def __str__(self) -> str:
        return self.slug
