"""The shipped knowledge is sound, and damage of every kind is named in one run with file, key and reason."""

from __future__ import annotations

import re
import shutil
from pathlib import Path

import pytest

from easepath.core.adjust.drill_rules import RULES
from easepath.core.errors import KnowledgeError
from easepath.core.knowledge import KNOWLEDGE_DIR, load_library, shipped_library
from tests.core.build import LIBRARY

CORE = Path(__file__).parents[2] / "easepath" / "core"
PLAN_RULE_IDS = {"red-flag", "goal", "worse", "plateau", "gate", "low-adherence", "silent", "queued", "cut-session"}

DAMAGE = {
    "unknown key": ("exposures.yaml", "{id: kneeling,", "{id: kneeling, colour: red,", "exposures.kneeling.colour"),
    "duplicate key": ("regions.yaml", "{id: knee,", "{id: knee, id: knee,", "duplicate key"),
    "duplicate id": ("sites.yaml", "- {id: target, cue: true}", "- {id: target}\n- {id: target, cue: true}", "sites.target"),
    "dangling id": ("drills/groin/lunge-rock.yaml", "helps: [", "helps: [trampoline, ", "drills.lunge-rock.helps"),
    "broken ladder": ("drills/settle-and-spine/windmill-loaded.yaml", "ladder: [windmill, 2]", "ladder: [windmill, 9]",
                      "ladder.windmill"),
    "a companion that is no drill": ("drills/groin/long-leg-rock-forward.yaml", "with: [lunge-rock]", "with: [lunge-rok]",
                                     "drills.long-leg-rock-forward.with"),
    "a limit on no movement": ("exposures.yaml", "means: hip bent past about 100 degrees, movement: hip-flexion}",
                               "means: hip bent past about 100 degrees, movement: hip-bend}", "exposures.hip-flexion-deep.movement"),
    "a profile that is not there": ("factors/knee.yaml", "profile: after-knee-replacement", "profile: after-knee",
                                    "factors.knee-replacement.profile"),
    "reviewed by nobody": ("conditions/lateral-hip.yaml", "not yet reviewed by a named clinician", "reviewed by a clinician",
                           "conditions/lateral-hip.yaml: source"),
    "reviewed on no day": ("conditions/hip-labral.yaml", "reviewed_by:", "reviewed_by: Ruth Adeyemi", "reviewed_by"),
    "missing source": ("conditions/itb.yaml", "source: general clinical knowledge, not yet reviewed by a named clinician\n", "", "source"),
    "source of a published figure": ("measures.yaml", "  source: Powden 2015\n", "", "measures.knee-wall.source"),
    "need without a drill": ("conditions/piriformis.yaml", "activate:piriformis: 0.4", "release:piriformis: 0.4",
                             "conditions.piriformis.needs"),
    "impossible weight": ("conditions/sacroiliac.yaml", "  needs:\n", "  needs:\n    control:balance: 7\n",
                          "conditions.sacroiliac.needs"),
    "gate without its stage": ("conditions/wrist-sprain.yaml", "    4:\n    - {calm: [wall-lean",
                               "    5:\n    - {calm: [wall-lean", "gates.wrist-sprain"),
    "picture from no stance": ("drills/knee/chair-heel-slide.yaml", "stance: sit", "stance: hovering", "figures.chair-heel-slide.stance"),
    "picture with an unknown joint": ("drills/knee/straight-leg-lift.yaml", "leg: {hip: 26}", "leg: {hipp: 26}", "figures.straight-leg-lift"),
    "picture of no drill": ("drills/knee/heel-slide.yaml", "figures:\n- drill: heel-slide", "figures:\n- drill: heel-slid",
                                "figures.heel-slid.drill"),
    "picture for a place the drill is not done at": ("drills/knee/quad-set.yaml", "    chair:\n      stance: sit",
                                                     "    desk:\n      stance: sit", "figures.quad-set.places"),
    "two drills of one title": ("drills/wrist-and-forearm/forearm-turns.yaml", "title: Forearm turns", "title: Finger glides",
                                "is the title of"),
    "a bound of pain that nothing holds": ("drills/isometrics-and-hip-strength/iso-adduction.yaml", "  pain_at_most: 2\n", "",
                                           "wording.iso-adduction.pain_at_most"),
    "a sentence for no drill": ("wording/changes.yaml", "    hinge-unloaded: Both hands on a worktop instead of the thighs; step back as you tip forward.\n",
                                "    hinge-loaded: Both hands on a worktop.\n", "changes.both hands on a support"),
    "an item that nobody can ask": ("wording/questions.yaml", "- {id: fever, ask:", "- {id: feverish, ask:", "questions.feverish"),
    "a sentence in place of a question": ("wording/questions.yaml", "without trying?", "without trying.", "questions.weight-loss"),
    "a place that answers what is not asked": ("areas.yaml", "leg-symptoms-below-knee]", "leg-symptoms-below-hip]", "areas.calf.answers"),
    "a clue without a name": ("conditions/kneecap-pain.yaml", "clues: {stairs: 2", "clues: {steps: 2", "conditions.kneecap-pain.clues"),
    "a tick that points nowhere": ("story.yaml", "clues: [worse-sitting]", "clues: [worst-sitting]", "told.on-sitting.clues"),
    "a title that says nothing": ("drills/groin/side-fold-adductor.yaml", "title: ", "titel: ",
                                  "wording.side-fold-adductor"),
}  # fmt: skip


