"""Values of a case that is read as it stands: a number is a JSON number and no word, a switch is true or false."""

import math
from typing import Annotated, Any

from pydantic import BaseModel, BeforeValidator, ConfigDict, StrictBool, StrictStr, model_validator
from pydantic_core import PydanticCustomError

# What is allowed in any part of a case and says nothing.
IGNORED = ("id", "note")


def _number(given: Any) -> float:
    if isinstance(given, bool) or not isinstance(given, (int, float)):
        raise PydanticCustomError("case", "must be a number")
    try:
        value = float(given)
    except OverflowError:
        value = math.inf
    if not math.isfinite(value):
        raise PydanticCustomError("case", "must be a number that is not infinite")
    return value


def _whole(given: Any) -> int:
    value = _number(given)
    if value != int(value):
        raise PydanticCustomError("case", "must be a whole number")
    return int(value)


Number = Annotated[float, BeforeValidator(_number)]
Whole = Annotated[int, BeforeValidator(_whole)]
Switch = StrictBool
Word = StrictStr


class StrictCase(BaseModel):
    """A part of a case: frozen, no name that is not known but an id or a note, every value of its own type."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    @model_validator(mode="before")
    @classmethod
    def _without_notes(cls, given: Any) -> Any:
        if not isinstance(given, dict):
            return given
        return {k: v for k, v in given.items() if k in cls.model_fields or k not in IGNORED}
