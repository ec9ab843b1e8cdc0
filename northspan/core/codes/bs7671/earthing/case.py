"""A case of British bonding: earthing conductor, services, supplementary bonding, electrode, outbuilding."""

from typing import Literal, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.case import Case
from northspan.core.codes.bs7671.data import FUSES_5
from northspan.core.codes.bs7671.earthing.conductor import by_calculation, size_up
from northspan.core.codes.bs7671.sizing.case import Device
from northspan.core.codes.bs7671.sizing.devices import is_breaker

LARGEST = 1_000_000


class EarthingConductor(Case):
    """How the earthing conductor is sized: by table 54.7 or by calculation."""

    rule: Literal["table", "calculated"] = "table"
    fault_a: float | None = Field(None, gt=0, le=LARGEST)
    time_s: float | None = Field(None, gt=0, le=5)
    k: float = Field(143.0, gt=0, le=1000)

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        if self.rule == "calculated":
            if self.fault_a is None or self.time_s is None:
                raise PydanticCustomError("case", "by calculation it needs fault_a and time_s")
            if size_up(by_calculation(self.fault_a, self.time_s, self.k)) is None:
                raise PydanticCustomError("case", "by calculation it comes out above 240 mm²")
        return self


class Buried(Case):
    """What protects an earthing conductor in the ground."""

    corrosion_protected: bool = False
    mechanically_protected: bool = False


class Service(Case):
    """A service that enters: as metal or plastic, with an insulating section or not, its resistance (ohm) to the main
    terminal where it was measured.
    """

    name: str
    entry: Literal["metal", "plastic"]
    insulating_section: bool = False
    measured_ohm: float | None = Field(None, ge=0, le=1e12)


class Supplementary(Case):
    """Supplementary bonding between two parts, and what protects their circuits."""

    between: Literal["extraneous-extraneous", "exposed-extraneous", "exposed-exposed"]
    protected: bool = False
    cpc_mm2: list[float] = Field(default_factory=list, max_length=100)
    rcd_ma: Literal[10, 30, 100, 300, 500] | None = None
    device: Device | None = None
    in_a: float | None = Field(None, gt=0, le=LARGEST)
    measured_ohm: float | None = Field(None, ge=0, le=1e12)
    main_bonding: bool = False
    times_met: bool = False
    all_rcd_30ma: bool = False
    joined_to_main_bonding: bool = False

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        wanted = {"extraneous-extraneous": 0, "exposed-extraneous": 1, "exposed-exposed": 2}[self.between]
        if len(self.cpc_mm2) < wanted:
            raise PydanticCustomError("case", "cpc_mm2: give the protective conductor of each exposed part")
        if any(not 0.0 < mm2 <= LARGEST for mm2 in self.cpc_mm2):
            raise PydanticCustomError("case", "cpc_mm2: a size is more than 0")
        if self.rcd_ma is None:
            if self.device is None or self.in_a is None:
                raise PydanticCustomError("case", "give rcd_ma, or the device with its in_a")
            if not is_breaker(self.device) and (
                f"{self.in_a:g}" not in FUSES_5.rows or FUSES_5.value(f"{self.in_a:g}", self.device) is None
            ):
                raise PydanticCustomError("case", "in_a: no 5 s figure is held for that fuse")
        return self


class Electrode(Case):
    """An installation's or an outbuilding's own electrode (ohm), and the residual device behind it."""

    ra_ohm: float = Field(ge=0, le=LARGEST)
    rcd_ma: Literal[10, 30, 100, 300, 500] | None = None


class Outbuilding(Case):
    """How an outbuilding is earthed, whether it has extraneous parts, the protective conductor to it (mohm/m)."""

    earth: Literal["export", "tt"]
    extraneous: bool = False
    protective_mohm_m: float | None = Field(None, gt=0, le=LARGEST)


class BondingCase(Case):
    """One installation. ``neutral_mm2`` is the supply neutral's copper equivalent; blank: as the line."""

    earthing: Literal["TN-S", "TN-C-S", "TT"]
    line_mm2: float = Field(gt=0, le=480)
    neutral_mm2: float | None = Field(None, gt=0, le=LARGEST)
    earthing_conductor: EarthingConductor = EarthingConductor()
    buried: Buried | None = None
    services: list[Service] = Field(default_factory=list, max_length=200)
    supplementary: Supplementary | None = None
    tt: Electrode | None = None
    outbuilding: Outbuilding | None = None
