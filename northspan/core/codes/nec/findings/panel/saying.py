"""How findings on a panel with its cover off are said, and what mends them."""

from collections.abc import Mapping
from typing import Any

from northspan.core.document.finding import Finding, Fix
from northspan.core.figures.working import Level
from northspan.core.job.panel import Hole, PanelCircuit
from northspan.core.job.told.part import Part
from northspan.core.property.panel.circuits import SizedCircuit
from northspan.core.property.panel.solved import SolvedPanel


def finding(
    solved: SolvedPanel,
    rule: str,
    level: Level,
    section: str,
    title: str,
    words: str,
    circuit: str | None = None,
    fixes: tuple[Fix, ...] = (),
) -> Finding:
    """A finding on a panel, or on one of its circuits."""
    station = solved.station
    return Finding(
        rule,
        level,
        section,
        f"{station.name}: {title}",
        words,
        station=station.id,
        panel=station.id,
        circuit=circuit,
        fixes=fixes,
    )


def circuits_fix(solved: SolvedPanel, label: str, fields: Mapping[str, Mapping[str, Any]]) -> Fix:
    """Changes to circuits of a panel as one JSON Patch on the job: new values by circuit and by the way to a field."""
    at = {c.id: i for i, c in enumerate(solved.panel.circuits)}
    root = f"/stations/{solved.asked.index}/panel/circuits"
    return Fix(
        label,
        tuple(
            {"op": "add", "path": f"{root}/{at[circuit]}/{way}", "value": _plain(value)}
            for circuit, values in fields.items()
            for way, value in values.items()
        ),
    )


def panel_fix(solved: SolvedPanel, label: str, fields: Mapping[str, Any]) -> Fix:
    """Changes to a panel's station as one JSON Patch on the job; the keys are the ways below the station."""
    root = f"/stations/{solved.asked.index}"
    return Fix(label, tuple({"op": "add", "path": f"{root}/{way}", "value": _plain(v)} for way, v in fields.items()))


def called(circuit: PanelCircuit) -> str:
    """A circuit as it is spoken of: by its space, else by its name.

    >>> called(PanelCircuit(id="a", space=7, half="b")), called(PanelCircuit(id="b", name="Well pump"))
    ('7b', 'Well pump')
    """
    return f"{circuit.space}{circuit.half or ''}" if circuit.space is not None else circuit.name or circuit.id


def hole_word(solved: SolvedPanel, hole: Hole | tuple[str, int]) -> str:
    """A hole as it is spoken of: which of which bar."""
    bar, at = (hole.bar, hole.hole) if isinstance(hole, Hole) else hole
    kind = next(b.kind for b in solved.panel.bars if b.id == bar)
    same = [b.id for b in solved.panel.bars if b.kind == kind]
    return f"hole {at} of the {kind} bar" if len(same) == 1 else f"hole {at} of {kind} bar {same.index(bar) + 1}"


def ground_of(each: SizedCircuit) -> tuple[str | None, str]:
    """The size and metal of a circuit's equipment ground; no size where it is not on record."""
    sizing = each.run.sizing if each.run is not None else each.sizing
    if sizing is None or sizing.companions is None:
        return None, "cu"
    return sizing.companions.equipment_ground, sizing.question.ground_metal


def neutral_of(each: SizedCircuit) -> tuple[str | None, str]:
    """The size and metal of a circuit's neutral; no size where it is not on record."""
    sizing = each.run.sizing if each.run is not None else each.sizing
    if sizing is None or sizing.companions is None:
        return None, "cu"
    return sizing.companions.neutral, sizing.question.metal


def _plain(value: Any) -> Any:
    return value.model_dump(mode="json") if isinstance(value, Part) else value
