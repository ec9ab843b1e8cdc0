"""Instruments asked for readings, outside desks for answers; a fault planted for practice, and told afterwards."""

import time
from datetime import UTC, datetime
from pathlib import Path
from typing import Annotated, Literal

from flask import Response, current_app
from flask_openapi3 import Tag
from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from northspan.core.document.file import JobFileError, sound
from northspan.core.document.read import JobDocument
from northspan.core.figures.problem import Problem
from northspan.core.job.job import Job
from northspan.core.property.whole.measured import UNITS, What, WhatRan, conditions
from northspan.core.readings.finding.titles import suspect_title
from northspan.instruments.line import InstrumentTrouble, figure
from northspan.instruments.reached import Reached, in_file, in_here, on_port
from northspan.instruments.simulated.bench import READS, Bench
from northspan.instruments.simulated.desks import QUESTIONS, DeskName
from northspan.instruments.units import in_unit
from northspan.server.answers.replies import refusals, reply
from northspan.server.answers.resource import Resource
from northspan.server.readings.models import FallBody, Practice
from northspan.server.started.wiring import INSTRUMENT_PORTS, INSTRUMENTS_FOLDER, solutions, supply_house

# Where the potential probe is set, in shares of the way.
SHARES = (0.1, 0.2, 0.3, 0.4, 0.5, 0.55, 0.62, 0.7, 0.8, 0.9)
# Nobody is kept waiting for a curve for longer than this.
LONGEST_CURVE_S = 10.0
instruments = Resource(
    "instruments", __name__, url_prefix="/api/instruments", abp_tags=[Tag(name="Instruments")],
    abp_responses=refusals(422),
)  # fmt: skip


class Source(BaseModel):
    """Where an instrument is: simulated here, on a local port, or a file in the folder of instruments."""

    model_config = ConfigDict(extra="forbid")

    kind: Literal["simulated", "port", "file"] = "simulated"
    port: int = Field(0, ge=0, le=65535)
    file: Annotated[str, StringConstraints(pattern="^[a-z0-9-]{0,40}$")] = ""


class MeasureRequest(BaseModel):
    """What an instrument is put to, what runs meanwhile; ``far`` (job's length) is the current probe's place."""

    model_config = ConfigDict(extra="forbid")

    job: JobDocument
    practice: Practice = ""
    source: Source = Source()
    what: What
    at: str = Field(min_length=1, max_length=80, pattern="^[^\\s=]+$")
    part: str = Field(min_length=1, max_length=80, pattern="^[^\\s=]+$")
    load: WhatRan = "untold"
    share: float | None = Field(None, ge=0, le=2)
    extra_a: float = Field(0.0, ge=0, le=200)
    extra_at: str | None = Field(None, max_length=80, pattern="^[^\\s=]*$")
    tried_ma: float | None = Field(None, gt=0, le=1000)
    far: float | None = Field(None, gt=0, le=5000)


class MeasureReply(BaseModel):
    """What the instrument shows: a figure with its unit, or a whole fall of potential; who it is."""

    name: str
    calibrated: str
    value: float | None
    unit: str
    fall: FallBody | None


class DeskRequest(BaseModel):
    """What an outside desk is asked, in the words of its lines."""

    model_config = ConfigDict(extra="forbid")

    job: JobDocument
    desk: DeskName
    words: Annotated[str, StringConstraints(min_length=1, max_length=120, pattern="^[^\\n\\r]*$")]


class DeskQuestion(BaseModel):
    """What a desk may be asked: the desk, the line that asks it, in words."""

    desk: DeskName
    line: str
    words: str


class DesksReply(BaseModel):
    """Everything that desks are asked on screen."""

    questions: list[DeskQuestion]


class DeskReply(BaseModel):
    """Who answers, and what."""

    name: str
    words: str


class PracticeRequest(BaseModel):
    """A round of practice that is over."""

    model_config = ConfigDict(extra="forbid")

    job: JobDocument
    practice: Annotated[str, StringConstraints(pattern="^[a-z0-9-]{1,40}$")]


class PracticeReply(BaseModel):
    """What was wrong: its key and its words; empty where the property had room for nothing."""

    key: str
    title: str


