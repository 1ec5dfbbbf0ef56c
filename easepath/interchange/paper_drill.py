"""One drill on paper: its side in capitals, its pictures, the one large count, and what is said of it."""

from __future__ import annotations

import datetime as dt
import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

from easepath.core.compose.due import WEEK
from easepath.core.errors import UnknownIdError
from easepath.core.knowledge import shipped_library
from easepath.core.phrases import Phrases
from easepath.figure.album import Album, Wanted, album_of

FIGURE = re.compile(r"\b\d+(?= \w+ 10\b)")
"""The pain of 10 in a line on pain, in any language that says it so."""


@dataclass(frozen=True)
class PaperPicture:
    """A picture in black and white by its address on the page; `pose` is what stands in its corner."""

    address: str
    svg: str
    pose: str


@dataclass(frozen=True)
class PaperCount:
    """The dose as it is read at arm's length; `side` where the two sides do not do the same."""

    side: str
    number: str
    unit: str
    lines: tuple[str, ...]


@dataclass(frozen=True)
class PaperDrill:
    """What a page says of a drill; `told` is the sheet's own row of it.

    `pain` is how much it may hurt where that is otherwise than the first page says.
    """

    number: int
    told: dict[str, Any]
    side: str
    where: str
    often: str
    counts: tuple[PaperCount, ...]
    pictures: tuple[PaperPicture, ...]
    stop: str
    pain: str

    def without_pictures(self) -> PaperDrill:
        """The same where its pictures stand on another page."""
        return replace(self, pictures=())

    @property
    def last_picture(self) -> PaperPicture | None:
        """The one that stands for the drill in a line."""
        return self.pictures[-1] if self.pictures else None


def drills_on_paper(
    words: Phrases, drills: Sequence[dict[str, Any]], made: dt.date, pain: str = ""
) -> list[PaperDrill]:
    """The drills of a sheet that was handed over on `made`, with their numbers; `pain` is what the first page says."""
    return [_on_paper(words, drill, n, made, pain) for n, drill in enumerate(drills, start=1)]


def _on_paper(words: Phrases, drill: dict[str, Any], number: int, made: dt.date, pain: str) -> PaperDrill:
    return PaperDrill(
        number=number, told=drill, side=_side(words, drill), where=words.say(f"place-{drill['place']}"),
        often=_often(words, drill, made), counts=_counts(words, drill), pictures=_pictures(words, drill),
        stop="; ".join(drill["stop"]), pain=_pain(words, drill["pain_line"], pain),
    )  # fmt: skip


def _side(words: Phrases, drill: dict[str, Any]) -> str:
    """Which side, in capitals; empty where the body moves as one."""
    sides = drill["sides"]
    if len(sides) == 1:
        return "" if sides[0]["side"] == "both" else words.say(f"side-{sides[0]['side']}")
    return words.say("side-better-first" if drill["better_first"] else f"side-{sides[0]['side']}-first")


def _often(words: Phrases, drill: dict[str, Any], made: dt.date) -> str:
    """How often on a day, and on which days where it is not every day."""
    times, per_week = words.say("times-a-day", n=drill["per_day"]), drill["days_per_week"]
    if per_week >= WEEK:
        return f"{times}, {words.say('every-day')}"
    if drill["beside"] or not drill["due"]:
        return f"{times}, {words.say('days-a-week', n=per_week)}"
    due = [made + dt.timedelta(days=n) for n in range(WEEK) if drill["due"][n]]
    names = [words.weekday(day) for day in sorted(due, key=dt.date.weekday)]
    return f"{times}, {words.say('on-days', days=words.all_of(names))}"


def _pain(words: Phrases, line: str, of_most: str) -> str:
    """How much a drill may hurt; in short where only the figure differs from what most drills say."""
    if line == of_most:
        return ""
    figure = FIGURE.search(line)
    if figure is None or FIGURE.sub("", line) != FIGURE.sub("", of_most):
        return line
    return words.say("paper-pain-here", n=int(figure[0]))


def _counts(words: Phrases, drill: dict[str, Any]) -> tuple[PaperCount, ...]:
    """One count where all sides do the same, else one a side; in words alone where nothing was counted for it."""
    sides = drill["sides"]
    if len({side["words"] for side in sides}) == 1:
        return (_count(sides[0], ""),)
    return tuple(_count(side, words.say(f"side-name-{side['side']}")) for side in sides)


def _count(side: dict[str, Any], name: str) -> PaperCount:
    count = side["count"]
    if count is None or not count["number"]:
        return PaperCount(name, "", "", (side["words"],))
    return PaperCount(name, count["number"], count["unit"], tuple(count["lines"]))


def _pictures(words: Phrases, drill: dict[str, Any]) -> tuple[PaperPicture, ...]:
    """Every position of a drill in order, on the side it begins with; one where they look alike."""
    album, side, place = album_of(shipped_library()), drill["sides"][0]["side"], drill["place"]
    try:
        build = album.build_of(drill["picture"])
        usual = Wanted(drill["drill"], side, place=place, style="print", build=build, language=words.words.id)
        drawn = [_picture(album, replace(usual, pose=pose)) for pose in album.scene(drill["drill"]).names]
    except UnknownIdError:
        return ()
    different = [one for n, one in enumerate(drawn) if one.svg not in {before.svg for before in drawn[:n]}]
    if len(different) < 2:
        return tuple(replace(one, pose="") for one in different)
    names = {0: words.say("pose-start"), len(different) - 1: words.say("pose-end")}
    return tuple(replace(one, pose=names.get(n, str(n + 1))) for n, one in enumerate(different))


def _picture(album: Album, wanted: Wanted) -> PaperPicture:
    name = f"picture:{wanted.drill}-{wanted.side}-{wanted.place}-{wanted.pose}"
    return PaperPicture(name, album.svg(wanted), wanted.pose)
