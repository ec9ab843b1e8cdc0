"""A transformer as a series impedance. Belongs to no code book.

Notes
-----
Z = z V² / S, split into R and X by their ratio. Magnetising current is left out: it is small beside the load, and in
quadrature with it.

References
----------
IEEE Std 141-1993 (Red Book), chapter 4, per-unit impedance of transformers; the approximate equivalent circuit of
Fitzgerald, Kingsley and Umans, Electric Machinery, chapter 2.
"""

import math

MADE_KVA = (1.0, 1.5, 2.0, 3.0, 5.0, 7.5, 10.0, 15.0, 25.0, 37.5, 50.0, 75.0, 100.0)


def bank_amps(kva: float, volts: float) -> float:
    """Rated line current of a three-phase bank: S / (√3 V).

    Parameters
    ----------
    kva : float
        Rating of all three phases together (kVA), 0 or more.
    volts : float
        Voltage between lines (V), above 0.

    Returns
    -------
    float
        Current of each line (A).

    Examples
    --------
    >>> round(bank_amps(75.0, 208.0), 2)
    208.18
    """
    return 1000.0 * kva / (math.sqrt(3.0) * volts)


def series_ohms(kva: float, volts: float, impedance_pct: float, x_over_r: float) -> complex:
    """Impedance seen from one winding: z V² / S, as R and X.

    Parameters
    ----------
    kva : float
        Rating (kVA), above 0.
    volts : float
        Voltage of the winding (V), above 0; between lines of a three-phase bank, whose phase impedance it then gives.
    impedance_pct : float
        Impedance on the nameplate (percent), 0 to 20.
    x_over_r : float
        Ratio of reactance to resistance, 0 or more.

    Returns
    -------
    complex
        R + jX (ohm).

    Examples
    --------
    >>> z = series_ohms(10.0, 240.0, 2.5, 0.75)
    >>> round(z.real, 4), round(z.imag, 4)
    (0.1152, 0.0864)
    """
    ohms = impedance_pct / 100.0 * volts * volts / (1000.0 * kva)
    r = ohms / math.hypot(1.0, x_over_r)
    return complex(r, r * x_over_r)


def rated_amps(kva: float, volts: float) -> float:
    """Full-load current of a winding: S / V.

    Parameters
    ----------
    kva : float
        Rating (kVA), 0 or more.
    volts : float
        Voltage of the winding (V), above 0.

    Returns
    -------
    float
        Current (A).

    Examples
    --------
    >>> rated_amps(5.0, 240.0)
    20.833333333333332
    """
    return 1000.0 * kva / volts
