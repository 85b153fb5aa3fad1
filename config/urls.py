"""Addresses: the API under ``/api/``, and the one page for everything else."""

from __future__ import annotations

from django.urls import path, re_path

from workshop.api import api
from workshop.html_page import page

urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/).*$", page)]
