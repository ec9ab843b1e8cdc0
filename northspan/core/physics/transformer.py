"""A single-phase transformer as a series impedance. Belongs to no code book.

Z = z V² / S, split into R and X by their ratio. Magnetising current is left out: it is small beside the load, and in
quadrature with it. Source: the approximate equivalent circuit in any text on electric machines.
"""

import math

MADE_KVA = (1.0, 1.5, 2.0, 3.0, 5.0, 7.5, 10.0, 15.0, 25.0, 37.5, 50.0, 75.0, 100.0)


def bank_amps(kva: float, volts: float) -> float:
    """Rated line current (A) of a three-phase bank of ``kva`` (kVA in all) at ``volts`` between its lines: S / (√3 V).

    >>> round(bank_amps(75.0, 208.0), 2)
    208.18
    """
    return 1000.0 * kva / (math.sqrt(3.0) * volts)


def series_ohms(kva: float, volts: float, impedance_pct: float, x_over_r: float) -> complex:
    """R + jX (ohm) seen from the winding of ``volts``.

    ``kva`` and ``volts`` above 0, ``impedance_pct`` 0 to 20, ``x_over_r`` 0 or more.

    >>> z = series_ohms(10.0, 240.0, 2.5, 0.75)
    >>> round(z.real, 4), round(z.imag, 4)
    (0.1152, 0.0864)
    """
    ohms = impedance_pct / 100.0 * volts * volts / (1000.0 * kva)
    r = ohms / math.hypot(1.0, x_over_r)
    return complex(r, r * x_over_r)


def rated_amps(kva: float, volts: float) -> float:
    """Full-load current (A) of a winding.

    ``kva`` 0 or more, ``volts`` above 0.

    >>> rated_amps(5.0, 240.0)
    20.833333333333332
    """
    return 1000.0 * kva / volts
