"""When each repeated job was last handed to a worker, so that of several processes one does it."""

from __future__ import annotations

from django.db import models


class JobTurn(models.Model):
    """A repeated job by name, and when it had its turn last."""

    name = models.CharField(max_length=60, unique=True)
    at = models.DateTimeField()

    def __str__(self) -> str:
        return f"{self.name} at {self.at}"
