"""Foreign joints: what was found beside the complaint is shown, and not treated unasked."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from functools import cached_property

from easepath.core.ids import Movements
from easepath.core.knowledge.models import Finding
from easepath.core.screening.screen import ScreenResult
from easepath.core.story import complaint_regions

JOINT_OF_WORD: Mapping[str, str] = {
    "hip": "hip", "knee": "knee", "lumbar": "lumbar", "thoracic": "thoracic", "wrist": "wrist", "ankle": "ankle",
    "forward": "lumbar", "trunk": "lumbar", "rotate": "thoracic", "deep": "hip",
    Movements.GRIP: "wrist", Movements.SUPINATION: "wrist", Movements.PRONATION: "wrist",
}  # fmt: skip
"""The joint that the first word of a movement speaks of; any other word speaks of none."""


class Joints:
    """Which joints the complaint is about, and which findings and patterns lie beside them."""

    def __init__(self, screen: ScreenResult) -> None:
        self._library = screen.library
        self._profile = screen.profile
        self._regions = complaint_regions(screen.library, screen.situation.complaint)

    @cached_property
    def own(self) -> frozenset[str]:
        """The joints of the regions of complaint and condition, and of what the condition measures."""
        profile = self._profile
        asked = (*profile.measure, *profile.neighbours) if profile else ()
        behind = {joint for measure in asked for joint in self._of_measure(measure)}
        behind |= {joint for pattern in (profile.patterns if profile else ()) for joint in self._of_pattern(pattern)}
        return frozenset(self._library.complaint_joints(self._regions)) | behind

    def is_foreign(self, finding: Finding) -> bool:
        """Whether a finding is of a joint beside the complaint; one of no joint is not."""
        joints = self._of_measure(finding.measure) if finding.measure else {finding.joint} if finding.joint else set()
        return self._beside(joints)

    def is_foreign_pattern(self, pattern: str) -> bool:
        """Whether none of a pattern's tests is of a joint of the complaint."""
        return self._beside(self._of_pattern(pattern))

    def _beside(self, joints: Iterable[str]) -> bool:
        known = frozenset(joints)
        return bool(known) and bool(self._regions) and not known & self.own

    def _of_measure(self, measure: str) -> set[str]:
        model = self._library.measures.get(measure)
        word = (model.movement or "").partition("-")[0] if model else ""
        return {JOINT_OF_WORD[word]} if word in JOINT_OF_WORD else set()

    def _of_pattern(self, pattern: str) -> set[str]:
        tests = (line.measure for line in self._library.findings if line.pattern == pattern and line.measure)
        return {joint for measure in tests for joint in self._of_measure(measure)}
