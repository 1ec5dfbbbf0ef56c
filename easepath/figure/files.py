"""Pictures and films as files: drawn at first use, named by what they are drawn from, and good for ever."""

from __future__ import annotations

import json
import os
import re
import tempfile
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import Final

from easepath.core.errors import UnknownIdError
from easepath.core.knowledge.library import Library
from easepath.core.languages import ENGLISH
from easepath.figure.album import Wanted, album_of

NAME: Final = re.compile(r"[a-z0-9-]+\.[0-9a-f]{12}")
WORD: Final = re.compile(r"[a-z0-9-]+")


class PictureFiles:
    """The folder of drawn files of one library.

    A drill's name carries a hash of its facts, its figure and the drawing code: another drawing has another name. A
    name that no drill has now is not drawn; what was drawn under it once is still sent.
    """

    def __init__(self, library: Library, folder: Path) -> None:
        self.album, self.folder = album_of(library), folder

    def still(self, name: str, wanted: Wanted) -> Path:
        """The SVG file of a picture, drawn where it was not yet; raises UnknownIdError for what is not there."""
        words = (wanted.side, wanted.pose, wanted.place or "any", wanted.size, wanted.style, *_language(wanted))
        return self._file(name, words, ".svg", wanted, self.album.svg)

    def film(self, name: str, wanted: Wanted) -> Path:
        """The JSON file of a moving picture; raises UnknownIdError for what is not there."""

        def draw(wanted: Wanted) -> str:
            return json.dumps(self.album.motion(wanted), ensure_ascii=False)

        return self._file(name, (wanted.side, wanted.place or "any", *_language(wanted)), ".json", wanted, draw)

    def _file(
        self, name: str, words: tuple[str, ...], ending: str, wanted: Wanted, draw: Callable[[Wanted], str]
    ) -> Path:
        if not NAME.fullmatch(name) or not all(WORD.fullmatch(word) for word in words):
            raise UnknownIdError("picture", name)
        path = self.folder / name / ("_".join(words) + ending)
        if not path.exists():
            _write(path, draw(replace(wanted, build=self.album.build_of(name))))
        return path


def _language(wanted: Wanted) -> tuple[str, ...]:
    """The language in the name of a file; none where it is English."""
    return () if wanted.language == ENGLISH else (wanted.language,)


def _write(path: Path, text: str) -> None:
    """Whole or not at all, whoever else draws it at the same moment."""
    path.parent.mkdir(parents=True, exist_ok=True)
    with tempfile.NamedTemporaryFile("w", encoding="utf-8", dir=path.parent, delete=False) as file:
        file.write(text)
    os.replace(file.name, path)
