"""The home sheet as a PDF: A4 or Letter, readable in black and white, large print on request."""

from __future__ import annotations

import datetime as dt
from typing import Any, Literal

import segno
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe

from easepath.core.errors import UnknownIdError
from easepath.core.knowledge import shipped_library
from easepath.figure.album import Wanted, album_of
from easepath.interchange.tape import tape_svg

Paper = Literal["a4", "letter"]
GRID_DAYS = 14
GRID_ROWS = ("done", "pain before", "worst in it", "pain after", "next morning")
PLACES = {
    "stand": "standing", "floor": "on the floor", "bed": "on the bed", "chair": "on a chair", "desk": "at the desk",
    "wall": "at a wall",
}  # fmt: skip


def sheet_pdf(sheet: dict[str, Any], *, paper: Paper = "a4", large: bool = False, link: str | None = None) -> bytes:
    """The PDF of a sheet as the selector gives it; `link` is the full address of the client's private page."""
    from easepath.interchange.paper import pdf_of  # it takes seconds to load, and few workers print

    context = sheet_context(sheet, paper=paper, large=large, link=link)
    printed = context["drills"] + (context["there"]["drills"] if context["there"] else [])
    drawn = {url: svg for drill in printed for url, svg in drill["pictures"].items()}
    return pdf_of(render_to_string("paper/sheet.html", context), drawn)


def sheet_context(sheet: dict[str, Any], *, paper: Paper, large: bool, link: str | None) -> dict[str, Any]:
    """What the template reads: the sheet with its tape, words for places and sides, the grid, the code of the link."""
    drills, there = _printed(sheet["drills"]), sheet["elsewhere"]
    if there is not None:
        told = [one if one["stands_for"] else one | {"pictures": {}} for one in _printed(there["drills"])]
        there = {**there, "drills": told, "minutes": _minutes(there["seconds"])}
    available = sheet["minutes_available"]
    tape = tape_svg(sheet["timeline"], [d["phase"] for d in drills], available * 60 if available else None)
    return {
        "sheet": sheet, "drills": drills, "there": there, "paper": paper, "large": large, "link": link,
        "tape": mark_safe(tape) if drills else "",
        "code": mark_safe(segno.make(link, error="m").svg_inline(scale=1, border=0, omitsize=True)) if link else "",
        "date": f"{dt.date.fromisoformat(sheet['date']):%-d %B %Y}",
        "review_on": f"{dt.date.fromisoformat(sheet['review_on']):%A, %-d %B}" if sheet["review_on"] else "",
        "minutes": _minutes(sheet["seconds"]), "days": range(1, GRID_DAYS + 1), "rows": GRID_ROWS,
    }  # fmt: skip


def _printed(drills: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """The drills with their number, words for place, days and dose, and their pictures."""
    return [
        {
            **drill,
            "number": n + 1,
            "where": PLACES[drill["place"]],
            "how": _how(drill),
            "dose": _dose(drill),
            "pictures": _pictures(drill),
        }
        for n, drill in enumerate(drills)
    ]


def _pictures(drill: dict[str, Any]) -> dict[str, str]:
    """Start and end of a drill, in black and white; of one done on each side, the end on either: address -> SVG."""
    sides = [side["side"] for side in drill["sides"]]
    shown = [(sides[0], "start"), (sides[0], "end")] if len(sides) == 1 else [(side, "end") for side in sides]
    album, place = album_of(shipped_library()), drill["place"]
    try:
        return {
            f"picture:{drill['drill']}-{side}-{pose}": album.svg(
                Wanted(drill["drill"], side, pose, place, "small", "print")
            )
            for side, pose in shown
        }
    except UnknownIdError:
        return {}


def _how(drill: dict[str, Any]) -> str:
    times = "once a day" if drill["per_day"] == 1 else f"{drill['per_day']} times a day"
    days = "every day" if drill["days_per_week"] >= 7 else f"{drill['days_per_week']} days a week"
    return f"{times}, {days}"


def _dose(drill: dict[str, Any]) -> str:
    sides = drill["sides"]
    words = list(dict.fromkeys(side["words"] for side in sides))
    if len(sides) == 1:
        return words[0] if sides[0]["side"] == "both" else f"{sides[0]['side'].upper()} side: {words[0]}"
    if len(words) == 1:
        begins = "the side that moves better that day" if drill["better_first"] else sides[0]["side"]
        return f"each side: {words[0]}; {begins} first"
    told = "; ".join(f"{side['side'].upper()} {side['words']}" for side in sides)
    return told + ("; the side that moves better that day first" if drill["better_first"] else "")


def _minutes(seconds: float) -> str:
    minutes, rest = divmod(round(seconds), 60)
    return f"{minutes} min {rest} s" if rest else f"{minutes} min"
