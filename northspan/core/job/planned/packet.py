"""How a job's packet is put together: which sheets, on what paper, what was moved by hand, what is said to findings."""

from typing import Annotated, Literal

from pydantic import Field

from northspan.core.job.told.part import AtMost, Id, Note, Part

SheetName = Literal[
    "cover", "one-line", "site-plan", "riser", "loads", "panels", "ground", "pull", "boxes", "findings", "inspection",
    "materials", "calculation", "days", "tests", "curves", "torque",
]  # fmt: skip
Paper = Literal["letter", "a4"]


class Nudge(Part):
    """Room that was made by hand round a station of the one-line: so many millimetres before it, across and down, and
    so many places earlier (negative) or later among what is fed from where it is fed.
    """

    station: Id
    right: float = Field(0.0, ge=0, le=200, description="mm")
    down: float = Field(0.0, ge=0, le=200, description="mm")
    rank: int = Field(0, ge=-40, le=40)


class FindingAnswer(Part):
    """What the electrician says to a finding that stays open, by the finding's key."""

    finding: str = Field(min_length=1, max_length=600)
    words: Note


class PacketPlan(Part):
    """The packet as it was put together."""

    paper: Paper = "letter"
    left_out: Annotated[tuple[SheetName, ...], AtMost(17)] = Field(
        ("materials", "calculation"), description="sheets that do not go out with the set"
    )
    turned: Annotated[tuple[SheetName, ...], AtMost(17)] = Field(
        (), description="sheets that are set the other way than usual: upright for across, across for upright"
    )
    nudges: Annotated[tuple[Nudge, ...], AtMost(600)] = ()
    answers: Annotated[tuple[FindingAnswer, ...], AtMost(300)] = ()
