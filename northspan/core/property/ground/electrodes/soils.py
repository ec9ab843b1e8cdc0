"""The soil a place's electrodes stand in: by a survey, a typed figure, or its kind's range."""

import math
from dataclasses import dataclass, replace
from functools import lru_cache

from northspan.core.figures.units import Units
from northspan.core.figures.working import Step, number
from northspan.core.job.grounding import SurveyReading
from northspan.core.job.job import Place
from northspan.core.physics.data import SOILS
from northspan.core.physics.earth.soil import Soil, wenner_resistivity
from northspan.core.physics.earth.survey import MOST_TRIES, invert
from northspan.core.property.ground.answer import SoilAnswer, SurveyPoint


@dataclass(frozen=True, slots=True)
class PlaceSoil:
    """The soil of a place: at its middle, and how many times drier or wetter it may be either way (1: known)."""

    middle: Soil
    times: float
    answer: SoilAnswer
    step: Step

    def at(self, share: float) -> Soil:
        """The soil at the low end (-1), the middle (0) or the high end (1) of its band."""
        factor = self.times**share
        lower = None if self.middle.lower is None else self.middle.lower * factor
        return replace(self.middle, upper=self.middle.upper * factor, lower=lower)


def place_soil(place: Place, told: Units) -> PlaceSoil:
    """What is known of a place's soil, the surest first: four-pin survey, typed resistivity, the shop's own readings of
    that kind of soil, the kind's range.
    """
    known = place.grounding
    surveyed = _surveyed(known.survey, told)
    if surveyed is not None:
        return surveyed
    if known.soil_ohm_m is not None:
        rho = known.soil_ohm_m
        answer = SoilAnswer("as entered", rho, rho, rho, None, None, None, _points(known.survey, told))
        return PlaceSoil(Soil(rho), 1.0, answer, Step("Resistivity as entered", rho, "ohm·m", "entered"))
    row = place.soil or "unknown"
    low, high = SOILS.number(row, "low") or 1.0, SOILS.number(row, "high") or 1.0
    words, cite = SOILS.word(row, "words"), "range of the kind of soil"
    if known.learnt is not None and known.learnt.soil == row:
        low, high = known.learnt.low, known.learnt.high
        many = known.learnt.readings
        words, cite = f"{words}, by {many} reading{'s' * (many > 1)} of our own", "the shop's logbook"
    middle, times = math.sqrt(low * high), math.sqrt(high / low)
    answer = SoilAnswer(words, low, middle, high, None, None, None, _points(known.survey, told))
    what = f"{words[:1].upper()}{words[1:]}: {number(low)} to {number(high)} ohm·m, their geometric middle"
    return PlaceSoil(Soil(middle), times, answer, Step(what, middle, "ohm·m", cite))


@lru_cache(maxsize=256)
def _surveyed(survey: tuple[SurveyReading, ...], told: Units) -> PlaceSoil | None:
    measured = _resistivities(survey)
    found = invert([a for a, _ in measured], [rho for _, rho in measured])
    if found is None or found.soil.depth_m is None:
        return None
    points = tuple(
        SurveyPoint(told.length.of(reading.spacing), rho, computed)
        for reading, (_, rho), computed in zip(survey, measured, found.computed, strict=True)
    )
    soil, depth = found.soil, told.length.of(found.soil.depth_m)
    stopped = "" if found.settled else f", the search stopped after {MOST_TRIES} tries"
    words = f"two layers by survey, misfit {found.misfit_pct:.1f} %{stopped}"
    answer = SoilAnswer(words, soil.upper, soil.upper, soil.upper, depth, soil.lower, found.misfit_pct, points)
    down = f"{depth:.1f} {told.length.sign}"
    what = f"Survey: {number(soil.upper)} ohm·m down to {down}, {number(soil.lower or 0.0)} ohm·m below"
    return PlaceSoil(soil, 1.0, answer, Step(what, soil.upper, "ohm·m", "two-layer inversion, IEEE Std 81"))


def _resistivities(survey: tuple[SurveyReading, ...]) -> list[tuple[float, float]]:
    return [(r.spacing, wenner_resistivity(r.spacing, r.ohm, r.pin_depth)) for r in survey]


def _points(survey: tuple[SurveyReading, ...], told: Units) -> tuple[SurveyPoint, ...]:
    """Readings that are too few for two layers: shown as they are."""
    return tuple(
        SurveyPoint(told.length.of(r.spacing), rho, rho)
        for r, (_, rho) in zip(survey, _resistivities(survey), strict=True)
    )
