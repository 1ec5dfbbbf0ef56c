"""The WSGI entry point."""

from __future__ import annotations

import gc
import os
from pathlib import Path

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "easepath.settings")
application = get_wsgi_application()

from django.db import connection  # noqa: E402  (after the set-up)
from django.urls import get_resolver  # noqa: E402

from easepath.clinic.copies import served_mark  # noqa: E402
from easepath.core.knowledge import shipped_library  # noqa: E402

if connection.vendor == "sqlite":
    SERVED = served_mark(Path(connection.settings_dict["NAME"]))

shipped_library()
get_resolver().url_patterns  # noqa: B018  (every page and question is put together here, not while somebody waits)
gc.freeze()  # these stay for good: whoever looks for garbage need not look through them

if os.environ.get("EASEPATH_TIMER", "1") == "1":
    from easepath.clinic import timer

    timer.start()