@instruments.post("/measure", responses={200: MeasureReply})
def measure(body: MeasureRequest) -> Response:
    """Put an instrument to something and read it."""
    try:
        found = _reached(body)
        if body.what == "electrode":
            return reply(_curve(body, found))
        ran = conditions(body.load, body.share, body.extra_a, body.extra_at)
        run = "main=off" if ran.load == "main-off" else f"share={ran.share:g}"
        run += f" extra={ran.extra_a:g} at={ran.extra_at}" if ran.extra_a else ""
        tried = f" ma={body.tried_ma:g}" if body.tried_ma else ""
        shown = figure(found.ask(f"read {body.what} {body.at} {body.part} {run}{tried}"))
        unit = UNITS[body.what] or body.job.told.torque.sign
        # A press of a button is no quantity: it is counted.
        value = float(shown.value) if body.what == "test-button" else in_unit(shown, unit)
    except InstrumentTrouble as trouble:
        raise JobFileError([Problem("/source", f"The instrument: {trouble}")]) from None
    return reply(MeasureReply(name=found.name, calibrated=found.calibrated, value=value, unit=unit, fall=None))


@instruments.get("/desks", responses={200: DesksReply})
def desks() -> Response:
    """What outside desks may be asked."""
    asked = [DeskQuestion(desk=desk, line=line, words=words) for desk, line, words in QUESTIONS]
    return reply(DesksReply(questions=asked))


@instruments.post("/desk", responses={200: DeskReply})
def desk(body: DeskRequest) -> Response:
    """Ask an outside desk."""
    found = in_here(_bench(body.job, "").instrument(body.desk))
    try:
        return reply(DeskReply(name=found.name, words=found.ask(f"read {body.words}")))
    except InstrumentTrouble as trouble:
        raise JobFileError([Problem("/words", str(trouble))]) from None


@instruments.post("/practice", responses={200: PracticeReply})
def practised(body: PracticeRequest) -> Response:
    """What was wrong in a round of practice."""
    bench = _bench(body.job, body.practice)
    planted, rules = bench.planted, bench.ready.book.readings
    if planted is None or rules is None:
        return reply(PracticeReply(key="", title=""))
    title = suspect_title(bench.ready.entered, rules, planted.suspect, planted.ohms)
    return reply(PracticeReply(key=planted.suspect.key, title=title))


def _bench(job: Job, practice: str) -> Bench:
    solved = solutions().of(sound(job))
    today = datetime.now(UTC).date()
    return Bench(solved.ready, solved.solution, solved.metered, supply_house(), today, practice)


def _reached(body: MeasureRequest) -> Reached:
    if body.source.kind == "port":
        return on_port(body.source.port, current_app.config.get(INSTRUMENT_PORTS))
    if body.source.kind == "file":
        folder = current_app.config.get(INSTRUMENTS_FOLDER)
        return in_file(None if folder is None else Path(folder), body.source.file)
    if body.what not in READS:
        raise InstrumentTrouble("none of the simulated ones reads that")
    return in_here(_bench(body.job, body.practice).instrument(READS[body.what]))


def _curve(body: MeasureRequest, found: Reached) -> MeasureReply:
    told = body.job.told.length
    if body.far is None:
        raise JobFileError([Problem("/far", "say how far off the current probe is set")])
    far_m = told.si(body.far)
    points: list[tuple[float, float]] = []
    until = time.monotonic() + LONGEST_CURVE_S
    for share in SHARES:
        if time.monotonic() > until:
            read = f"{len(points)} of {len(SHARES)} places in {LONGEST_CURVE_S:g} s"
            raise InstrumentTrouble(f"it is too slow for a curve: {read}; read the places one by one")
        shown = figure(found.ask(f"read electrode {body.at} {body.part} far={far_m:.3f} at={far_m * share:.3f}"))
        points.append((round(body.far * share, 1), in_unit(shown, "ohm")))
    fall = FallBody(far=body.far, points=tuple(points))
    return MeasureReply(name=found.name, calibrated=found.calibrated, value=None, unit="ohm", fall=fall)
