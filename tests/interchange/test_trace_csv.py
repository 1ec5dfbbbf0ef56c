"""A sensor trace from a table and from the made-up instrument: what is read, and which line is at fault."""

from __future__ import annotations

import json

import pytest
from django.http import StreamingHttpResponse
from django.test import Client, override_settings

from easepath.api.views.trace import REFUSED, trace_view
from easepath.clinic.errors import FieldError
from easepath.core.measure.onset import Reading, read_trace
from easepath.interchange.trace_csv import read_trace_csv
from easepath.standins.inclinometer import GIVES_AT, RAISE_S, STILL_S, SimulatedInclinometer
from tests.conftest import World
from tests.core.test_measure import REFUSED as REFUSED_TRACES
from tests.core.test_measure import raise_trace

HEAD = "t,thigh,pelvis\n"


@pytest.mark.parametrize(
    ("text", "first", "count"),
    [
        (f"{HEAD}0,1.5,0.2\n0.1,2,0.3\n", (0.0, 1.5, 0.2), 2),
        ("t;thigh;pelvis\r\n0,00;1,5;0,2\r\n", (0.0, 1.5, 0.2), 1),
        ("\ufeffT\tThigh\n0\t-3.5\n\n1\t4\n", (0.0, -3.5, None), 2),
    ],
)
def test_a_table_is_read(text: str, first: tuple[float, float, float | None], count: int) -> None:
    found = read_trace_csv(text)
    assert (found[0].t, found[0].thigh, found[0].pelvis) == first
    assert len(found) == count


@pytest.mark.parametrize(
    ("text", "why"),
    [
        ("", "is empty"), ("time,angle\n0,1\n", "line 1: the columns are time, angle"), (f"{HEAD}0,1\n", "line 2: has 2 values"),
        (f"{HEAD}0,1,2\n1,high,2\n", "line 3: thigh is 'high', no number"), (f"{HEAD}1,1,2\n1,1,2\n", "line 3: 1 s does not come after 1 s"),
        (f"{HEAD}0,1e9,2\n", "line 2: thigh is '1e9', which cannot be"), (f"{HEAD}0,nan,2\n", "line 2: thigh is 'nan'"),
        (HEAD + "".join(f"{n},1,1\n" for n in range(3001)), "has 3001 lines: at most 3000"),
    ],
)  # fmt: skip
def test_the_line_at_fault_is_named(text: str, why: str) -> None:
    with pytest.raises(FieldError) as caught:
        read_trace_csv(text)
    assert caught.value.fields["csv"].startswith(why)


@pytest.mark.parametrize("seed", range(8))
@pytest.mark.parametrize(("sensors", "kind"), [(1, "held top"), (2, "onset")])
def test_the_made_up_instrument_streams_what_the_rules_read(seed: int, sensors: int, kind: str) -> None:
    samples = list(SimulatedInclinometer(seed, pace=False).stream(80, sensors))[: round((STILL_S + RAISE_S + 2) * 20)]
    found = read_trace(samples)
    assert isinstance(found, Reading)
    assert found.kind == kind
    top = max(sample.thigh for sample in samples)
    assert found.angle == pytest.approx(top, abs=2) if sensors == 1 else top * GIVES_AT < found.angle < top


def test_every_refusal_says_what_to_do() -> None:
    assert REFUSED.keys() == REFUSED_TRACES.keys()
    told = trace_view(raise_trace(hold=0.1))
    assert (told.angle, told.refused) == (None, REFUSED["never settles"])


def test_the_stream_comes_line_by_line_and_a_trace_is_read_without_storing(world: World, client: Client) -> None:
    client.force_login(world.users["hanne"], backend="django.contrib.auth.backends.ModelBackend")
    path = f"/api/visits/{world.visit('Marta').pk}"
    with override_settings(INCLINOMETER="tests.interchange.test_trace_csv.Quick"):
        streamed = client.get(f"{path}/inclinometer?measure=slr")
    assert isinstance(streamed, StreamingHttpResponse)
    lines = [json.loads(line) for line in streamed.getvalue().splitlines()]
    read = client.post(f"{path}/trace", {"samples": lines[:180]}, "application/json").json()
    assert read["found"].startswith("where the low back starts to give")
    assert client.get(f"{path}/inclinometer?measure=calf-girth").status_code == 422
    with override_settings(INCLINOMETER=""):
        assert client.get(f"{path}/inclinometer?measure=slr").status_code == 404


class Quick(SimulatedInclinometer):
    """The instrument without waiting."""

    def __init__(self) -> None:
        super().__init__(4, pace=False)
