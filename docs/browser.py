"""The browser that pictures, benchmarks and tests are made with: Debian's Chromium, without its own window."""

from __future__ import annotations

import shutil

NAMES = ("chromium-headless-shell", "chromium")
"""The first draws pages alone, with a quarter less work; the other brings a whole browser with it."""
CHROMIUM = next(filter(None, map(shutil.which, NAMES)), f"/usr/bin/{NAMES[0]}")
QUIET = ("--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-component-update",
         "--disable-sync", "--no-first-run", "--in-process-gpu")  # fmt: skip
"""It keeps to itself: nothing is asked of any other machine."""
