"""The shipped knowledge is sound, and damage of every kind is named in one run with file, key and reason."""

from __future__ import annotations

import re
import shutil
from pathlib import Path

import pytest

from easepath.core.adjust.decision import RULE_ORDER
from easepath.core.errors import KnowledgeError
from easepath.core.knowledge import KNOWLEDGE_DIR, load_library, shipped_library

CORE = Path(__file__).parents[2] / "easepath" / "core"
PLAN_RULE_IDS = {"red-flag", "goal", "worse", "plateau", "gate", "low-adherence", "silent", "queued", "cut-session"}

DAMAGE = {
    "unknown key": ("exposures.yaml", "{id: kneeling,", "{id: kneeling, colour: red,", "exposures.kneeling.colour"),
    "duplicate key": ("regions.yaml", "{id: knee,", "{id: knee, id: knee,", "duplicate key"),
    "duplicate id": ("sites.yaml", "- {id: target}", "- {id: target}\n- {id: target}", "sites.target"),
    "dangling id": ("drills/groin.yaml", "ladder: [groin, 2], places", "equip: [trampoline], ladder: [groin, 2], places",
                    "drills.lunge-rock.equip"),
    "broken ladder": ("drills/groin.yaml", "ladder: [groin, 3]", "ladder: [groin, 9]", "ladder.groin"),
    "missing source": ("conditions/itb.yaml", "source: clinical consensus, reviewed\n", "", "source"),
    "source of a published figure": ("measures.yaml", "source: Powden 2015, ", "", "measures.knee-wall.source"),
    "need without a drill": ("conditions/piriformis.yaml", "activate:piriformis: 0.4", "release:piriformis: 0.4",
                             "conditions.piriformis.needs"),
    "impossible weight": ("conditions/sacroiliac.yaml", "needs: {", "needs: {control:balance: 7, ",
                          "conditions.sacroiliac.needs"),
    "gate without its stage": ("conditions/wrist-sprain.yaml", "    4: [{calm: [wall-lean",
                               "    5: [{calm: [wall-lean", "gates.wrist-sprain"),
}  # fmt: skip


def test_shipped_knowledge_is_sound() -> None:
    library = shipped_library()
    assert (len(library.drills), len(library.conditions), len(library.red_flags)) == (192, 29, 48)


def test_every_kind_of_damage_is_reported_in_one_run(tmp_path: Path) -> None:
    folder = tmp_path / "knowledge"
    shutil.copytree(KNOWLEDGE_DIR, folder)
    for name, (file, good, bad, _) in DAMAGE.items():
        text = (folder / file).read_text()
        assert good in text, name
        (folder / file).write_text(text.replace(good, bad, 1))
    with pytest.raises(KnowledgeError) as caught:
        load_library(folder)
    found = [str(problem) for problem in caught.value.problems]
    for name, (file, _, _, key) in DAMAGE.items():
        assert any(line.startswith(f"{file}: ") and key in line for line in found), (name, found)


def test_the_version_changes_with_the_content(tmp_path: Path) -> None:
    folder = tmp_path / "knowledge"
    shutil.copytree(KNOWLEDGE_DIR, folder)
    path = folder / "measures.yaml"
    path.write_text(path.read_text().replace("norm: 75", "norm: 76", 1))
    assert load_library(folder).version != shipped_library().version


def test_every_rule_has_its_words() -> None:
    library = shipped_library()
    source = "".join(path.read_text() for path in CORE.rglob("*.py"))
    codes = set(re.findall(r'Reason\(\s*"([a-z-]+)"', source)) | {f"adjust-{rule}" for rule in RULE_ORDER}
    assert codes - set(library.reasons) == set()
    assert (set(RULE_ORDER) | PLAN_RULE_IDS) - set(library.rules) == set()


def test_no_file_of_the_core_knows_django() -> None:
    for path in CORE.rglob("*.py"):
        assert "django" not in path.read_text(), path
