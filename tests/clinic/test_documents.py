"""Documents: filled from the record and from nothing else, kept once as versions nobody changes, in the clinic's head."""

from __future__ import annotations

import subprocess
import uuid
from dataclasses import replace
from pathlib import Path
from typing import Any, get_args

import pytest

from easepath.api.views.documents import document_draft, document_lines
from easepath.clinic.actions.end_care import end_care
from easepath.clinic.actions.erase_client import erase_client
from easepath.clinic.actions.keep_document import LONGEST_TEXT, Kind, Passage, Written, keep_document
from easepath.clinic.actions.record_outcome import OutcomeGiven, record_outcome
from easepath.clinic.actions.save_measure import Measuring, SittingEntry, save_measure
from easepath.clinic.errors import FieldError, NotAllowedError, NotFoundError
from easepath.clinic.models import Document
from easepath.clinic.repository import read_complaint
from easepath.core.facts import ActivityTold
from easepath.interchange.documents.draft import draft_passages
from easepath.interchange.documents.on_paper import document_pdf, document_text
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

KINDS = get_args(Kind)
TO = "Dr Nora Quist\nHarbour practice"


def draft(world: World, kind: Kind, name: str = "Marta") -> dict[str, str]:
    complaint = fresh(world, name)
    visit = complaint.visits.order_by("-number").first()
    return {one.heading: one.text for one in draft_passages(read_complaint(complaint.pk), kind, visit)}


def written(kind: Kind = "letter", **changes: Any) -> Written:
    return replace(Written(uuid.uuid4(), kind, TO, [Passage("Question", "May the load go up?")]), **changes)


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("name", ["Marta", "Tom", "Ines", "Piet"])
def test_every_figure_in_a_draft_is_in_the_record(world: World, kind: Kind, name: str) -> None:
    passages = draft(world, kind, name)
    complaint = fresh(world, name)
    assert complaint.words in passages["Complaint"]
    assert f"now {complaint.pain_now}" in passages["Complaint"]
    assert "None" not in "".join(passages.values())
    assert ("No home program was handed over." in "".join(passages.values())) is (
        not complaint.versions.exists() and kind != "urgent"
    )


def test_a_note_tells_what_was_measured_tried_and_told(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    save_measure(hanne, visit, 0, Measuring((SittingEntry("hip-ir", "left", (30.0, 31.0)),), (), ()))
    told = (ActivityTold(name="climb the truss", score=3),)
    record_outcome(hanne, fresh(world, "Marta"), OutcomeGiven(uuid.uuid4(), TODAY, "start", told, None, None))
    note = draft(world, "note")
    assert "left: 30.5° on 25 November 2026" in note["Measured"]
    assert "first reading" in note["Measured"]
    assert note["At home"].startswith("3 sessions on 3 days since 19 November 2026: 3 calm.")
    assert "climb the truss: 3 of 10 on 25 November 2026; asked once." in note["What the client says of the whole"]
    assert "Version 1 of 19 November 2026, handed over by Hanne Ostrow: 4 drills" in note["Program"]
    assert note["In my own words"] == ""


def test_a_red_flag_writes_its_letter(world: World) -> None:
    record = read_complaint(fresh(world, "Piet").pk)
    letter = document_draft(record, "urgent", None, "Hanne Ostrow")
    told = {one.heading: one.text for one in letter.passages}
    assert letter.addressee
    assert told["What is asked"].startswith("Please see this client within days.")
    assert told["Why"] == "Answered yes: pain at night that no position eases."
    assert "No home program is given until a doctor’s clearance is recorded." in told["What was done"]
    assert "answered no" in told["What else the screen tells"]
    assert told["Why"] not in told["What else the screen tells"]


def test_a_summary_tells_how_care_ended(world: World) -> None:
    end_care(world.users["hanne"], fresh(world, "Marta"), "better", "keeps two drills", keep_sheet=True)
    care = draft(world, "summary")["Care"]
    assert care.startswith("1 visit since 19 November 2026.")
    assert "Care ended on 25 November 2026: better. keeps two drills" in care


def test_it_is_kept_once_and_written_anew_as_a_version(world: World) -> None:
    hanne, complaint = world.users["hanne"], fresh(world, "Marta")
    first = written(passages=[Passage("Question", " May the load go up? "), Passage("Findings", "  ")])
    kept = [keep_document(hanne, complaint, first) for _ in range(2)]
    assert Document.objects.count() == 1
    assert kept[0].passages == [{"heading": "Question", "text": "May the load go up?"}]
    second = keep_document(hanne, complaint, written(replaces=first.id))
    third = keep_document(hanne, complaint, written(replaces=first.id))
    assert [(one.number, one.sheaf) for one in (second, third)] == [(2, first.id), (3, first.id)]
    assert [(line.number, line.addressee) for line in document_lines(complaint)] == [(3, "Dr Nora Quist")]


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"passages": [Passage("Question", " ")]}, "passages"),
        ({"passages": [Passage("Q", "x")] * 21}, "passages"),
        ({"passages": [Passage("Q", "x" * (LONGEST_TEXT + 1))]}, "passages.0"),
        ({"addressee": " "}, "addressee"),
        ({"addressee": "x" * 301}, "addressee"),
        ({"visit": 10_000}, "visit"),
    ],
)
def test_what_cannot_be_kept_is_named(world: World, changes: dict[str, Any], field: str) -> None:
    with pytest.raises(FieldError) as refused:
        keep_document(world.users["hanne"], fresh(world, "Marta"), written(**changes))
    assert list(refused.value.fields) == [field]
    assert not Document.objects.exists()


def test_nobody_keeps_it_for_another_complaint_or_without_the_right(world: World) -> None:
    hanne, first = world.users["hanne"], written()
    keep_document(hanne, fresh(world, "Marta"), first)
    with pytest.raises(NotFoundError):
        keep_document(hanne, fresh(world, "Tom"), first)
    with pytest.raises(NotFoundError):
        keep_document(hanne, fresh(world, "Tom"), written(replaces=first.id))
    with pytest.raises(NotAllowedError):
        keep_document(world.users["jo"], fresh(world, "Marta"), written())


def test_on_paper_and_as_text_it_is_in_the_clinics_head(world: World, tmp_path: Path) -> None:
    kept = keep_document(world.users["hanne"], fresh(world, "Marta"), written("urgent"))
    document = Document.objects.select_related("complaint__client__clinic", "kept_by").get(pk=kept.pk)
    (tmp_path / "letter.pdf").write_bytes(document_pdf(document))
    printed = subprocess.run(
        ["pdftotext", "-layout", tmp_path / "letter.pdf", "-"], capture_output=True, text=True, check=True
    )
    for text in (printed.stdout, document_text(document)):
        for part in ("Lockmere Movement Clinic", "01555 010 230", "Dr Nora Quist", "Marta Lind, born 15 January 1992",
                     "May the load go up?", "Hanne Ostrow, 25 November 2026", "no diagnosis"):  # fmt: skip
            assert part in text
    assert "read at once" in printed.stdout


def test_an_erasure_takes_its_words(world: World) -> None:
    complaint = fresh(world, "Marta")
    keep_document(world.users["hanne"], complaint, written())
    erase_client(world.users["ruth"], complaint.client, name="Marta Lind")
    assert list(Document.objects.values_list("addressee", "passages")) == [("", [])]
