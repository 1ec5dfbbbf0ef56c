"""Measure in the browser: the inclinometer read live and frozen by a key, a trace from a table, and no mixing with the hand."""

from __future__ import annotations

from django.test import override_settings
from playwright.sync_api import Page, expect

from easepath.clinic.models import Sitting
from tests.browser.conftest import AtStep, pick, saved
from tests.conftest import World

TABLE = "t;thigh;pelvis\n" + "".join(
    f"{n / 20:.2f};{min(70.0, max(0.0, (n / 20 - 1.5) * 20)):.1f};{0.9 * max(0.0, min(70.0, (n / 20 - 1.5) * 20) - 45):.1f}\n"
    for n in range(140)
)


def test_an_angle_is_read_live_frozen_and_kept(live: World, at_step: AtStep, page: Page) -> None:
    at_step("Marta", "Measure")
    pick(page, "another test", "Passive straight-leg raise, low back kept flat")
    page.get_by_role("button", name="Read it with the inclinometer, left").click()
    panel = page.get_by_role("region", name="Inclinometer, left")
    panel.get_by_role("button", name="Start").click()
    expect(panel.get_by_role("img").first).to_be_visible()
    page.keyboard.press("Space")  # nothing was held yet
    expect(panel.get_by_text("No reading.")).to_be_visible()
    with override_settings(INCLINOMETER="tests.interchange.test_trace_csv.Quick"):
        panel.get_by_role("button", name="Raise again").click()
        expect(panel.get_by_text("where the low back starts to give")).to_be_visible()
    page.keyboard.press("Enter")  # the keeping has the focus
    saved(page)
    kept = Sitting.objects.get(client=live.complaints["Marta"].client, measure="slr", side="left")
    assert kept.instrument == "inclinometer"
    assert 40 < kept.trials[0] < 90
    panel.get_by_label("A trace from a table (CSV)").set_input_files(
        {"name": "raise.csv", "mimeType": "text/csv", "buffer": TABLE.replace("thigh", "leg", 1).encode()}
    )
    expect(panel.get_by_text("the columns are t, leg, pelvis")).to_be_visible()
    panel.get_by_label("A trace from a table (CSV)").set_input_files(
        {"name": "raise.csv", "mimeType": "text/csv", "buffer": TABLE.encode()}
    )
    with page.expect_response(lambda answer: answer.request.method == "PUT"):
        panel.get_by_role("button", name="Keep").click()
    expect(page.get_by_role("button", name="take out")).to_have_count(2)
    field = page.get_by_label("Left, degrees", exact=True)
    field.fill("60")
    field.press("Enter")
    expect(page.get_by_text("its readings are not compared with those of the hand")).to_be_visible()
    kept.refresh_from_db()
    assert len(kept.trials) == 2
