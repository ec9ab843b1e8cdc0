"""Findings on where a wire or cable lies."""

from collections.abc import Iterable

from northspan.core.codes.nec.data import INSULATIONS
from northspan.core.run.question import RunQuestion
from northspan.core.run.sized import Change, RunFinding, Sizing


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
            (*single, *_cables(q)),
        )
    elif q.location == "buried" and cable and INSULATIONS.word(q.insulation, "buried") == "no":
        yield RunFinding(
            "buried-cable",
            "violation",
            "338.12(A)" if q.insulation in ("SER", "SEU") else "330.10, 330.12",
            f"{q.insulation} in the ground",
            "This cable may not be buried.",
            (*single, *_cables(q)),
        )
    burial = INSULATIONS.word(q.insulation, "buried") == "yes"
    if not cable and q.raceway == "none" and not (q.location == "buried" and burial):
        buried = q.location == "buried"
        marked = (
            (
                Change("It is marked USE-2", {"insulation": "USE-2"}),
                Change("It is mobile-home feeder, listed for burial", {"insulation": "MHF"}),
            )
            if buried
            else ()
        )
        yield RunFinding(
            "single-conductors",
            "violation",
            "300.3(A), 310.10(E)" if buried else "300.3(A)",
            f"{q.insulation} buried with nothing round it" if buried else f"{q.insulation} with nothing round it",
            "Only what is marked for direct burial lies bare in the earth: read the print on the wire. USE-2, and "
            "cable laid "
            "up of it, may."
            if buried
            else "Single conductors belong in a raceway or a cable.",
            (*marked, Change("Put it in PVC 40", {"raceway": "PVC40"})),
        )
    if q.insulation == "USE-2" and q.location == "dry":
        yield RunFinding(
            "use-indoors",
            "violation",
            "338.12(B)(1)",
            "USE-2 inside a building",
            "By itself it is for the earth: it ends where it enters, unless it is marked RHW-2 or XHHW-2 as well.",
            (Change("It is marked RHW-2 too", {"insulation": "RHW-2"}), *single),
        )
    if q.insulation == "SEU" and q.use != "service" and q.wiring.grounded and q.has_equipment_ground:
        yield RunFinding(
            "bare-neutral",
            "violation",
            "338.10(B)(2), 250.32(B)",
            "SEU: its neutral is bare",
            "Past the service the neutral is insulated; SEU has two hots and one bare wire, which is its ground there.",
            (
                Change("Use SER", {"insulation": "SER"}),
                Change("Use SER in copper", {"insulation": "SER", "metal": "cu"}),
            ),
        )
    if cable and q.raceway != "none":
        yield RunFinding(
            "cable-in-raceway",
            "note",
            "Chapter 9 note 9",
            f"{q.insulation} cable in a raceway",
            "No table gives a cable's area: measure its width and count it as one conductor of that diameter.",
            (Change("Run it without a raceway", {"raceway": "none"}),) if q.location == "dry" else (),
        )


def _cables(q: RunQuestion) -> tuple[Change, ...]:
    """The cable that may lie in the earth."""
    return (Change("Use UF", {"insulation": "UF", "raceway": "none"}),) if q.location == "buried" else ()
