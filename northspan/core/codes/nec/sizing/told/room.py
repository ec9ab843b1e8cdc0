"""What room on a service or a feeder means: the largest charger, heat pump and standby source.

Sections 625.42, 440.33 and 702.4.
"""

from northspan.core.codes.nec.sizing.overcurrent import CONTINUOUS_EXTRA
from northspan.core.figures.working import Figure, NamedFigure, Step, number


def takes(room_a: float, device_a: float, volts: float) -> tuple[NamedFigure, ...]:
    """The largest charger (A of output), heat pump (A of its plate's circuit ampacity) and standby source (kW) of a run
    with ``room_a`` (A) left whose wire and bus a device of ``device_a`` (A) may guard.

    A charger is a continuous load, so it takes a quarter more than it gives; a heat pump's plate has the quarter of its
    compressor in it; a source behind a transfer switch takes the supply's place, so what is on the run does not matter.

    >>> [(each.key, each.figure.value) for each in takes(50.0, 100.0, 240.0)]
    [('largest_charger', 40.0), ('largest_heat_pump', 50.0), ('largest_generator', 24.0)]
    """
    charger, kilowatts = room_a / (1.0 + CONTINUOUS_EXTRA), device_a * volts / 1000.0
    by_charger = Step(f"{number(room_a)} A ÷ 1.25, for it runs three hours or more", charger, "A", "625.41, 625.42")
    by_plate = Step("Minimum circuit ampacity on its plate, that much at most", room_a, "A", "440.4(B), 440.33")
    by_device = Step(f"Its breaker may be {number(device_a)} A: × {number(volts)} V", kilowatts, "kW", "702.4, 240.4")
    return (
        NamedFigure("largest_charger", "Car charger, up to", Figure(charger, "A", (by_charger,))),
        NamedFigure("largest_heat_pump", "Heat pump, plate up to", Figure(room_a, "A", (by_plate,))),
        NamedFigure("largest_generator", "Standby source, up to", Figure(kilowatts, "kW", (by_device,))),
    )
