"""The command line: exit codes, one bad file spoiling only its own line, and clear errors."""

from __future__ import annotations

import json
import shutil
from pathlib import Path

import pytest
import yaml

from easepath.core.__main__ import main

CASES = Path(__file__).parent.parent / "cases"
GROIN = CASES / "groin-calm-twice.yaml"


def damaged(tmp_path: Path, **changes: object) -> Path:
    """The calm groin case with some top keys replaced."""
    path = tmp_path / "damaged.yaml"
    path.write_text(yaml.safe_dump({**yaml.safe_load(GROIN.read_text()), **changes}))
    return path


def test_check_says_what_it_read(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["check"]) == 0
    assert "223 drills" in capsys.readouterr().out


def test_check_reports_damage_and_exits_two(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    (tmp_path / "sites.yaml").write_text("sites:\n- {id: target, id: other}\n")
    assert main(["check", "--knowledge", str(tmp_path)]) == 2
    assert "duplicate key" in capsys.readouterr().err


def test_case_prints_json(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["case", str(GROIN)]) == 0
    assert json.loads(capsys.readouterr().out)["screen"]["outcome"] == "careful"


BAD = {
    "unknown-key": ({"colour": "red"}, "colour", "unknown key"),
    "unknown-drill": ({"plan": {"drills": [{"drill": "trampoline"}]}}, "plan.drills.0.drill", "trampoline"),
    "impossible-pain": ({"complaint": {"condition": "adductor-strain", "pain": {"now": 11}}}, "complaint.pain.now", "10"),
    "future-log": ({"log": [{"date": "2031-05-01", "drill": "lunge-rock"}]}, "log.0.date", "after today"),
    "no-date": ({"log": [{"date": "spring", "drill": "lunge-rock"}]}, "date", "not a date"),
    "missing-client": ({"client": None}, "client", "must be there"),
    "measure-outside-its-range": (
        {"measures": [{"measure": "hip-ir", "side": "left", "date": "2031-04-01", "trials": [400]}]}, "measures.0.trials.0", "400",
    ),
    "measure-without-its-side": (
        {"measures": [{"measure": "hip-ir", "date": "2031-04-01", "trials": [40]}]}, "measures.0.side", "left or right",
    ),
    "method-of-another-drill": (
        {"plan": {"stage": 2, "drills": [{"drill": "lunge-rock", "method": "pressure"}]}}, "plan.drills.0.method", "pressure",
    ),
    "stage-there-is-not": ({"plan": {"stage": 9}}, "plan.stage", "no stage 9"),
    "a-key-only-the-core-fills": ({"log": [{"date": "2031-04-01", "drill": "lunge-rock", "held": True}]}, "log.0.held", "unknown key"),
    "asking-for-what-there-is-not": ({"ask": ["horoscope"]}, "ask.0", "horoscope"),
}  # fmt: skip


@pytest.mark.parametrize(("changes", "key", "reason"), BAD.values(), ids=BAD.keys())
def test_a_bad_case_names_file_key_and_reason(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], changes: dict[str, object], key: str, reason: str
) -> None:
    assert main(["case", str(damaged(tmp_path, **changes))]) == 2
    said = capsys.readouterr().err
    assert "damaged.yaml" in said
    assert key in said
    assert reason in said
    assert "Traceback" not in said


def test_one_bad_file_spoils_only_its_own_line(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    shutil.copy(GROIN, tmp_path / "good.yaml")
    (tmp_path / "bad.yaml").write_text("today: [")
    (tmp_path / "binary.yaml").write_bytes(b"\xff\xfe\x00")
    assert main(["case", str(tmp_path)]) == 0
    lines = [json.loads(line) for line in capsys.readouterr().out.splitlines()]
    assert [(line["case"], line["exit"]) for line in lines] == [("bad", 2), ("binary", 2), ("good", 0)]
    assert lines[0]["result"] is None
    assert lines[2]["error"] is None


def test_a_log_of_another_drill_is_named_and_adjusts_nothing(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    log = [*yaml.safe_load(GROIN.read_text())["log"], {"date": "2031-04-01", "drill": "half-kneel", "during": 9}]
    assert main(["case", str(GROIN)]) == 0
    calm = json.loads(capsys.readouterr().out)
    assert main(["case", str(damaged(tmp_path, log=log))]) == 0
    noted = json.loads(capsys.readouterr().out)
    assert "notes" not in calm
    assert noted["notes"][0].startswith(f"log.{len(log) - 1}.drill: half-kneel is not in the plan")
    assert noted["adjust"]["drills"] == calm["adjust"]["drills"]


def test_every_reason_names_where_its_rule_comes_from(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["case", str(CASES / "impinging-hip.yaml")]) == 0
    found = json.loads(capsys.readouterr().out)["screen"]["drills"]
    reasons = [r for sides in found.values() for verdict in sides.values() for r in verdict["reasons"]]
    assert len(reasons) > 100
    assert {r["source"] for r in reasons if r["rule"] == "factor-exposure"} == {
        "factors: general clinical knowledge, not yet reviewed by a named clinician"
    }
    assert all(": " in r["source"] for r in reasons)
