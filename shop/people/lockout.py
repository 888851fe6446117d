"""What is answered to somebody who has tried too often."""

from datetime import timedelta
from typing import Any

from django.http import HttpRequest, JsonResponse

# Wrong passwords before somebody is locked out, and how long for.
TRIES = 5
WAIT = timedelta(minutes=15)


def locked_out(request: HttpRequest, credentials: dict[str, Any] | None = None, *args: Any, **options: Any) -> JsonResponse:
    """Too many wrong passwords: wait, in the one shape of an error."""
    minutes = round(WAIT.total_seconds() / 60)
    message = f"too many wrong passwords; wait {minutes} minutes, or ask whoever runs this to set a new one"
    return JsonResponse({"errors": [{"field": "password", "message": message}]}, status=429)
