"""A pull as it is asked about: the raceway, the route through it, what is pulled, what limits it."""

import math
from typing import Annotated, Any, Literal, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.strict import Number, StrictCase, Switch, Whole, Word
from northspan.core.codes.nec.data import AWG, BEND_RADII, PROPERTIES
from northspan.core.codes.nec.route.pull.wire import inside, measured
from northspan.core.property.pull.limits import BASKET_LB

THIN = "8"
THIN_SIDEWALL, SIDEWALL = 300.0, 500.0
MOST = 100_000
Above = Annotated[Number, Field(gt=0)]
AtLeast = Annotated[Number, Field(ge=0)]
Insulation = Literal["THHN", "THWN-2", "XHHW-2", "RHW-2", "THW", "TW", "bare"]


class StraightPart(StrictCase):
    """A straight: its length (ft), and its slope (degrees), rising going forward."""

    kind: Literal["straight"]
    length_ft: Above
    slope_deg: Annotated[Number, Field(ge=-90, le=90)] = 0.0


class BendPart(StrictCase):
    """A bend: its angle (degrees), its radius to the centre line (in; none: the raceway's least)."""

    kind: Literal["bend"]
    degrees: Annotated[Number, Field(gt=0, le=180)]
    radius_in: Above = math.inf
    plane: Literal["horizontal", "up", "down"] = "horizontal"


class Wire(StrictCase):
    """So many conductors alike: size and metal, diameter (in) by the tables or as given, weight of one (lb/ft)."""

    count: Annotated[Whole, Field(ge=1, le=MOST)] = 1
    size: Word
    metal: Literal["cu", "al"]
    insulation: Insulation = "bare"
    diameter_in: Above = math.inf
    weight_lb_ft: Above
    carries: Switch = True

    @model_validator(mode="after")
    def _measured(self) -> Self:
        if self.size not in PROPERTIES.rows:
            raise PydanticCustomError("case", "size: is no size of table 8")
        if ("insulation" in self.model_fields_set) == ("diameter_in" in self.model_fields_set):
            raise PydanticCustomError("case", "insulation: give it or diameter_in, one of them")
        if "insulation" in self.model_fields_set and measured(self.insulation, self.metal, self.size) is None:
            raise PydanticCustomError("case", f"size: the tables list no {self.insulation} in {self.size}")
        return self

    @property
    def diameter_area(self) -> tuple[float, float]:
        """Diameter (in) and area (in²) of one."""
        by_table = measured(self.insulation, self.metal, self.size) if "insulation" in self.model_fields_set else None
        return by_table or (self.diameter_in, math.pi / 4.0 * self.diameter_in**2)


class PullCase(StrictCase):
    """A pull: forces in lb, lengths of the route in ft, diameters and radii in in."""

    raceway: Word = ""
    trade_size: Word = ""
    id_in: Above = math.inf
    segments: Annotated[
        tuple[Annotated[StraightPart | BendPart, Field(discriminator="kind")], ...], Field(min_length=1)
    ]
    conductors: Annotated[tuple[Wire, ...], Field(min_length=1)]
    mu: Annotated[Number, Field(ge=0, le=2)] = 0.5
    reel_lb: AtLeast = 0.0
    lay: Literal["cradled", "triangular"] = "cradled"
    grip: Literal["eye", "basket"] = "eye"
    grip_limit_lb: Above = math.inf
    rope_limit_lb: Above = math.inf
    sidewall_limit_lb_ft: Above = math.inf

    @model_validator(mode="after")
    def _whole(self) -> Self:
        given = self.model_fields_set
        tabled = {"raceway", "trade_size"} & given
        if bool(tabled) == ("id_in" in given):
            raise PydanticCustomError("case", "raceway: give it with a trade_size, or give id_in, one of them")
        if tabled and len(tabled) < 2:
            raise PydanticCustomError("case", "trade_size: a raceway needs one, and it a raceway")
        if tabled and inside(self.raceway, self.trade_size) is None:
            raise PydanticCustomError("case", f"raceway: table 4 lists no {self.raceway} in {self.trade_size}")
        if not any(w.carries for w in self.conductors):
            raise PydanticCustomError("case", "conductors: one at least carries the pull")
        for at, segment in enumerate(self.segments):
            if isinstance(segment, BendPart) and not self.inner_radius_in(segment) > 0.0:
                raise PydanticCustomError("case", f"segments/{at}/radius_in: is no radius outside the raceway")
        return self

    @model_validator(mode="before")
    @classmethod
    def _names(cls, given: Any) -> Any:
        # A word that is empty names nothing, and is not the same as none.
        if isinstance(given, dict) and any(given.get(key) == "" for key in ("raceway", "trade_size")):
            raise PydanticCustomError("case", "raceway: is no raceway of table 4")
        return given

    @property
    def bore(self) -> tuple[float, float]:
        """Inside diameter (in) and area (in²) of the raceway."""
        by_table = inside(self.raceway, self.trade_size) if self.raceway else None
        return by_table or (self.id_in, math.pi / 4.0 * self.id_in**2)

    def radius_in(self, bend: BendPart) -> float:
        """A bend's radius (in) to the centre line: as given, else the least of table 2; 0 where that has none."""
        if "radius_in" in bend.model_fields_set:
            return bend.radius_in
        if self.trade_size not in BEND_RADII.rows:
            return 0.0
        return BEND_RADII.number(self.trade_size, "one_shot") or 0.0

    def inner_radius_in(self, bend: BendPart) -> float:
        """A bend's radius (in) to the raceway's inner wall."""
        return self.radius_in(bend) - self.bore[0] / 2.0

    @property
    def thickest(self) -> str:
        """The thickest size of all."""
        return max((w.size for w in self.conductors), key=AWG.rank)

    @property
    def sidewall_limit(self) -> float:
        """The most pressure in a bend (lb/ft): as given, else by the thickest wire."""
        if "sidewall_limit_lb_ft" in self.model_fields_set:
            return self.sidewall_limit_lb_ft
        return THIN_SIDEWALL if AWG.rank(self.thickest) <= AWG.rank(THIN) else SIDEWALL

    @property
    def grip_limit(self) -> float:
        """What the grip takes (lb): as given, else 1000 for a basket and no limit for an eye."""
        if self.grip == "basket" and "grip_limit_lb" not in self.model_fields_set:
            return BASKET_LB
        return self.grip_limit_lb
