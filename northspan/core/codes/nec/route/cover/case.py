"""Buried wiring as it is asked about: what lies where, what guards it, how deep it is meant to go."""

from typing import Annotated, Literal

from pydantic import BeforeValidator, Field
from pydantic_core import PydanticCustomError

from northspan.core.book.strict import Number, StrictCase, Switch
from northspan.core.codes.nec.data import COVER

Method = Literal["direct_burial", "rmc", "imc", "pvc", "hdpe", "rtrc", "other_raceway"]
Group = Literal["direct_burial", "rmc_imc", "nonmetallic_raceway"]
Use = Literal["branch", "feeder", "service", "irrigation_or_landscape"]
MOST_VOLTS = 1000.0


def _location(given: object) -> object:
    if isinstance(given, str) and given in COVER.rows:
        return given
    raise PydanticCustomError("case", f"must be one of {', '.join(COVER.rows)}")


class CoverCase(StrictCase):
    """Wiring in the ground: its highest voltage (V), its breaker (A), the cover that is meant (in; None: only ask)."""

    method: Method
    cable: Literal["UF", "USE", "MC", "MI", "other"] = "UF"
    location: Annotated[str, BeforeValidator(_location)] = "general"
    volts: Annotated[Number, Field(gt=0, le=MOST_VOLTS)]
    breaker_a: Annotated[Number, Field(gt=0)]
    gfci: Switch = False
    dwelling: Switch = True
    use: Use = "feeder"
    solid_rock: Switch = False
    depth_in: Annotated[Number, Field(ge=0)] | None = None

    @property
    def group(self) -> Group:
        """The column of the table that its method is in.

        >>> CoverCase(method="hdpe", volts=240, breaker_a=60).group
        'nonmetallic_raceway'
        """
        if self.method == "direct_burial":
            return "direct_burial"
        return "rmc_imc" if self.method in ("rmc", "imc") else "nonmetallic_raceway"

    @property
    def under_building_cable(self) -> bool:
        """Whether its cable may lie under a building with nothing round it; what is in a raceway names none."""
        return self.method == "direct_burial" and self.cable in ("MC", "MI")
