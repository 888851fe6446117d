"""Who has tried too often: counted for a name at one place, and for a place whatever the names; and how that ends."""

import ipaddress
from datetime import timedelta
from typing import Any

from django.conf import settings
from django.db.models import Sum
from django.http import HttpRequest, JsonResponse
from django.utils import timezone

from shop.refusals import refusal

# Wrong passwords before a name is locked out at a place, and how long for; and for all names together from one place, behind which a
# whole shop may sit.
TRIES, TRIES_OF_A_PLACE = 5, 40
WAIT = timedelta(minutes=15)


def place_of(request: HttpRequest) -> str:
    """Where a request comes from. What a proxy says counts only where the settings trust one, and then what that proxy itself has seen: the
    last of the addresses, since all before it come from outside."""
    place = str(request.META.get("REMOTE_ADDR", ""))
    if settings.BEHIND_PROXY:
        place = request.META.get("HTTP_X_FORWARDED_FOR", "").split(",")[-1].strip() or place
    try:
        return str(ipaddress.ip_address(place))
    except ValueError:
        return "0.0.0.0"


def locked_out(request: HttpRequest, credentials: dict[str, Any] | None = None, *args: Any, **options: Any) -> JsonResponse:
    """Too many wrong passwords: wait, in the one shape of an error."""
    minutes = round(WAIT.total_seconds() / 60)
    message = f"too many wrong passwords; wait {minutes} minutes, or ask whoever runs this to set a new one"
    return refusal(429, "password", message, wait_s=minutes * 60)


def place_has_tried_enough(request: HttpRequest) -> bool:
    """Whether too many wrong passwords have come from one place lately, whatever the names."""
    from axes.models import AccessAttempt  # its app is not ready while settings are read, which this module's figures are for

    lately = AccessAttempt.objects.filter(ip_address=place_of(request), attempt_time__gt=timezone.now() - WAIT)
    return (lately.aggregate(all=Sum("failures_since_start"))["all"] or 0) >= TRIES_OF_A_PLACE


def unlock(username: str) -> int:
    """Let a name try again at every place; how many places it was counted at."""
    from axes.utils import reset

    return int(reset(username=username))
