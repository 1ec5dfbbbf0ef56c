"""A page of HTML as a PDF, in the shipped fonts and with nothing from outside."""

from __future__ import annotations

import io
from functools import cache
from pathlib import Path
from typing import Any

from weasyprint import CSS, HTML
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import URLFetcher, URLFetcherResponse

HERE = Path(__file__).parent


def pdf_of(html: str, drawn: dict[str, str] | None = None) -> bytes:
    """The PDF of a page in the shipped fonts; `drawn` are its pictures by address."""
    document = HTML(string=html, base_url=str(HERE / "fonts"), url_fetcher=_OwnOnly(drawn))
    stylesheet, fonts = _style()
    out = io.BytesIO()
    document.write_pdf(out, stylesheets=[stylesheet], font_config=fonts)
    return out.getvalue()


@cache
def _style() -> tuple[CSS, FontConfiguration]:
    """The style sheet with the shipped fonts, read once."""
    fonts = FontConfiguration()
    css = (HERE / "templates" / "paper" / "sheet.css").read_text(encoding="utf-8")
    return CSS(string=css, base_url=(HERE / "fonts").as_uri() + "/", font_config=fonts,
               url_fetcher=_OwnOnly()), fonts  # fmt: skip


class _OwnOnly(URLFetcher):  # type: ignore[misc]  # it ships no types
    """Nothing on paper is fetched from anywhere but the shipped fonts and the pictures drawn for it."""

    def __init__(self, drawn: dict[str, str] | None = None) -> None:
        super().__init__()
        self.drawn = drawn or {}

    def fetch(self, url: str, headers: Any = None) -> URLFetcherResponse:
        """The bytes of a shipped font or of a picture; raises ValueError for anything else."""
        if url in self.drawn:
            return URLFetcherResponse(url, self.drawn[url].encode(), {"Content-Type": "image/svg+xml"})
        path = Path(url.removeprefix("file://"))
        if path.parent != HERE / "fonts":
            raise ValueError("paper takes nothing from outside")
        return URLFetcherResponse(url, path.read_bytes(), {"Content-Type": "font/woff2"})
