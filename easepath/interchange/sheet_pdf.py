"""The home sheet on paper: A4 or Letter, usual or large print, in black and white; or all of it on one page."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from typing import Any, Literal

import segno
from django.template.loader import render_to_string
from django.utils.safestring import mark_safe

from easepath.core.knowledge import shipped_library
from easepath.core.languages import Spoken
from easepath.core.phrases import Phrases
from easepath.interchange.paper_drill import PaperDrill, drills_on_paper
from easepath.interchange.paper_week import Week, week_of
from easepath.interchange.tape import tape_svg

Paper = Literal["a4", "letter"]
Size = Literal["usual", "large", "fridge"]
"""Usual and large have two drills and one drill a page; fridge is everything on one page, with a line a drill."""
STOPS = ("paper-stop-sharp", "paper-stop-nerve", "paper-stop-joint", "paper-stop-morning")
MINDED_BESIDE_THE_TAPE = 2
"""Lines of the client's own on a first page that still leave room for the tape."""
WEEKS_MORE = 1
"""Weeks on the last page, beside that of the first: paper is made anew with the next version."""


def sheet_pdf(
    sheet: dict[str, Any], *, paper: Paper = "a4", size: Size = "usual", link: str | None = None, in_use: bool = True,
    words: Spoken | None = None,
) -> bytes:  # fmt: skip
    """The PDF of a sheet as its view tells it; `link` is the full address of the client's private page.

    One that is not `in_use` any more says so at its head. The sheet is told in the language of `words` already.
    """
    from easepath.interchange.paper import pdf_of  # it takes seconds to load, and few workers print

    context = sheet_context(sheet, paper=paper, size=size, link=link, words=words) | {"in_use": in_use}
    there = context["there"]["drills"] if context["there"] else []
    drawn = {one.address: one.svg for drill in (*context["drills"], *there) for one in drill.pictures}
    return pdf_of(render_to_string(f"paper/{'fridge' if size == 'fridge' else 'sheet'}.html", context), drawn)


def sheet_context(
    sheet: dict[str, Any], *, paper: Paper, size: Size, link: str | None, words: Spoken | None = None
) -> dict[str, Any]:
    """What the templates read: the sheet in the phrases of the knowledge, its weeks, and the code of the link."""
    spoken = words or Spoken(None)
    phrases = Phrases(shipped_library(), spoken)
    day = dt.date.fromisoformat(sheet.get("today") or sheet["date"])
    made = dt.date.fromisoformat(sheet["date"])
    pain = _most_say(sheet["drills"], "pain_line")
    drills = drills_on_paper(phrases, sheet["drills"], made, pain)
    return {
        "say": {name.replace("-", "_"): spoken.say(one.text) for name, one in phrases.library.phrases.items()},
        "language": spoken.id, "unread": spoken.unread,
        "sheet": sheet, "drills": drills, "paper": paper, "size": size,
        "there": _there(phrases, sheet["elsewhere"], made, pain),
        "title": phrases.say("paper-title", name=sheet["first_name"]),
        "short_title": phrases.say("paper-short-title", name=sheet["first_name"]),
        "takes": _takes(phrases, sheet),
        "code": mark_safe(segno.make(link, error="m").svg_inline(scale=1, border=0, omitsize=True)) if link else "",
        "stops": [phrases.say(name) for name in STOPS],
        "pain": pain, "harder": _most_say(sheet["drills"], "harder"),
        "rest": _rest(phrases, sheet.get("rests", ())),
        "after": phrases.say("paper-after-worse", n=int(phrases.library.number("flare", "rest_days"))),
        "weeks": _weeks(phrases, sheet, made, day),
        "next": _next(phrases, sheet),
        "version": phrases.say("paper-version", n=sheet["version"], date=phrases.date(made, year=True)),
        "tape": mark_safe(_tape(sheet)) if drills else "",
        "tape_first": bool(drills) and size == "usual" and _short(sheet),
        "desk": [_at_work(phrases, one) for one in sheet["desk"]],
    }  # fmt: skip


