"""A made-up post: what it is given to carry lies as a readable file in a folder, and goes nowhere."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.utils import timezone


class MessageBox:
    """Lays every message down as one text file, named by its moment."""

    def carry(self, address: str, title: str, words: str) -> None:
        """Write one file: to whom, what about, and the words."""
        settings.MESSAGE_BOX.mkdir(parents=True, exist_ok=True)
        name = f"{timezone.now():%Y-%m-%d-%H%M%S}-{uuid.uuid4().hex[:6]}.txt"
        (settings.MESSAGE_BOX / name).write_text(f"To: {address}\n{title}\n\n{words}\n", encoding="utf-8")
