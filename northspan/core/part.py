"""What every part of a job is made of: the frozen model, ids, names and wire sizes."""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, StringConstraints

Id = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,63}$")]
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80)]
Note = Annotated[str, StringConstraints(max_length=4000)]
Size = Literal[
    "14", "12", "10", "8", "6", "4", "3", "2", "1", "1/0", "2/0", "3/0", "4/0", "250", "300", "350",
    "400", "500", "600", "700", "750", "800", "900", "1000", "1250", "1500", "1750", "2000",
]  # fmt: skip


class Part(BaseModel):
    """A part of a job: frozen, with no field that is not known, and no figure that is not finite."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)
