"""The inclinometer: its stream, and what a trace tells."""

from __future__ import annotations

import json
from collections.abc import Iterator

from django.http import HttpRequest, StreamingHttpResponse
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.trace import TraceIn
from easepath.api.views.trace import TraceOut, trace_view
from easepath.clinic.errors import FieldError
from easepath.clinic.instruments import inclinometer
from easepath.clinic.selectors.access import get_visit
from easepath.core.knowledge import shipped_library
from easepath.core.measure.onset import Sample
from easepath.interchange.trace_csv import read_trace_csv

router = Router(tags=["measure"])
LINES = "application/x-ndjson"


@router.get(
    "/visits/{visit}/inclinometer", response={200: None, 404: Problem, 422: Problem}, operation_id="stream_inclinometer"
)
def stream(request: HttpRequest, visit: int, measure: str) -> StreamingHttpResponse:
    """What the sensors feel, one sample a line as it comes: seconds, degrees of the thigh and of the pelvis."""
    get_visit(staff(request), visit)
    library = shipped_library()
    test = library.measures.get(measure)
    if test is None or test.unit != "deg":
        raise FieldError({"measure": f"{measure!r} is no test that is read in degrees"})
    usual = next((value for value in (test.norm, test.plausible[1]) if isinstance(value, int | float)), 60.0)
    samples = inclinometer().stream(float(usual), library.set_ups[measure].sensors)
    return StreamingHttpResponse(_lines(samples), content_type=LINES, headers={"X-Accel-Buffering": "no"})


def _lines(samples: Iterator[Sample]) -> Iterator[str]:
    for one in samples:
        yield json.dumps([one.t, one.thigh, one.pelvis]) + "\n"


@router.post("/visits/{visit}/trace", response={200: TraceOut, 422: Problem}, operation_id="read_trace")
def read(request: HttpRequest, visit: int, payload: TraceIn) -> TraceOut:
    """Read a trace, of samples or of a table; nothing is stored until its reading is kept in Measure."""
    get_visit(staff(request), visit)
    if payload.csv:
        return trace_view(read_trace_csv(payload.csv))
    return trace_view([Sample(t, thigh, pelvis) for t, thigh, pelvis in payload.samples])
