"""The one page: the built interface, with the CSRF cookie set for its writes; and what tells of a server that is away."""

from functools import cache

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

from bore import VERSION

AWAY = "away.js"
NOT_BUILT = "<!doctype html><title>Fierce Bore</title><p>The interface is not built yet: run <code>make demo</code>."


@cache
def _built() -> str:
    index = settings.WEB / "index.html"
    return index.read_text(encoding="utf-8") if index.is_file() else NOT_BUILT


@cache
def _worker() -> str:
    script = settings.WEB / AWAY
    # With another version's number in it the script is another one: the browser takes it up, and its pages anew.
    return script.read_text(encoding="utf-8") + f"// {VERSION}\n" if script.is_file() else ""


@require_safe
def away(request: HttpRequest) -> HttpResponse:
    """The script a browser keeps, to tell of a server that is away; at the root, so that it may answer for every screen."""
    return HttpResponse(_worker(), content_type="text/javascript", headers={"Cache-Control": "no-cache"})


@require_safe
@ensure_csrf_cookie
def the_page(request: HttpRequest) -> HttpResponse:
    """The interface; every address that is not the API's or a file's opens it."""
    return HttpResponse(_built(), headers={"Cache-Control": "no-cache"})
