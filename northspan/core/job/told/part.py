"""What every part of a job is made of: the frozen model, ids and names."""

from dataclasses import dataclass
from typing import Annotated, Any
from unicodedata import category

from pydantic import (
    BaseModel,
    BeforeValidator,
    ConfigDict,
    GetCoreSchemaHandler,
    StringConstraints,
)
from pydantic_core import CoreSchema, PydanticCustomError, core_schema

Id = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,63}$")]


def printable(given: Any) -> Any:
    r"""Text with a space for what no paper and no XML can carry: controls, and half characters. What is no text stays.

    >>> printable("Shed\x07 panel"), printable("two\nlines"), printable("Küche")
    ('Shed  panel', 'two\nlines', 'Küche')
    """
    if not isinstance(given, str) or given.isprintable():
        return given
    return "".join(" " if category(c) in ("Cc", "Cs", "Cn") and c not in "\n\t" else c for c in given)


Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80), BeforeValidator(printable)]
# A day of the calendar, as 2026-03-31.
Date = Annotated[str, StringConstraints(pattern=r"^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$")]
Note = Annotated[str, StringConstraints(max_length=4000), BeforeValidator(printable)]


@dataclass(frozen=True, slots=True)
class AtMost:
    """Mark of a list: so many entries at most, counted before any is looked at: no list takes long to refuse."""

    most: int

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        """The list's own schema behind the count."""
        inner: Any = {**handler(source), "max_length": self.most}
        return core_schema.no_info_before_validator_function(self._counted, inner)

    def _counted(self, given: Any) -> Any:
        if isinstance(given, (list, tuple)) and len(given) > self.most:
            raise PydanticCustomError("too_many", f"holds {len(given):,} entries; up to {self.most:,} are read")
        return given


class Part(BaseModel):
    """A part of a job: frozen, with no field that is not known, and no figure that is not finite."""

    # Built when first used: a single run is sized without the models of a whole job.
    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False, defer_build=True)