def _next(phrases: Phrases, sheet: dict[str, Any]) -> str:
    """The next visit; empty where none is agreed."""
    if not sheet["review_on"]:
        return ""
    day, at = _long(phrases, sheet["review_on"]), sheet["review_at"]
    return phrases.say("paper-next-at", day=day, at=at) if at else phrases.say("paper-next", day=day)


def _weeks(words: Phrases, sheet: dict[str, Any], made: dt.date, day: dt.date) -> list[Week]:
    """The weeks from today on; a rest without an end has no day in them."""
    whole = [one["until"] for one in sheet.get("rests", ()) if not one["drill"]]
    until = max((dt.date.max if one is None else dt.date.fromisoformat(one) for one in whole), default=None)
    return [week_of(words, sheet["drills"], made, day + dt.timedelta(weeks=n), until) for n in range(1 + WEEKS_MORE)]


def _long(words: Phrases, day: str) -> str:
    return words.date(dt.date.fromisoformat(day), weekday=True)


def _takes(words: Phrases, told: dict[str, Any]) -> str:
    """How long it takes without what rests, and how often on a day the drill does that is done most often."""
    done = [not drill.get("paused") for drill in told["drills"]]
    going = [drill for drill, goes_on in zip(told["drills"], done, strict=True) if goes_on and not drill["beside"]]
    often = max((drill["per_day"] for drill in going), default=1)
    seconds = sum(one["seconds"] for one in told["timeline"] if one["index"] is None or done[one["index"]])
    minutes = words.say("minutes", n=max(1, round(seconds / 60)))
    return words.say("paper-takes", minutes=minutes, times=words.say("times-a-day", n=often))


def _most_say(drills: list[dict[str, Any]], what: str) -> str:
    """What holds for most drills: it is said once, and one where it is otherwise says so itself."""
    lines = Counter(drill[what] for drill in drills if drill[what])
    return lines.most_common(1)[0][0] if lines else ""


def _rest(words: Phrases, rests: list[dict[str, Any]]) -> dict[str, str] | None:
    """The rest of the whole program that is in force, with what the clinician wrote of it."""
    whole = [one for one in rests if not one["drill"]]
    if not whole:
        return None
    last = max(whole, key=lambda one: one["until"] or "9")
    until = last["until"]
    title = words.say("paper-rest-title", day=_long(words, until)) if until else words.say("paper-rest-open")
    return {"title": title, "words": " ".join(one["words"] for one in whole if one["words"])}


def _there(words: Phrases, there: dict[str, Any] | None, made: dt.date, pain: str) -> dict[str, Any] | None:
    """The session at the second set of places; what is done there as at home has its line alone."""
    if there is None:
        return None
    drills: list[PaperDrill] = [
        one if one.told["stands_for"] else one.without_pictures()
        for one in drills_on_paper(words, there["drills"], made, pain)
    ]
    return {
        "title": words.say("paper-elsewhere", name=there["name"]), "drills": drills,
        "takes": _takes(words, there), "have_ready": there["have_ready"],
        "not_there": words.say("paper-not-there", titles=", ".join(there["left_out"])) if there["left_out"] else "",
    }  # fmt: skip


def _at_work(words: Phrases, one: dict[str, Any]) -> dict[str, Any]:
    """A break at work: when, and which drills on which side."""
    sides = [(each["title"], each["side"]) for each in one["drills"]]
    told = [title if side == "both" else f"{title} {words.say('side-name-' + side)}" for title, side in sides]
    return {"at": one["at"], "drills": told}


def _short(sheet: dict[str, Any]) -> bool:
    """Whether the first page has room for the tape."""
    return sum(len(sheet[part]) for part in ("precautions", "limits", "difference")) <= MINDED_BESIDE_THE_TAPE


def _tape(sheet: dict[str, Any]) -> str:
    available = sheet["minutes_available"]
    phases = [drill["phase"] for drill in sheet["drills"]]
    return tape_svg(sheet["timeline"], phases, available * 60 if available else None)
