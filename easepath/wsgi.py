"""The WSGI entry point."""

from __future__ import annotations

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "easepath.settings")
application = get_wsgi_application()

if os.environ.get("EASEPATH_TIMER", "1") == "1":
    from easepath.clinic import timer

    timer.start()
