"""What a supply's earthing arrangement puts between its star point and the terminals at the origin.

Resistances alone: what is measured at an origin is a loop, and how a loop divides between its way out and its way home
is taken as it is customary.

References
----------
International Electrotechnical Commission, IEC 60364-1 (2005), section 312.2: the arrangements and their names.
"""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class SupplyLoop:
    """What stands behind an origin.

    Attributes
    ----------
    line, neutral : float
        From the star point to each line terminal and to the neutral terminal (ohm, above 0).
    protective : float or None
        From the star point to the earth terminal by a conductor of its own (ohm, above 0); None where there is none:
        the neutral is the earth terminal too, or nothing is brought.
    earth : float
        The star point's own electrodes (ohm, above 0).
    combined : bool
        The neutral terminal is the earth terminal.
    """

    line: float
    neutral: float
    protective: float | None
    earth: float
    combined: bool = False


def combined(earth_loop: float, earth: float) -> SupplyLoop:
    """TN-C-S: one conductor is neutral and earth, and both loops are alike; half of it is the line.

    Parameters
    ----------
    earth_loop : float
        External earth fault loop, Ze (ohm, above 0).
    earth : float
        The supply's electrodes (ohm, above 0).

    Returns
    -------
    SupplyLoop
        R_line = R_neutral = Ze / 2.

    Examples
    --------
    >>> combined(0.35, 1.0)
    SupplyLoop(line=0.175, neutral=0.175, protective=None, earth=1.0, combined=True)
    """
    return SupplyLoop(earth_loop / 2.0, earth_loop / 2.0, None, earth, combined=True)


def separate(earth_loop: float, neutral_loop: float, earth: float) -> SupplyLoop:
    """TN-S: neutral and earth come apart from the star point; the line is half of the smaller loop.

    Parameters
    ----------
    earth_loop : float
        External earth fault loop, Ze (ohm, above 0).
    neutral_loop : float
        Line to neutral loop at the origin (ohm, above 0): the voltage to neutral over the prospective current.
    earth : float
        The supply's electrodes (ohm, above 0).

    Returns
    -------
    SupplyLoop
        R_line = min(Z_ln, Ze) / 2, R_neutral = Z_ln - R_line, R_protective = Ze - R_line.

    Examples
    --------
    >>> separate(0.6, 0.35, 1.0)
    SupplyLoop(line=0.175, neutral=0.175, protective=0.425, earth=1.0, combined=False)
    """
    line = min(neutral_loop, earth_loop) / 2.0
    return SupplyLoop(line, neutral_loop - line, earth_loop - line, earth)


def through_soil(neutral_loop: float, line_and_earth: float) -> SupplyLoop:
    """TT: nothing but the soil leads home from the installation's own electrodes.

    Parameters
    ----------
    neutral_loop : float
        Line to neutral loop at the origin (ohm, above 0).
    line_and_earth : float
        The supply's share of the earth fault loop: its line and its electrodes together (ohm).

    Returns
    -------
    SupplyLoop
        R_line = R_neutral = Z_ln / 2, R_earth = the share less R_line.

    Raises
    ------
    ValueError
        The share leaves the electrodes no resistance.

    Examples
    --------
    >>> through_soil(0.35, 21.0)
    SupplyLoop(line=0.175, neutral=0.175, protective=None, earth=20.825, combined=False)
    """
    line = neutral_loop / 2.0
    if line_and_earth <= line:
        raise ValueError(f"{line_and_earth} ohm is not more than the line's {line} ohm")
    return SupplyLoop(line, neutral_loop - line, None, line_and_earth - line)
