"""The API, and the one page for everything else."""

from django.urls import path, re_path

from server.api import api
from server.page import nothing_here, page

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^api/", nothing_here),
    re_path(r"^(?!static/).*$", page),
]
