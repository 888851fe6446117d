"""Where requests go: the API, and one page for everything else."""

from django.urls import path, re_path

from shop.api.api import api
from shop.api.page import the_page

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|static/).*$", the_page),
]
