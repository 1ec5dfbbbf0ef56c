"""The log: one JSON object a line, without bodies, names or the tokens of private links."""

from __future__ import annotations

import json
import logging
import re
import traceback
from datetime import UTC, datetime
from typing import Any

from django.db import OperationalError

_TOKEN = re.compile(r"(/h/|/home/api/)[^/\s?\"']+")
SAID = (OperationalError,)
"""Exceptions whose words name no client: a locked or full database. Of all others only the kind and place are kept."""


def masked(text: str) -> str:
    """A text without the token of a private link."""
    return _TOKEN.sub(r"\1…", text)


class JsonLines(logging.Formatter):
    """One JSON object a line: when, how grave, what, and what the caller gave as `extra={"facts": {...}}`."""

    def format(self, record: logging.LogRecord) -> str:
        """The record as a line."""
        line: dict[str, Any] = {
            "at": datetime.fromtimestamp(record.created, UTC).isoformat(timespec="milliseconds"),
            "level": record.levelname.lower(),
            "log": record.name,
            "says": masked(record.getMessage()),
            **getattr(record, "facts", {}),
        }
        if record.exc_info and record.exc_info[1] is not None:
            line["fault"] = _fault(record.exc_info[1])
        return json.dumps(line, ensure_ascii=False, default=str)


def _fault(exception: BaseException) -> dict[str, Any]:
    """The kind of an exception and where it was raised; its words, which can carry what was entered, are left out."""
    frames = traceback.extract_tb(exception.__traceback__)
    return {
        "kind": type(exception).__name__,
        "words": masked(str(exception)) if isinstance(exception, SAID) else "",
        "at": [f"{frame.filename}:{frame.lineno} {frame.name}" for frame in frames],
        "from": _fault(exception.__cause__) if exception.__cause__ else None,
    }


def logging_settings(level: str) -> dict[str, Any]:
    """Everything to the standard error stream as JSON lines."""
    return {
        "version": 1,
        "disable_existing_loggers": False,
        "formatters": {"json": {"()": "easepath.entrance.log.JsonLines"}},
        "handlers": {"lines": {"class": "logging.StreamHandler", "formatter": "json"}},
        "root": {"handlers": ["lines"], "level": "WARNING"},
        "loggers": {
            "easepath": {"handlers": ["lines"], "level": level, "propagate": False},
            "gunicorn.error": {"handlers": ["lines"], "level": "WARNING", "propagate": False},
            "django": {"handlers": ["lines"], "level": "WARNING", "propagate": False},
            # what it says stands in the line of the request, with its number
            "django.request": {"handlers": ["lines"], "level": "CRITICAL", "propagate": False},
        },
    }