def test_shipped_knowledge_is_sound() -> None:
    library = shipped_library()
    assert (len(library.drills), len(library.conditions), len(library.red_flags)) == (223, 31, 75)
    assert (len(library.factors), len(library.exposures)) == (106, 72)


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


def test_a_drill_that_no_client_can_read_is_reported(tmp_path: Path) -> None:
    folder = tmp_path / "knowledge"
    shutil.copytree(KNOWLEDGE_DIR, folder)
    path = folder / "drills" / "knee" / "quad-set.yaml"
    words, figures = path.read_text().split("wording:\n")[1].split("figures:\n")
    path.write_text(path.read_text().replace(f"wording:\n{words}", ""))
    assert figures
    with pytest.raises(KnowledgeError) as caught:
        load_library(folder)
    assert [str(problem) for problem in caught.value.problems] == [
        "drills/knee/quad-set.yaml: drills.quad-set.wording: missing: what the client reads"
    ]


def test_the_version_changes_with_the_content(tmp_path: Path) -> None:
    folder = tmp_path / "knowledge"
    shutil.copytree(KNOWLEDGE_DIR, folder)
    path = folder / "measures.yaml"
    path.write_text(path.read_text().replace("norm: 75", "norm: 76", 1))
    assert load_library(folder).version != shipped_library().version


def test_every_rule_has_its_words() -> None:
    library = shipped_library()
    source = "".join(path.read_text() for path in CORE.rglob("*.py"))
    codes = set(re.findall(r'Reason\(\s*"([a-z-]+)"', source)) | {f"adjust-{rule}" for rule in RULES}
    assert codes - set(library.reasons) == set()
    assert (set(RULES) | PLAN_RULE_IDS) - set(library.rules) == set()


NEGATIONS = re.compile(r"\b(no|not|none|nobody|nothing|never|neither|without|cannot|unless)\b", re.IGNORECASE)


@pytest.mark.parametrize("word", sorted(shipped_library().flag_items))
def test_a_question_is_asked_of_a_person_and_turns_nothing_round_twice(word: str) -> None:
    asked = shipped_library().questions[word].ask
    assert asked[0].isupper()
    assert len(NEGATIONS.findall(asked.split(" (")[0])) <= 1, asked
    assert shipped_library().questions.keys() == shipped_library().flag_items.keys()


def test_no_file_of_the_core_knows_django() -> None:
    for path in CORE.rglob("*.py"):
        assert "django" not in path.read_text(), path


WORDING = shipped_library().wording
LONGEST = {"title": 52, "feel": 90, "easier": 70}
DOUBTFUL = ("!", "should be fine", "no pain no gain", "push through", "guarantee")


@pytest.mark.parametrize("drill", sorted(WORDING))
def test_what_a_client_reads_is_short_plain_and_names_its_stop_signs(drill: str) -> None:
    words = WORDING[drill]
    assert 1 <= len(words.do) <= 3
    assert all(line.endswith(".") and len(line) <= 150 for line in words.do)
    assert words.stop, "every drill has a sign that ends it"
    for field, longest in LONGEST.items():
        assert 0 < len(getattr(words, field)) <= longest, field
    assert words.harder == "Only when we tell you."
    said = " ".join((words.title, *words.do, words.feel, *words.stop, words.easier)).lower()
    assert not any(word in said for word in DOUBTFUL)


@pytest.mark.parametrize(
    "drill", sorted(d.id for d in shipped_library().drills.values() if "stop" in d.wrong_felt.values())
)
def test_a_feeling_that_must_stop_a_drill_is_among_what_the_client_reads(drill: str) -> None:
    feelings = [site for site, what in shipped_library().drills[drill].wrong_felt.items() if what == "stop"]
    read = " ".join(WORDING[drill].stop)
    for feeling in feelings:
        assert feeling.split("-")[0] in read, (feeling, read)


MEANT = {
    "warfarin": {"blood-thinner"},
    "aspirin every day": {"blood-thinner"},
    "heart attack": {"heart-recent"},
    "pacemaker": {"cardiac-device"},
    "prednisolone": {"steroid-long"},
    "sciatica": {"nerve-root"},
    "thin bones": {"osteoporosis"},
    "caesarean": {"abdominal-surgery"},
    "pregnant": {"pregnancy"},
    "ciprofloxacin": {"quinolone"},
    "artificial hip": {
        "hip-replacement-posterior", "hip-replacement-anterior", "hip-replacement-lateral", "hip-replacement-unknown",
    },
}  # fmt: skip


@pytest.mark.parametrize(("said", "factors"), MEANT.items())
def test_what_people_call_a_factor_leads_to_it(said: str, factors: set[str]) -> None:
    assert {one.id for one in LIBRARY.factors.values() if said in one.also} == factors


def test_no_word_for_a_factor_is_told_twice_or_is_its_name() -> None:
    for factor in LIBRARY.factors.values():
        assert len(set(factor.also)) == len(factor.also), factor.id
        assert factor.name.lower() not in factor.also, factor.id
        assert all(word == word.strip() and 2 <= len(word) <= 40 for word in factor.also), factor.id
