"""Fault current from a source through conductors, point by point. Belongs to no code book.

I = V / |Zs + Zl|, with Zs the source's impedance and Zl both conductors of the loop. Source: any text on short-circuit
calculation by the ohmic method.
"""

import math

# Copper and aluminium alike within a percent: the temperature at which the metal's resistance would vanish.
_ZERO_RESISTANCE_C = 234.5
LEG_FACTOR = 1.5


def transformer_fault_amps(kva: float, volts: float, impedance_pct: float) -> float:
    """Current (A) of a bolted fault at a transformer's secondary on an unlimited primary: kVA ÷ V ÷ Z.

    ``kva`` and ``volts`` above 0, ``impedance_pct`` above 0 to 20.

    >>> round(transformer_fault_amps(25.0, 240.0, 2.0))
    5208
    """
    return 1000.0 * kva / volts / (impedance_pct / 100.0)


def bank_fault_amps(kva: float, line_volts: float, impedance_pct: float) -> float:
    """Current (A) of a bolted fault of one phase of a three-phase bank, line to neutral or all three lines together:
    kVA ÷ √3 V ÷ Z.
    ``kva`` and ``line_volts`` above 0, ``impedance_pct`` above 0 to 20.

    >>> round(bank_fault_amps(75.0, 208.0, 2.0))
    10409
    """
    return 1000.0 * kva / (math.sqrt(3.0) * line_volts) / (impedance_pct / 100.0)


def source_ohms(volts: float, fault_amps: float) -> complex:
    """Impedance (ohm) behind ``fault_amps`` (A) at ``volts``, taken as pure reactance.

    Wire is mostly resistance, so the sum comes out smallest and the current on the high side.
    Both above 0.

    >>> source_ohms(240.0, 10000.0)
    0.024j
    """
    return complex(0.0, volts / fault_amps)


def cold_resistance(ohms: float, hot_c: float, cold_c: float = 25.0) -> float:
    """Resistance (ohm) at ``cold_c`` from that at ``hot_c``: a fault may find the wire cold, and then carries most.

    ``ohms`` 0 or more, temperatures -50 to 250 C.

    >>> round(cold_resistance(1.0, 75.0), 4)
    0.8384
    """
    return ohms * (_ZERO_RESISTANCE_C + cold_c) / (_ZERO_RESISTANCE_C + hot_c)


def fault_amps(volts: float, ohms: complex) -> float:
    """Current (A) of a bolted fault: V ÷ |Z|.

    ``volts`` 0 or more, ``ohms`` not 0.

    >>> fault_amps(240.0, 0.03 + 0.04j)
    4800.0
    """
    return volts / abs(ohms)
