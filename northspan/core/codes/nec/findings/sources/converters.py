"""Findings on phase converters and the line that they make. Article 455."""

from collections.abc import Iterable

from northspan.core.document.finding import Finding
from northspan.core.network.topology import SINGLE_PHASE
from northspan.core.property.whole.book import WholeBook
from northspan.core.property.whole.view import JobView


def find(book: WholeBook, view: JobView) -> Iterable[Finding]:
    """Every converter: its supply, its plate, what is to be minded of the line it makes."""
    for station in view.job.stations:
        own, feed = station.converter, view.network.fed_by.get(station.id)
        if own is None or feed is None:
            continue
        if feed.system != SINGLE_PHASE:
            yield Finding(
                "converter-supply", "violation", "455.2, 110.4", f"{station.name}: fed with {feed.system}",
                "It is reckoned with two lines of 240 V in, which pass through, and a third that it makes.",
                run=feed.id, station=station.id,
            )  # fmt: skip
        if own.input_a is None:
            yield Finding(
                "converter-plate", "advice", "455.6(A), 455.4", f"{station.name}: its input is not on record",
                "Wire and device go by the single-phase full-load input on its plate. Until it is entered they go by "
                "what its three lines carry, without its own losses: read the plate.",
                station=station.id,
            )  # fmt: skip
        static = (
            " A static one leaves a motor about two thirds of its rating: see the maker's sheet."
            if own.form == "static"
            else ""
        )
        yield Finding(
            "converter-line", "note", "455.4, 455.8, 455.9", f"{station.name}: the line it makes",
            "It is marked at every place where it can be reached, its volts to ground are not those of the two that "
            "pass through, and nothing of one phase hangs on it. The converter has a disconnect in sight that opens "
            f"all its supply, and its device opens both lines.{static}",
            station=station.id,
        )  # fmt: skip
