"""The support staff's view of the rows; clinical rows are read here and changed in the application."""

from __future__ import annotations

from typing import Any
from zoneinfo import available_timezones

from django.contrib import admin
from django.contrib.auth.admin import UserAdmin
from django.forms import ChoiceField
from django.http import HttpRequest

from easepath.clinic import models


class ReadOnlyAdmin(admin.ModelAdmin):
    """Rows that explain decisions: nobody adds, changes or deletes them here."""

    def has_add_permission(self, request: HttpRequest) -> bool:
        """Never."""
        return False

    def has_change_permission(self, request: HttpRequest, obj: Any = None) -> bool:
        """Never."""
        return False

    def has_delete_permission(self, request: HttpRequest, obj: Any = None) -> bool:
        """Never."""
        return False


@admin.register(models.Clinic)
class ClinicAdmin(admin.ModelAdmin):
    """Clinics; a time zone is picked from the list."""

    list_display = ("name", "town", "phone", "time_zone")

    def formfield_for_dbfield(self, db_field: Any, request: HttpRequest, **kwargs: Any) -> Any:
        """The field of the form; the time zone as a list."""
        if db_field.name == "time_zone":
            return ChoiceField(choices=[(zone, zone) for zone in sorted(available_timezones())])
        return super().formfield_for_dbfield(db_field, request, **kwargs)

    def has_delete_permission(self, request: HttpRequest, obj: Any = None) -> bool:
        """Never."""
        return False


@admin.register(models.User)
class StaffAdmin(UserAdmin):
    """Members of staff and their roles."""

    list_display = ("username", "first_name", "last_name", "role", "clinic", "is_active")
    list_filter = ("role", "clinic", "is_active")
    fieldsets = (*(UserAdmin.fieldsets or ()), ("Clinic", {"fields": ("clinic", "role")}))
    add_fieldsets = (*UserAdmin.add_fieldsets, ("Clinic", {"fields": ("clinic", "role", "first_name", "last_name")}))


@admin.register(models.Client)
class ClientAdmin(ReadOnlyAdmin):
    """Clients."""

    list_display = ("last_name", "first_name", "trade", "clinic", "archived")
    list_filter = ("clinic", "archived")
    search_fields = ("last_name", "first_name")


@admin.register(models.AuditEntry)
class AuditAdmin(ReadOnlyAdmin):
    """The audit trail."""

    list_display = ("number", "at", "action", "actor", "client")
    list_filter = ("action",)
    date_hierarchy = "at"


@admin.register(models.Complaint)
class ComplaintAdmin(ReadOnlyAdmin):
    """Complaints."""

    list_display = ("client", "condition", "side", "stage", "opened_at", "closed_at")
    list_filter = ("condition",)


@admin.register(models.PlanVersion)
class VersionAdmin(ReadOnlyAdmin):
    """Versions of plans."""

    list_display = ("complaint", "number", "start", "handed_over_by", "knowledge_version")


for _model in (models.Visit, models.SessionLog, models.MorningReport, models.Review, models.Clearance):
    admin.site.register(_model, ReadOnlyAdmin)
