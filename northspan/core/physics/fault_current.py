"""Fault current from a source through conductors, point by point. Belongs to no code book.

Notes
-----
I = V / |Zs + Zl|, with Zs the source's impedance and Zl both conductors of the loop.

References
----------
IEEE Std 141-1993 (Red Book), chapter 4, short-circuit current calculations, the ohmic method.
"""

import math

# Copper and aluminium alike within a percent: the temperature at which the metal's resistance would vanish.
_ZERO_RESISTANCE_C = 234.5
LEG_FACTOR = 1.5


def transformer_fault_amps(kva: float, volts: float, impedance_pct: float) -> float:
    """Current of a bolted fault at a transformer's secondary on an unlimited primary: S / (V z).

    Parameters
    ----------
    kva : float
        Rating (kVA), above 0.
    volts : float
        Voltage of the secondary (V), above 0.
    impedance_pct : float
        Impedance on the nameplate (percent), above 0 to 20.

    Returns
    -------
    float
        Current (A).

    Examples
    --------
    >>> round(transformer_fault_amps(25.0, 240.0, 2.0))
    5208
    """
    return 1000.0 * kva / volts / (impedance_pct / 100.0)


def bank_fault_amps(kva: float, line_volts: float, impedance_pct: float) -> float:
    """Current of a bolted fault of one phase of a three-phase bank, line to neutral or all lines together.

    Parameters
    ----------
    kva : float
        Rating of all three phases together (kVA), above 0.
    line_volts : float
        Voltage between lines (V), above 0.
    impedance_pct : float
        Impedance on the nameplate (percent), above 0 to 20.

    Returns
    -------
    float
        Current (A): S / (√3 V z).

    Examples
    --------
    >>> round(bank_fault_amps(75.0, 208.0, 2.0))
    10409
    """
    return 1000.0 * kva / (math.sqrt(3.0) * line_volts) / (impedance_pct / 100.0)


def source_ohms(volts: float, fault_amps: float) -> complex:
    """Impedance behind a fault current, taken as pure reactance: j V / I.

    Parameters
    ----------
    volts : float
        Voltage before the fault (V), above 0.
    fault_amps : float
        Current of a bolted fault there (A), above 0.

    Returns
    -------
    complex
        Impedance (ohm). Wire is mostly resistance, so the sum comes out smallest and the current on the high side.

    Examples
    --------
    >>> source_ohms(240.0, 10000.0)
    0.024j
    """
    return complex(0.0, volts / fault_amps)


def cold_resistance(ohms: float, hot_c: float, cold_c: float = 25.0) -> float:
    """Resistance of a wire when it is cold: a fault may find it so, and then carries most.

    Parameters
    ----------
    ohms : float
        Resistance at ``hot_c`` (ohm), 0 or more.
    hot_c, cold_c : float
        Temperatures (C), -50 to 250.

    Returns
    -------
    float
        Resistance at ``cold_c`` (ohm): R (234.5 + Tcold) / (234.5 + Thot), copper and aluminium alike within a percent.

    Examples
    --------
    >>> round(cold_resistance(1.0, 75.0), 4)
    0.8384
    """
    return ohms * (_ZERO_RESISTANCE_C + cold_c) / (_ZERO_RESISTANCE_C + hot_c)


def fault_amps(volts: float, ohms: complex) -> float:
    """Current of a bolted fault: V ÷ |Z|.

    Parameters
    ----------
    volts : float
        Voltage before the fault (V), 0 or more.
    ohms : complex
        All that stands in its way (ohm), not 0.

    Returns
    -------
    float
        Current (A).

    Examples
    --------
    >>> fault_amps(240.0, 0.03 + 0.04j)
    4800.0
    """
    return volts / abs(ohms)
