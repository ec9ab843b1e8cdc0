"""What becomes of a part of a job: it stays, comes, goes, is there for now, or comes later."""

from typing import Annotated, Literal, Self

from pydantic import Field, StringConstraints, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.job.told.part import AtMost, Date, Name, Part

State = Literal["stays", "comes", "goes", "for-now", "later"]
Becomes = Literal["reused", "capped", "left-dead", "taken-out"]
# A part of the same list, or of the same list in another panel or place: ``old-panel/kitchen``.
PartName = Annotated[
    str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,63}(/[a-z0-9][a-z0-9-]{0,63})?$", max_length=129)
]


class Stated(Part):
    """A part that is there or not, as found and as left."""

    state: State = Field(
        "comes",
        description="stays: there, and kept; comes: made by this job; goes: there, and not kept; for-now: made by this "
        "job and taken out again; later: to come some day, drawn and not bought",
    )
    until: Date | None = Field(None, description="of what is there for now: the day until which it may be")
    becomes: Becomes | None = Field(None, description="of what goes: used again, capped, left dead, or taken out")
    reused_at: Name | None = Field(None, description="of what is used again: where")
    stands_in_for: Annotated[tuple[PartName, ...], AtMost(12)] = Field(
        (), description="ids of what goes, or is there for now, in whose place this comes"
    )

    @model_validator(mode="after")
    def _of_its_state(self) -> Self:
        if self.until is not None and self.state != "for-now":
            raise PydanticCustomError("state", "only what is there for now has a day until which it is")
        if self.becomes is not None and self.state != "goes":
            raise PydanticCustomError("state", "only what goes is used again, capped, left dead or taken out")
        if self.reused_at is not None and self.becomes != "reused":
            raise PydanticCustomError("state", "only what is used again says where")
        if self.stands_in_for and self.state not in ("comes", "for-now", "later"):
            raise PydanticCustomError("state", "only what comes stands in for something")
        return self

    @property
    def stays(self) -> bool:
        """Whether it is there and kept: nothing of it is bought."""
        return self.state == "stays"

    @property
    def made_otherwise(self) -> State:
        """Its state once it is made otherwise than it is: what stayed comes."""
        return "comes" if self.stays else self.state

    @property
    def later(self) -> bool:
        """Whether it is to come some day: planned and drawn, nothing of it is bought."""
        return self.state == "later"

    @property
    def bought(self) -> bool:
        """Whether this job makes it, for now or to stay."""
        return self.state in ("comes", "for-now")
