"""Suspects in words, by the names of the job."""

import math
from collections.abc import Mapping

from northspan.core.book.library import words_of
from northspan.core.figures.working import number
from northspan.core.job.job import Job
from northspan.core.property.whole.readings import ReadingRules
from northspan.core.readings.network.suspects import Suspect
from northspan.core.readings.told.saying import names

# A neutral of more ohms than this is called open.
OPEN_FROM_OHM = 2000.0


def suspect_title(job: Job, rules: ReadingRules, suspect: Suspect, ohms: float | None) -> str:
    """A suspect in words, by the names of the job: a run by where it leads, everything else by its own."""
    called, leg_word = names(job), words_of(job.code_book)["leg"]
    first, *others = suspect.at or ("",)
    title = rules.suspect(suspect.kind).title
    if suspect.kind in ("loose-neutral", "loose-run-leg", "missing-ground", "swapped", "thin-wire"):
        start, end = next((called[r.from_station], called[r.to_station]) for r in job.runs if r.id == first)
        leg = _leg(leg_word, others.pop(0)) if suspect.kind == "loose-run-leg" else ""
        between = _between(called, first, others[0], (start, end)) if others else ""
        how = _times(ohms) if suspect.kind == "thin-wire" else _how(ohms)
        return title.format(end, leg, how=how) + between
    if suspect.kind in ("more-load", "astray", "hot-to-earth"):
        amps = "Something" if ohms is None else f"About {number(_two_digits((suspect.volts or 0.0) / ohms))} A"
        return title.format(called.get(first, first), _leg(leg_word, others[0]), how=amps)
    if suspect.kind == "loose-leg":
        circuit, leg = others
        return title.format(called.get(first, first), called[f"{first}/{circuit}"], _leg(leg_word, leg), how=_how(ohms))
    circuits = [called.get(f"{first}/{other}", called.get(other, other)) for other in others]
    if suspect.kind in (
        "loose-hot",
        "loose-circuit-neutral",
        "open-circuit-neutral",
        "open-circuit-ground",
        "neutral-on-bar",
    ):
        return title.format(called.get(first, first), " and ".join(circuits), how=_how(ohms))
    if suspect.kind in ("missing-bond", "electrode-off"):
        return title.format(called.get(first, first), how=_how(ohms))
    return title.format(called.get(first, first), *circuits, how="" if ohms is None else f", {_ohms(ohms)}")


def _leg(word: str, letters: str) -> str:
    """Which line it is on, or both of two; what is no line as it is called.

    >>> _leg("leg", "C"), _leg("leg", "AB")
    ('leg C', 'both legs')
    """
    if letters not in ("A", "B", "C", "AB"):
        return letters
    return f"both {word}s" if len(letters) > 1 else f"{word} {letters}"


def _between(called: Mapping[str, str], run: str, number: str, ends: tuple[str, str]) -> str:
    """Between which two places of a run a joint is: its stations and its boxes."""
    before = called[f"{run}#{number}"] if number != "0" else ends[0]
    after = called.get(f"{run}#{int(number) + 1}", ends[1])
    return f", between {before} and {after}"


def _times(times: float | None) -> str:
    return "" if times is None else f", about {times:.1f} times"


def _how(ohms: float | None) -> str:
    if ohms is None:
        return "is loose or open"
    return "is open" if ohms > OPEN_FROM_OHM else f"is loose, {_ohms(ohms)}"


def _ohms(ohms: float) -> str:
    return f"about {number(_two_digits(ohms))} ohm"


def _two_digits(ohms: float) -> float:
    return round(ohms, 1 - math.floor(math.log10(ohms)))
