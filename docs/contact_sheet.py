"""`python -m docs.contact_sheet --out FOLDER`: every drill's pictures, start and end, its name beneath, page by page.

`--style print` draws them as on black-and-white paper, `--width` sets how wide one picture is (200 as in a client's
session on a phone, 120 as on paper), `--side` which side one-sided drills are drawn for.
"""

from __future__ import annotations

import argparse
from html import escape
from pathlib import Path

from playwright.sync_api import sync_playwright

from docs.browser import CHROMIUM, QUIET
from easepath.core.knowledge import shipped_library
from easepath.core.knowledge.models import Drill
from easepath.figure.album import Album, Wanted

PAGE_WIDTH, ROWS = 1270, 8
STYLE = """
body { margin: 4px; font: 12px "Source Sans 3", sans-serif; background: #fffefb; }
.grid { display: flex; flex-wrap: wrap; gap: 4px; }
.drill { border: 1px solid #ddd6c8; }
.drill div { display: flex; }
.drill p { margin: 0 4px 2px; white-space: nowrap; overflow: hidden; }
"""


def cell(album: Album, drill: Drill, options: argparse.Namespace) -> str:
    """One drill: its first and last position and the title the client reads."""
    names = album.scene(drill.id).names
    size = "small" if options.width < 150 else "medium"
    shown = [
        album.svg(Wanted(drill.id, options.side, name, None, size, options.style))
        for name in dict.fromkeys((names[0], names[-1]))
    ]
    drawn = "".join(f'<span style="width:{options.width}px">{svg}</span>' for svg in shown)
    title = f"{drill.id}: {album.library.title(drill.id)}"
    return f'<div class="drill" style="width:{2 * options.width}px"><div>{drawn}</div><p>{escape(title)}</p></div>'


def main() -> None:
    """Write the pages."""
    parser = argparse.ArgumentParser(prog="python -m docs.contact_sheet", description=__doc__)
    parser.add_argument("--out", type=Path, required=True)
    parser.add_argument("--style", choices=["screen", "print"], default="screen")
    parser.add_argument("--side", choices=["left", "right"], default="right")
    parser.add_argument("--width", type=int, default=200)
    options = parser.parse_args()
    options.out.mkdir(parents=True, exist_ok=True)
    library = shipped_library()
    album = Album(library)
    cells = [cell(album, drill, options) for drill in library.drills.values()]
    across = PAGE_WIDTH // (2 * options.width + 6)
    each = across * ROWS * max(1, 200 // options.width)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=list(QUIET))
        page = browser.new_page(viewport={"width": PAGE_WIDTH + 10, "height": 200})
        for number, first in enumerate(range(0, len(cells), each), 1):
            page.set_content(f'<style>{STYLE}</style><div class="grid">{"".join(cells[first : first + each])}</div>')
            file = options.out / f"{options.style}-{number:02}.png"
            page.screenshot(path=file, full_page=True)
            print(file)
        browser.close()


if __name__ == "__main__":
    main()
