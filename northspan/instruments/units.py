"""What an instrument shows in the unit that a reading is written in: 3100 mA are 3.1 A."""

from collections.abc import Mapping

from northspan.instruments.line import InstrumentTrouble, Shown

# As instruments write them: small m and large M are a thousand million apart, so letters count as they stand.
PREFIXES: Mapping[str, float] = {"µ": 1e-6, "μ": 1e-6, "u": 1e-6, "m": 1e-3, "": 1.0, "k": 1e3, "M": 1e6, "G": 1e9}
BASES: Mapping[str, tuple[str, ...]] = {
    "A": ("A",), "V": ("V",), "ohm": ("ohm", "ohms", "Ohm", "Ohms", "Ω", "Ω"), "s": ("s",),
    "lb·in": ("lb·in", "lb-in", "in-lb", "lb in", "in·lb"), "N·m": ("N·m", "Nm", "N m", "N-m"),
}  # fmt: skip


def in_unit(shown: Shown, wanted: str) -> float:
    """What is shown, in the unit that is wanted ("A", "mA", "V", "ohm", "Mohm", "ms", a torque's). Raises
    InstrumentTrouble: a unit that is not of that kind, or none.

    >>> in_unit(Shown(3100.0, "mA"), "A"), in_unit(Shown(0.028, "s"), "ms"), in_unit(Shown(520.0, "kΩ"), "Mohm")
    (3.1, 28.0, 0.52)
    """
    if not isinstance(shown.value, float):
        raise InstrumentTrouble(f"not a reading: {shown.value[:60]!r}")
    if not shown.unit:
        raise InstrumentTrouble(f"it shows {shown.value:g} without a unit; {wanted} is wanted here")
    have, want = _parts(shown.unit), _parts(wanted)
    if have is None or want is None or have[1] != want[1]:
        raise InstrumentTrouble(f"it shows {shown.value:g} {shown.unit}; {wanted} is wanted here")
    return float(f"{shown.value * have[0] / want[0]:.12g}")


def _parts(unit: str) -> tuple[float, str] | None:
    """How many of its base a unit is, and the base; None where it is no unit that is read here."""
    for base, written in BASES.items():
        if unit in written:
            return 1.0, base
    for prefix, times in PREFIXES.items():
        for base, written in BASES.items():
            if prefix and "·" not in base and any(unit == prefix + each for each in written):
                return times, base
    return None
