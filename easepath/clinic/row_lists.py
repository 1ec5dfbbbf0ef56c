"""Rows that belong to another row, as one JSON list beside it: on either database."""

from __future__ import annotations

from typing import Any

from django.db import models
from django.db.models import OuterRef, QuerySet, Subquery
from django.db.models.functions import JSONArray, JSONObject


class _Rows(models.Aggregate):
    """Rows as one JSON list."""

    function = "JSON_GROUP_ARRAY"
    output_field = models.JSONField()

    def as_postgresql(self, compiler: Any, connection: Any, **context: Any) -> Any:
        """The same where the function has another name."""
        return self.as_sql(compiler, connection, function="JSONB_AGG", **context)


def rows_of(model: type[models.Model], of: str, to: str = "pk", **named: Any) -> Subquery:
    """Rows of a model that belong to the outer row."""
    return as_list(model._default_manager.filter(**{of: OuterRef(to)}), of, **named)


def as_list(found: QuerySet[Any], of: str, **named: Any) -> Subquery:
    """Rows that were found, each with its columns by name."""
    return Subquery(_listed(found, of, JSONObject(**named)), output_field=models.JSONField())


def as_text(found: QuerySet[Any], of: str, *columns: str) -> Subquery:
    """The same as text to be read later, each row a list of its columns."""
    return Subquery(_listed(found, of, JSONArray(*columns)), output_field=models.TextField())


def _listed(found: QuerySet[Any], of: str, row: Any) -> QuerySet[Any]:
    listed: QuerySet[Any] = found.order_by().values(of).annotate(listed=_Rows(row)).values("listed")
    return listed
