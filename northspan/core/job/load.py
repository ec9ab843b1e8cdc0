"""A load at a station or on a run."""

from pydantic import Field, ValidationInfo, field_validator
from pydantic_core import PydanticCustomError

from northspan.core.job.told.part import Part


class Load(Part):
    """A load, in amperes of one ungrounded conductor at the system's voltage."""

    amps: float = Field(ge=0.001, le=6000, description="A")
    continuous_amps: float = Field(0.0, ge=0, le=6000, description="A of it that runs three hours or more")
    neutral_amps: float | None = Field(
        None, ge=0, le=6000, description="A of unbalance on the neutral; blank: not known, full neutral"
    )
    power_factor: float = Field(1.0, ge=0.01, le=1, description="lagging")
    in_calculation: bool = Field(False, description="is part of its place's load calculation already")

    @field_validator("continuous_amps", "neutral_amps")
    @classmethod
    def _part_within_whole(cls, part: float | None, info: ValidationInfo) -> float | None:
        whole = info.data.get("amps")
        if part is not None and whole is not None and part > whole + 1e-9:
            what = "the continuous part is" if info.field_name == "continuous_amps" else "the neutral carries"
            raise PydanticCustomError("load", f"{what} more than the load of {whole:g} A itself")
        return part
