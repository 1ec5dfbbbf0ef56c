"""What a session may be taken from, and one taken for a client: screened, with what was left out in words."""

from __future__ import annotations

from easepath.api.schemas.plan import DrillGroupIn, TickedDrill
from easepath.api.views.plan import draft_rows
from easepath.clinic import models
from easepath.clinic.facts.draft import Draft
from easepath.clinic.facts.situation import stored_groups
from easepath.clinic.facts.template import Taken, of_template, screened_for
from easepath.clinic.policies import may
from easepath.clinic.repository import Record
from easepath.clinic.selectors.templates import plans_beside, templates_for
from easepath.clinic.shown import View
from easepath.core.compose.session import ORDERS, Order
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import one_of


class TemplateOut(View):
    """A template: whose it is, what it is meant for, and its drills by title."""

    id: int
    name: str
    own: bool
    by: str
    fits: bool
    meant_for: list[str]
    drills: list[str]
    may_put_away: bool


class PlanBesideOut(View):
    """The running plan of another complaint of the same client."""

    complaint: int
    condition: str
    side: str
    version: int
    drills: list[str]


class SourcesOut(View):
    """What a session may be taken from."""

    templates: list[TemplateOut]
    plans: list[PlanBesideOut]


class TakenOut(View):
    """A session as it may be done by this client, and what was taken off or left to the rules."""

    name: str
    drills: list[TickedDrill]
    order: Order
    groups: list[DrillGroupIn]
    said: list[str]


def sources_view(record: Record, user: models.User) -> SourcesOut:
    """The templates and the other plans of the same client."""
    condition = record.complaint.condition
    return SourcesOut(
        templates=[_template(one, condition, user) for one in templates_for(user, condition)],
        plans=[_beside(version) for version in plans_beside(record.complaint)],
    )


def template_for_client(record: Record, template: models.SessionTemplate) -> TakenOut:
    """A template screened for a client."""
    ticked = of_template(template.drills, sorted(record.facts.complaint.affected))
    source = f"from the template {template.name}"
    groups, order = stored_groups(template.groups), one_of(ORDERS, template.order)
    return _taken(template.name, screened_for(record.assessment, ticked, groups, order, source))


def plan_for_complaint(record: Record, version: models.PlanVersion) -> TakenOut:
    """The plan of another complaint of the same client, screened for this one."""
    draft, name = Draft.of_version(version), f"the plan for {_condition(version.complaint)}"
    return _taken(name, screened_for(record.assessment, draft.ticked, draft.groups, draft.order, f"from {name}"))


def _taken(name: str, taken: Taken) -> TakenOut:
    draft = Draft(taken.ticked, None, taken.order, taken.groups)
    groups = [DrillGroupIn(**group.model_dump(mode="json")) for group in taken.groups]
    return TakenOut(name=name, drills=draft_rows(draft), order=taken.order, groups=groups, said=list(taken.said))


def _titles(drills: list[str]) -> list[str]:
    library = shipped_library()
    return [library.title(drill) if drill in library.drills else drill.replace("-", " ") for drill in drills]


def _condition(complaint: models.Complaint) -> str:
    known = shipped_library().conditions.get(complaint.condition)
    return known.name.lower() if known else "another complaint"


def _template(one: models.SessionTemplate, condition: str, user: models.User) -> TemplateOut:
    conditions = shipped_library().conditions
    away = user.pk in (one.owner_id, one.kept_by_id) or may(user, "override-exclude")
    return TemplateOut(
        id=one.pk, name=one.name, own=one.owner_id is not None, by=one.kept_by.name, fits=condition in one.meant_for,
        meant_for=[conditions[name].name for name in one.meant_for if name in conditions],
        drills=_titles([row["drill"] for row in one.drills if not row["rest"]]), may_put_away=away,
    )  # fmt: skip


def _beside(version: models.PlanVersion) -> PlanBesideOut:
    return PlanBesideOut(
        complaint=version.complaint_id, condition=_condition(version.complaint), side=version.complaint.side,
        version=version.number, drills=_titles([row.drill for row in version.counted]),
    )  # fmt: skip
