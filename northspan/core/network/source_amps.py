"""The current that a generator or inverter station gives, all its units together."""

from northspan.core.book.systems import SYSTEMS
from northspan.core.figures.units import FOOT_M
from northspan.core.job.job import Generator
from northspan.core.physics.standby import capacity_kw


def plate_amps(own: Generator) -> float:
    """Current (A) line to line by its plate.

    >>> round(plate_amps(Generator(kw=12.0)), 3)
    50.0
    """
    return 1000.0 * own.kw * own.units / SYSTEMS[own.system].volts


def able_amps(own: Generator) -> float:
    """Current (A) line to line where it stands, on its fuel and at its altitude."""
    # Makers give the loss for every 1000 ft.
    kw = capacity_kw(own.kw * own.units, own.fuel_pct, own.altitude, own.altitude_loss_pct / FOOT_M)
    return 1000.0 * kw / SYSTEMS[own.system].volts
