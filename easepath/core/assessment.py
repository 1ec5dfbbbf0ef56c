"""Everything the rules say about one complaint on one day: worked out once, part by part as it is asked for."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

from easepath.core.adjust.review import Review, review
from easepath.core.charge import charged_log
from easepath.core.facts import DrillGroup, Log, PlannedDrill, Situation
from easepath.core.knowledge.library import Library
from easepath.core.match.rank import Matcher
from easepath.core.screening.screen import ScreenResult, screen


@dataclass(frozen=True)
class Assessment:
    """One complaint screened, its mornings charged, the library matched and the running plan reviewed.

    `asked_once` says that the morning and the pain right after were asked once for each session, so that they have
    to be charged to its drills.
    """

    library: Library
    facts: Situation
    asked_once: bool = False

    def with_plan(self, drills: tuple[PlannedDrill, ...], groups: tuple[DrillGroup, ...] = ()) -> Assessment:
        """The same complaint as if these drills were its running plan."""
        plan = self.facts.plan.model_copy(update={"drills": drills, "groups": groups})
        return replace(self, facts=self.facts.model_copy(update={"plan": plan}))

    @cached_property
    def elsewhere(self) -> Assessment | None:
        """The same complaint as if the client had only what is there at the second set of places; None without one."""
        client = self.facts.client.when_elsewhere()
        return None if client is None else replace(self, facts=self.facts.model_copy(update={"client": client}))

    @cached_property
    def screen(self) -> ScreenResult:
        """Outcome, irritability and every verdict."""
        return screen(self.library, self.facts)

    @cached_property
    def log(self) -> Log:
        """The sessions at home by date, as they count."""
        return charged_log(self.screen) if self.asked_once else self.facts.log_by_date

    @cached_property
    def matcher(self) -> Matcher:
        """The library ranked for this client."""
        return Matcher(self.screen)

    @cached_property
    def review(self) -> Review:
        """The proposals about the running plan."""
        return review(self.matcher, self.log)
