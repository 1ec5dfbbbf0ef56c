"""Where everything is."""

from __future__ import annotations

from django.contrib import admin
from django.urls import path, re_path

from easepath.api.api import api
from easepath.entrance.health import health
from easepath.home.api import home_api
from easepath.pages import client_page, client_worker, clinic_page

handler500 = "easepath.entrance.faults.fault"
urlpatterns = [
    path("healthz", health),
    path("api/", api.urls),
    path("home/api/", home_api.urls),
    path("support/", admin.site.urls),
    path("h/worker.js", client_worker),
    path("h/", client_page, name="client-kept"),
    path("h/<str:token>", client_page, name="client"),
    re_path(r"^(?!static/|api/|home/|support/).*$", clinic_page, name="clinic"),
]
