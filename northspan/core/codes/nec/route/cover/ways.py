"""Every way to lie in the ground at one place: its cover, and what stands in the way of it. Table 300.5(A)."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal, get_args

from northspan.core.codes.nec.data import COVER
from northspan.core.codes.nec.route.cover.case import CoverCase, Group
from northspan.core.property.pull.limits import within

Basis = Literal["wiring", "gfci", "low_voltage", "solid_rock"]
GROUPS: tuple[Group, ...] = get_args(Group)
BASES: tuple[Basis, ...] = get_args(Basis)
GFCI_VOLTS, GFCI_A, LOW_VOLTS = 120.0, 20.0, 30.0
ROCK_IN = 2.0


@dataclass(frozen=True, slots=True)
class Way:
    """A group of the table on a basis: its least cover (in), and the keys of the case that stand in the way."""

    method: Group
    basis: Basis
    min_cover_in: float
    needs: tuple[str, ...]

    @property
    def open(self) -> bool:
        """Whether nothing stands in the way."""
        return not self.needs


def ways(case: CoverCase) -> tuple[Way, ...]:
    """Every group on every basis at a case's place, the shallowest first.

    >>> [(w.method, w.min_cover_in) for w in ways(CoverCase(method="pvc", volts=240, breaker_a=60)) if w.open]
    [('rmc_imc', 6.0), ('nonmetallic_raceway', 18.0), ('direct_burial', 24.0)]
    """
    found = [way for group in GROUPS for way in _of_group(case, group)]
    return tuple(sorted(found, key=lambda w: (w.min_cover_in, GROUPS.index(w.method), BASES.index(w.basis))))


def shallowest(case: CoverCase) -> Way | None:
    """The way that holds for the case's own method: of those open the shallowest; None where none is.

    >>> uf = {"method": "direct_burial", "volts": 120, "breaker_a": 20, "use": "branch"}
    >>> shallowest(CoverCase(**uf, gfci=True)).min_cover_in, shallowest(CoverCase(**uf)).min_cover_in
    (12.0, 24.0)
    """
    own = [w for w in ways(case) if w.open and w.method == case.group]
    return min(own, key=lambda w: (w.min_cover_in, BASES.index(w.basis)), default=None)


def _of_group(case: CoverCase, group: Group) -> Iterator[Way]:
    buried = group == "direct_burial"
    kept_out = ("cable",) if buried and case.location == "under_building" and not case.under_building_cable else ()
    suffix = "buried" if buried else "raceway"
    for basis, column, needs in (
        ("wiring", group, ()),
        ("gfci", f"gfci_{suffix}", _gfci_needs(case)),
        ("low_voltage", f"low_voltage_{suffix}", _low_voltage_needs(case)),
    ):
        yield Way(group, basis, COVER.number(case.location, column) or 0.0, (*kept_out, *needs))  # type: ignore[arg-type]
    if case.solid_rock and not buried:
        yield Way(group, "solid_rock", ROCK_IN, ())


def _gfci_needs(case: CoverCase) -> tuple[str, ...]:
    met = {
        "dwelling": case.dwelling,
        "use": case.use == "branch",
        "volts": within(case.volts, GFCI_VOLTS),
        "breaker_a": within(case.breaker_a, GFCI_A),
        "gfci": case.gfci,
    }
    return tuple(key for key, is_met in met.items() if not is_met)


def _low_voltage_needs(case: CoverCase) -> tuple[str, ...]:
    met = {"use": case.use == "irrigation_or_landscape", "volts": within(case.volts, LOW_VOLTS)}
    return tuple(key for key, is_met in met.items() if not is_met)
