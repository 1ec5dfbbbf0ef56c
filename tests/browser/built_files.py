"""The files of the built pages, from memory: a page asks for some sixty of them, and the tests open hundreds of pages."""

from __future__ import annotations

import mimetypes
from collections.abc import Callable, Iterable
from typing import Any

from django.conf import settings

Answer = Callable[..., Any]


class BuiltFiles:
    """Answers for the files of the pages as a server does, for ever where their name is of their content."""

    def __init__(self, application: Callable[[dict[str, Any], Answer], Iterable[bytes]]) -> None:
        self.application = application
        folder = settings.STATICFILES_DIRS[0]
        self.files = {
            f"{settings.STATIC_URL}{file.relative_to(folder).as_posix()}": file.read_bytes()
            for file in folder.rglob("*")
            if file.is_file()
        }

    def __call__(self, environ: dict[str, Any], start_response: Answer) -> Iterable[bytes]:
        path = environ["PATH_INFO"]
        if path not in self.files:
            return self.application(environ, start_response)
        lasting = settings.WHITENOISE_IMMUTABLE_FILE_TEST(path, path)
        headers = {
            "Content-Type": mimetypes.guess_type(path)[0] or "application/octet-stream",
            "Content-Length": str(len(self.files[path])),
            "Cache-Control": "public, max-age=31536000, immutable" if lasting else "no-cache",
        }
        start_response("200 OK", list(headers.items()))
        return [self.files[path]]
