"""A cable with more insulated wires than its run needs: what the spare one may serve as. 200.6, 200.7, 250.119."""

from collections.abc import Iterable

from northspan.core.codes.nec.data import AWG
from northspan.core.run.sized import RunFinding, Sizing

REMARKED_FROM = "4"


def find(s: Sizing) -> Iterable[RunFinding]:
    """SER has three insulated wires and a bare one; a run of two hots leaves the third over, one of three takes it."""
    q, rung = s.question, s.rung
    if q.insulation != "SER" or q.wiring.grounded or rung is None:
        return
    if q.wiring.ungrounded == 3:
        yield RunFinding(
            "spare-core", "note", "200.7(C)(1)", "The third wire of the cable is its third hot",
            "White or grey, it is marked as a hot at each end and wherever it can be reached.",
        )  # fmt: skip
        return
    large = AWG.rank(rung.size) >= AWG.rank(REMARKED_FROM)
    ground = (
        "It may be marked green as an equipment ground beside the bare one"
        if large
        else f"Under {REMARKED_FROM} AWG it may not be marked green as a ground"
    )
    yield RunFinding(
        "spare-core", "note", "200.6, 200.7(C)(1), 250.119(A)", "One insulated wire of the cable is over",
        f"Capped at both ends it is there for a neutral later, white as it is. As a hot it is marked so at each end. "
        f"{ground}.",
    )  # fmt: skip
