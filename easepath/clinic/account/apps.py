"""Wiring of the support staff's site."""

from __future__ import annotations

from django.contrib.admin import apps


class SupportConfig(apps.AdminConfig):
    """The support staff's view of the rows, behind a second factor."""

    default_site = "easepath.clinic.account.support_site.SupportSite"
