"""Where requests go: the API, and one page for everything else."""

from django.urls import path, re_path

from shop.api.api import api
from shop.api.book_page import BOOK, book_on_paper
from shop.api.page import AWAY, away, the_page
from shop.refusals import on_missing

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^api(?:/|$)", on_missing),
    path(AWAY, away),
    path(BOOK, book_on_paper),
    re_path(r"^(?!api/|static/).*$", the_page),
]
handler400, handler403, handler404, handler500 = (f"shop.refusals.{name}" for name in ("on_bad", "on_forbidden", "on_missing", "on_fault"))
