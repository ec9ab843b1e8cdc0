"""How warm a loaded conductor runs, and what that does to its resistance. Belongs to no code book.

References
----------
Neher, J. H. and McGrath, M. H., The Calculation of the Temperature Rise and Load Capability of Cable Systems, AIEE
Transactions 76 (1957), equation 9: heat goes as the square of the current.
"""

_ALPHA_75 = {"cu": 0.00323, "al": 0.00330}


def running_temperature(
    amps: float, ampacity_a: float, rated_c: float, base_ambient_c: float, ambient_c: float
) -> float:
    """Temperature that a conductor runs at: T = Ta + (Trated - Tbase) (I / I0)².

    Parameters
    ----------
    amps : float
        Current (A), 0 or more.
    ampacity_a : float
        Current (A), above 0, that brings it to ``rated_c`` in ``base_ambient_c``.
    rated_c, base_ambient_c : float
        Temperatures (C), -50 to 250, the first above the second.
    ambient_c : float
        Temperature round it (C), -50 to 250.

    Returns
    -------
    float
        Temperature of the conductor (C).

    Notes
    -----
    Steady state of the Neher-McGrath heat balance, with dielectric loss left out and the resistance taken as it is at
    ``rated_c``.

    Examples
    --------
    >>> running_temperature(50.0, 100.0, 90.0, 30.0, 30.0)
    45.0
    """
    return ambient_c + (rated_c - base_ambient_c) * (amps / ampacity_a) ** 2


def resistance_at(r_75c: float, metal: str, temperature_c: float) -> float:
    """Resistance at another temperature: R75 (1 + α (T - 75)).

    Parameters
    ----------
    r_75c : float
        Resistance at 75 C, in any unit, 0 or more.
    metal : str
        ``cu`` (α = 0.00323 per degree at 75 C) or ``al`` (0.00330).
    temperature_c : float
        Temperature (C), -50 to 250.

    Returns
    -------
    float
        Resistance in the unit of ``r_75c``.

    Notes
    -----
    The linear law of resistance, with the coefficients of commercial conductors.

    Examples
    --------
    >>> round(resistance_at(0.1, "al", 45.0), 5)
    0.0901
    """
    return r_75c * (1.0 + _ALPHA_75[metal] * (temperature_c - 75.0))
