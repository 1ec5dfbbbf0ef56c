"""What a lead has set for the clinic, beside what the product ships, and who works in it."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal, get_args

from easepath.api.views.base import Named
from easepath.clinic import models
from easepath.clinic.actions.house import TEXTS
from easepath.clinic.actions.house import Kind as SetKind
from easepath.clinic.actions.staff import ELSEWHERE
from easepath.clinic.facts.desk import DEFAULT_HOURS
from easepath.clinic.facts.house import expected_by, hours_of
from easepath.clinic.shown import View
from easepath.core.knowledge import shipped_library
from easepath.core.knowledge.models import Condition
from easepath.core.vocabulary import need_words, one_of

Kind = Literal[SetKind, "role"]
KINDS: tuple[Kind, ...] = get_args(Kind)


class HouseLine(View):
    """One thing set: what it is about, what was set and what ships, why, by whom and when, and until when."""

    id: int
    kind: Kind
    key: str
    name: str
    value: str
    shipped: str
    reason: str
    by: str
    date: str
    ended: str | None
    ended_by: str


class HouseWeight(View):
    """A need that a condition expects, and how heavy it ships, from 0 to 1."""

    id: str
    name: str
    shipped: float


class HouseExpects(View):
    """A condition with every need it expects, heaviest first."""

    id: str
    name: str
    needs: list[HouseWeight]


class HouseText(View):
    """A message to clients as the product ships it; `places` are what is filled in."""

    id: str
    shipped: str


class StaffLine(View):
    """Somebody who works here; who does not sign in any more is not `active`."""

    id: int
    name: str
    username: str
    role: Literal["assistant", "clinician", "lead"]
    active: bool


class HouseOut(View):
    """The house: what is set now, what was set before, and what can be."""

    rows: list[HouseLine]
    before: list[HouseLine]
    drills: list[Named]
    profiles: list[Named]
    needs: list[Named]
    methods: list[Named]
    expects: list[HouseExpects]
    hours: str
    texts: list[HouseText]
    staff: list[StaffLine]


def house_view(clinic: models.Clinic) -> HouseOut:
    """Everything set for a clinic."""
    library = shipped_library()
    rows = [_line(row) for row in models.HouseRow.objects.filter(clinic=clinic).select_related("set_by", "ended_by")]
    needs = sorted({need for drill in library.drills.values() for need in drill.needs})
    staff = models.User.objects.filter(clinic=clinic).exclude(username__startswith=ELSEWHERE)
    return HouseOut(
        rows=[row for row in rows if row.ended is None], before=[row for row in rows if row.ended is not None],
        drills=[Named(id=name, name=library.title(name)) for name in library.drills],
        profiles=[Named(id=one.id, name=one.name) for one in library.conditions.values()],
        needs=[Named(id=need, name=need_words(need)) for need in needs],
        methods=[Named(id=name, name=name.replace("-", " ")) for name in library.methods],
        expects=[_expects(one) for one in library.conditions.values()], hours=_hours(DEFAULT_HOURS),
        texts=[HouseText(id=name, shipped=library.phrases[name].text) for name in TEXTS],
        staff=[
            StaffLine(
                id=one.pk, name=one.name, username=one.username,
                role=one_of(("assistant", "clinician", "lead"), one.role), active=one.is_active,
            )
            for one in staff.order_by("-is_active", "last_name", "first_name")
        ],
    )  # fmt: skip


def _expects(condition: Condition) -> HouseExpects:
    heaviest = sorted(condition.needs.items(), key=lambda one: (-one[1], one[0]))
    return HouseExpects(
        id=condition.id, name=condition.name,
        needs=[HouseWeight(id=need, name=need_words(need), shipped=weight) for need, weight in heaviest],
    )  # fmt: skip


def _hours(hours: Mapping[str, int]) -> str:
    start, end = (f"{minute // 60:02}:{minute % 60:02}" for minute in (hours["start"], hours["end"]))
    return f"{start} to {end}, a break every {hours['every']} minutes"


def _weight(weight: float) -> str:
    return f"{weight * 100:.0f} of 100"


def _line(row: models.HouseRow) -> HouseLine:
    kind = one_of(KINDS, row.kind)
    name, shipped = _named(kind, row.key)
    value = row.value.replace("-", " ") if kind == "method" else row.value
    if kind == "need":
        value = _weight(float(row.value))
    elif kind == "hours":
        value = _hours(hours_of(row.value))
    return HouseLine(
        id=row.pk, kind=kind, key=row.key, name=name, value=value, shipped=shipped, reason=row.reason,
        by=row.set_by.name, date=f"{row.set_at:%Y-%m-%d}", ended=row.ended_at and f"{row.ended_at:%Y-%m-%d}",
        ended_by=row.ended_by.name if row.ended_by else "",
    )  # fmt: skip


def _named(kind: Kind, key: str) -> tuple[str, str]:
    """What a row is about as a person reads it, and what the product ships there."""
    library = shipped_library()
    if kind == "drill":
        return (library.title(key) if key in library.drills else key), "in the library"
    if kind == "profile":
        return (library.conditions[key].name if key in library.conditions else key), "can be chosen"
    if kind == "method":
        return need_words(key), "the rules choose it"
    if kind == "need":
        profile, need = expected_by(key)
        row = library.conditions.get(profile)
        weight = row.needs.get(need) if row else None
        return f"{row.name if row else profile}: {need_words(need)}", "" if weight is None else _weight(weight)
    if kind == "hours":
        return "hours of work", _hours(DEFAULT_HOURS)
    if kind == "text":
        return key.replace("-", " "), library.phrases[key].text if key in library.phrases else ""
    return key, ""
