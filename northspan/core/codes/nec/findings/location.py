"""Findings on where a wire or cable lies."""

from collections.abc import Iterable

from northspan.core.codes.nec.data import INSULATIONS
from northspan.core.sized import Change, RunFinding, Sizing


def find(s: Sizing) -> Iterable[RunFinding]:
    """Dry-place wire in a wet place, a cable buried that may not be, single conductors with nothing round them."""
    q = s.question
    cable = INSULATIONS.word(q.insulation, "cable") == "yes"
    single = tuple(
        Change(f"Use {kind} in PVC 40", {"insulation": kind, "raceway": "PVC40"}) for kind in ("THWN-2", "XHHW-2")
    )
    if q.location != "dry" and INSULATIONS.word(q.insulation, "wet") == "no":
        yield RunFinding(
            "wet-place",
            "violation",
            "334.12(B)" if cable else "310.10(C)",
            f"{q.insulation} in a wet place",
            "A raceway outdoors or in the ground counts as wet inside; this insulation is for dry places.",
            single,
        )
    elif q.location == "buried" and cable and INSULATIONS.word(q.insulation, "buried") == "no":
        yield RunFinding(
            "buried-cable",
            "violation",
            "338.12(B)",
            f"{q.insulation} in the ground",
            "This cable may not be buried.",
            (*single, Change("Use UF", {"insulation": "UF", "raceway": "none"})),
        )
    if not cable and q.raceway == "none":
        yield RunFinding(
            "single-conductors",
            "violation",
            "300.3(A)",
            f"{q.insulation} with nothing round it",
            "Single conductors belong in a raceway or a cable; where they are part of a listed burial cable, note "
            "it and check its listing.",
            (Change("Put it in PVC 40", {"raceway": "PVC40"}),),
        )
    if cable and q.raceway != "none":
        yield RunFinding(
            "cable-in-raceway",
            "note",
            "Chapter 9 note 9",
            f"{q.insulation} cable in a raceway",
            "No table gives a cable's area: measure its width and count it as one conductor of that diameter.",
            (Change("Run it without a raceway", {"raceway": "none"}),),
        )
