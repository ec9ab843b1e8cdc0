"""What goes with the ungrounded conductors: bonding conductor, neutral, raceway (Sections 4, 10 and 12)."""

from dataclasses import dataclass

from northspan.core.codes.cec.data import AREAS, AWG, BONDING, CONDUCTORS, FILL, INSULATIONS, RACEWAYS
from northspan.core.codes.cec.sizing import ampacity
from northspan.core.codes.cec.sizing.case import ladder_sizes
from northspan.core.codes.cec.sizing.rungs import PARALLEL_FROM, SLACK, Rung, Setting

SMALLEST_ALUMINIUM = "12"
DOUBTFUL_PVC_PCT = 36.0


@dataclass(frozen=True, slots=True)
class Bonding:
    """A bonding conductor: its size and how it came: the current (A) it goes by, the table's row and its own size."""

    size: str
    basis_a: float
    row: str
    by_table: str


@dataclass(frozen=True, slots=True)
class Fit:
    """Conductors in one raceway: parts as (what, how many, mm² of one), their sum (mm²), the share allowed (%), the
    designator (None: none is large enough) and fill (%).
    """

    parts: tuple[tuple[str, int, float], ...]
    area_mm2: float
    share_pct: float
    designator: str | None
    fill_pct: float | None


def bonding_by(basis_a: float | None, metal: str, chosen: str) -> Bonding | None:
    """Bonding conductor for a current (A): the first row of Table 16 not below, never above the ungrounded conductor;
    None above 6000 A. 10-614, 10-616.

    >>> bonding_by(100.0, "cu", "1").size, bonding_by(60.0, "al", "14").size, bonding_by(6001.0, "cu", "1")
    ('8', '12', None)
    """
    if basis_a is None:
        return None
    row = next((r for r in BONDING.rows if float(r) >= basis_a - SLACK), None)
    if row is None:
        return None
    size = by_table = BONDING.word(row, metal)
    if AWG.rank(size) > AWG.rank(chosen):
        below = [s for s in ladder_sizes("al" if metal == "al" else "cu") if AWG.rank(s) <= AWG.rank(chosen)]
        size = below[-1] if below else SMALLEST_ALUMINIUM
    return Bonding(size, basis_a, row, by_table)


def bonding(s: Setting, rung: Rung) -> tuple[Bonding | None, Bonding | None]:
    """The bonding conductor by the basis of the case, and by the conductors' own ampacity."""
    metal = s.case.egc_metal or s.case.metal
    by_ampacity = bonding_by(rung.allowed_a, metal, rung.size)
    if s.case.bond_basis == "ampacity":
        return by_ampacity, by_ampacity
    basis = s.breaker_a
    if s.case.bond_basis == "larger" and basis is not None:
        basis = max(basis, rung.allowed_a)
    return bonding_by(basis, metal, rung.size), by_ampacity


def neutral(s: Setting, rung: Rung) -> str | None:
    """The neutral: as the ungrounded conductors, or for a known unbalance the smallest that carries it and is not
    below Table 16 for the device; None: there is none, or none is large enough. 4-018, 4-020.
    """
    case = s.case
    if not case.has_neutral:
        return None
    if case.neutral_amps is None:
        return rung.size
    least = bonding_by(s.breaker_a, case.metal, rung.size)
    floor = AWG.smaller(least.by_table, rung.size) if least is not None else rung.size
    for size in ladder_sizes(case.metal):
        if AWG.rank(size) < AWG.rank(floor) or (case.sets > 1 and AWG.rank(size) < AWG.rank(PARALLEL_FROM)):
            continue
        derated = ampacity.ampacity(case.metal, size, s.base_c) * s.ambient * s.bundling
        terminal = ampacity.ampacity(case.metal, size, s.cap_c)
        if case.sets * min(derated, terminal) >= case.neutral_amps - SLACK:
            return size
    return None


def raceway_fit(s: Setting, rung: Rung, neutral_size: str | None, bond: Bonding | None) -> Fit | None:
    """How one set fits its raceway; None for none, a cable, or a conductor whose area is not known. 12-910, Tables 8
    to 10.
    """
    case = s.case
    column = INSULATIONS.word(case.wire, "areas")
    if case.raceway == "none" or column == "none" or bond is None or bond.size not in AREAS.rows:
        return None
    if case.has_neutral and neutral_size is None:
        return None
    parts = [(f"{rung.size} ungrounded", case.ungrounded, AREAS.number(rung.size, column) or 0.0)]
    if neutral_size is not None:
        parts.append((f"{neutral_size} neutral", 1, AREAS.number(neutral_size, column) or 0.0))
    bare = CONDUCTORS.number(bond.size, "bare_area_mm2") if case.bare_egc else AREAS.number(bond.size, column)
    parts.append((f"{bond.size} bonding conductor{', bare' if case.bare_egc else ''}", 1, bare or 0.0))
    many, area = sum(n for _, n, _ in parts), sum(n * a for _, n, a in parts)
    share = FILL.number({1: "1", 2: "2"}.get(many, "over 2"), "fill") or 0.0
    for designator in RACEWAYS.rows:
        inside = RACEWAYS.number(designator, case.raceway)
        if inside is not None and area <= share / 100.0 * inside + SLACK:
            return Fit(tuple(parts), area, share, designator, 100.0 * area / inside)
    return Fit(tuple(parts), area, share, None, None)
