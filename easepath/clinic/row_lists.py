"""Rows that belong to another row, as one JSON list beside it: on either database."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import lru_cache
from typing import Any

from django.db import connection, models
from django.db.models import OuterRef, QuerySet, Subquery
from django.db.models.functions import JSONArray, JSONObject


class _Rows(models.Func):
    """Rows as one JSON list.

    The rows of an outer one are all that is asked for, so that nothing has to be grouped: no aggregate to the mapper.
    """

    function = "JSON_GROUP_ARRAY"
    output_field = models.JSONField()

    def as_postgresql(self, compiler: Any, connection: Any, **context: Any) -> Any:
        """The same where the function has another name."""
        return self.as_sql(compiler, connection, function="JSONB_AGG", **context)


def rows_of(model: type[models.Model], of: str, to: str = "pk", **named: Any) -> Subquery:
    """Rows of a model that belong to the outer row."""
    return as_list(model._default_manager.filter(**{of: OuterRef(to)}), **named)


def as_list(found: QuerySet[Any], **named: Any) -> Subquery:
    """Rows that were found, each with its columns by name."""
    return Subquery(_listed(found, JSONObject(**named)), output_field=models.JSONField())


def as_text(found: QuerySet[Any], *columns: str) -> Subquery:
    """The same as text to be read later, each row a list of its columns."""
    return Subquery(_listed(found, JSONArray(*columns)), output_field=models.TextField())


def _listed(found: QuerySet[Any], row: Any) -> QuerySet[Any]:
    listed: QuerySet[Any] = found.order_by().annotate(listed=_Rows(row)).values("listed")
    return listed


Asked = Callable[[Sequence[int]], QuerySet[Any, tuple[Any, ...]]]
"""A question about the rows of some keys, as a list of values."""


def answered(asked: Asked, keys: Sequence[int]) -> list[tuple[Any, ...]]:
    """What the database says to a question about some keys, as it hands it on: days and ids may come as text.

    Putting the question together takes longer than the answer does, so that its words are kept: by database, and by how
    many keys are asked for.
    """
    if not keys:
        return []
    sql, values = _question(connection.vendor, asked, len(keys))
    with connection.cursor() as cursor:
        cursor.execute(sql, [keys[-value - 1] if _is_mark(value) else value for value in values])
        return list(cursor.fetchall())


@lru_cache(maxsize=256)
def _question(vendor: str, asked: Asked, many: int) -> tuple[str, tuple[Any, ...]]:
    """The words and values of a question about so many keys; marks stand for them."""
    sql, values = asked([-1 - number for number in range(many)]).query.sql_with_params()
    return sql, tuple(values)


def _is_mark(value: Any) -> bool:
    """Keys are counted from one: what is below nothing stands for one."""
    return isinstance(value, int) and value < 0
