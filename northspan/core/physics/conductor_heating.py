"""How warm a loaded conductor runs, and what that does to its resistance. Belongs to no code book."""

_ALPHA_75 = {"cu": 0.00323, "al": 0.00330}


def running_temperature(
    amps: float, ampacity_a: float, rated_c: float, base_ambient_c: float, ambient_c: float
) -> float:
    """Conductor temperature (C) at ``amps`` (A) in ``ambient_c``.

    ``ampacity_a`` brings the conductor to ``rated_c`` in ``base_ambient_c``; heat goes as the square of the
    current: T = Ta + (Trated - Tbase) (I / I0)². Source: steady state of the Neher-McGrath heat balance with
    dielectric loss left out.
    ``amps`` 0 or more, ``ampacity_a`` above 0 A; temperatures -50 to 250 C, ``rated_c`` above ``base_ambient_c``.

    >>> running_temperature(50.0, 100.0, 90.0, 30.0, 30.0)
    45.0
    """
    return ambient_c + (rated_c - base_ambient_c) * (amps / ampacity_a) ** 2


def resistance_at(r_75c: float, metal: str, temperature_c: float) -> float:
    """Resistance (same unit as ``r_75c``) at another temperature: R75 (1 + α (T - 75)).

    α is 0.00323 for copper and 0.00330 for aluminium, per degree C at 75 C. Source: the linear law of any
    physics text, with the coefficients of commercial conductors.
    ``r_75c`` 0 or more, ``temperature_c`` -50 to 250 C.

    >>> round(resistance_at(0.1, "al", 45.0), 5)
    0.0901
    """
    return r_75c * (1.0 + _ALPHA_75[metal] * (temperature_c - 75.0))
