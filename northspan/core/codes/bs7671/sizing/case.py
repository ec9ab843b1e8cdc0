"""A case of the British check: what may be said of one circuit, and what is taken where nothing is said."""

from typing import Literal, Self

from pydantic import Field, field_validator, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.case import Case, whole_number
from northspan.core.codes.bs7671.data import RATINGS, STANDARD_MM2, SUPPLY

Cable = Literal["te", "singles", "swa70", "swa90"]
Device = Literal["B", "C", "D", "BS88-2", "BS88-3", "BS3036", "BS1361"]
METHODS = {
    "te": ("A", "C", "100", "101", "102", "103"),
    "singles": ("A", "B"),
    "swa70": ("C", "D", "E"),
    "swa90": ("C", "D", "E"),
}
USUAL_METHOD = {"te": "C", "singles": "B", "swa70": "D", "swa90": "D"}
CPCS = {"te": ("integral",), "singles": ("table", "calculated"), "swa70": ("armour", "core", "both"),
        "swa90": ("armour", "core", "both")}  # fmt: skip
SIZES = {
    "te": STANDARD_MM2[:7],
    "singles": STANDARD_MM2,
    "swa70": STANDARD_MM2[1:],
    "swa90": STANDARD_MM2[1:],
}
SPACINGS = {"direct": ("touching", "diameter", "0.125", "0.25", "0.5"), "duct": ("touching", "0.25", "0.5", "1")}
IN_INSULATION = {"te": "C", "swa70": "C", "swa90": "C", "singles": "B"}
LARGEST = 1_000_000


class CheckCase(Case):
    """One circuit, from its origin to its load."""

    ib_a: float = Field(gt=0, le=LARGEST, description="design current, A; of three-phase per line")
    length_m: float = Field(gt=0, le=LARGEST, description="one way, m")
    cable: Cable
    circuit: Literal["socket", "fixed", "lighting", "distribution"]
    earthing: Literal["TN-S", "TN-C-S", "TT"]
    method: str | None = None
    phases: Literal[1, 3] = 1
    terminals: Literal[70, 90] = 70
    ambient_c: float = Field(30.0, ge=-60, le=1000)
    ground_c: float = Field(20.0, ge=-60, le=1000)
    grouped: int = Field(1, ge=1, le=20)
    grouping: Literal["bunched", "single_layer_wall", "tray", "ladder"] = "bunched"
    buried: Literal["direct", "duct"] = "direct"
    spacing: str = "touching"
    insulation_mm: float = Field(0.0, ge=0, le=LARGEST)
    soil_kmw: float = Field(2.5, gt=0, le=3)
    depth_m: float = Field(0.7, gt=0, le=3)
    device: Device = "B"
    lock_rating_a: float | None = None
    lock_size_mm2: float | None = None
    ze_ohm: float | None = Field(None, ge=0, le=LARGEST)
    ra_ohm: float | None = Field(None, ge=0, le=LARGEST)
    rcd_ma: Literal[10, 30, 100, 300, 500] | None = None
    drop_limit_pct: float | None = Field(None, gt=0, lt=100)
    drop_elsewhere_pct: float = Field(0.0, ge=0, lt=100)
    no_drop: bool = False
    pf: float | None = Field(None, gt=0, le=1)
    cpc: str | None = None
    cpc_mm2: float | None = None
    clearing_s: float | None = Field(None, gt=0, le=LARGEST)
    let_through_a2s: float | None = Field(None, gt=0)
    ipf_origin_ka: float = Field(16.0, gt=0, le=1000)
    concealed: bool = False
    bathroom: bool = False
    max_length: bool = False
    max_ib: bool = False

    @field_validator("method", "spacing", mode="before")
    @classmethod
    def _text_of_number(cls, given: object) -> object:
        return f"{given:g}" if isinstance(given, (int, float)) and not isinstance(given, bool) else given

    _whole = field_validator("phases", "terminals", "rcd_ma", mode="before")(whole_number)

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        for words in self._wrong():
            raise PydanticCustomError("case", words)
        return self

    def _wrong(self) -> list[str]:
        """What no single field shows, in words that begin with the flag."""
        return [
            *self._wrong_cable(),
            *self._wrong_laying(),
            *self._wrong_protection(),
        ]

    def _wrong_cable(self) -> list[str]:
        found = []
        if self.method is not None and self.method not in METHODS[self.cable]:
            found.append(f"method: {self.method!r} is not one of {', '.join(METHODS[self.cable])} for this cable")
        if self.cable == "te" and self.phases == 3:
            found.append("phases: flat twin and earth is single-phase")
        if self.cpc is not None and self.cpc not in CPCS[self.cable]:
            found.append(f"cpc: {self.cpc!r} is not one of {', '.join(CPCS[self.cable])} for this cable")
        if self.cpc == "both" and self.phases == 3:
            found.append("cpc: armour and core together are judged for one phase only")
        if self.cpc_mm2 is not None and (self.cable != "singles" or self.cpc_mm2 not in STANDARD_MM2):
            found.append("cpc-mm2: a standard size, of singles only")
        if self.lock_size_mm2 is not None and self.lock_size_mm2 not in SIZES[self.cable]:
            found.append(f"lock-size: {self.lock_size_mm2:g} mm² is no size of this cable that is tried")
        return found

    def _wrong_laying(self) -> list[str]:
        found = []
        if self.spacing not in {s for each in SPACINGS.values() for s in each}:
            found.append(f"spacing: {self.spacing!r} is not one of {', '.join(SPACINGS[self.buried])}")
        elif self.in_ground and self.spacing not in SPACINGS[self.buried]:
            found.append(f"spacing: {self.spacing!r} is not one of {', '.join(SPACINGS[self.buried])} laid like that")
        if self.in_ground and self.buried == "duct" and self.grouped > 6:
            found.append("grouped: up to 6 circuits in ducts")
        if self.insulation_mm > 0.0 and self.laid != IN_INSULATION[self.cable]:
            found.append("insulation: the other methods have it in their rating already, or are in no insulation")
        return found

    def _wrong_protection(self) -> list[str]:
        found = []
        if self.lock_rating_a is not None and self.lock_rating_a not in ratings(self.device, locked=True):
            found.append(f"lock-rating: {self.lock_rating_a:g} A is no rating of {self.device}")
        if self.earthing == "TT" and self.ze_ohm is None and self.ra_ohm is None:
            found.append("ra: in TT give the electrode's resistance, or the whole loop as ze")
        if self.drop_elsewhere_pct >= self.limit_pct:
            found.append("drop-elsewhere: it leaves nothing of the limit")
        if self.clearing_s is not None and self.let_through_a2s is not None:
            found.append("clearing: a time or a let-through energy, not both")
        return found

    @property
    def laid(self) -> str:
        """The reference method."""
        return self.method or USUAL_METHOD[self.cable]

    @property
    def in_ground(self) -> bool:
        """Whether it lies in the ground: method D."""
        return self.laid == "D"

    @property
    def protective(self) -> str:
        """What the protective conductor is."""
        return self.cpc or CPCS[self.cable][0]

    @property
    def loop_outside(self) -> float:
        """The loop (ohm) outside the circuit: as given, else what is usual for the arrangement; in TT the supplier's
        electrode and the installation's own.
        """
        if self.ze_ohm is not None:
            return self.ze_ohm
        return (SUPPLY.number(self.earthing, "ze_ohm") or 0.0) + (self.ra_ohm or 0.0 if self.earthing == "TT" else 0.0)

    @property
    def limit_pct(self) -> float:
        """Limit (%) of the drop from origin to load: 3 for lighting, 5 else, unless given. 525, appendix 4 6.4."""
        return self.drop_limit_pct or (3.0 if self.circuit == "lighting" else 5.0)

    @property
    def volts(self) -> float:
        """Volts that the drop is a share of."""
        return 230.0 if self.phases == 1 else 400.0

    @property
    def loaded(self) -> str:
        """The table's word for its loaded conductors."""
        return f"{self.phases}ph"

    @property
    def rated_c(self) -> int:
        """Limit (C) of the rating used: 90 where both cable and terminals take it."""
        return 90 if self.cable == "swa90" and self.terminals == 90 else 70


def ratings(device: str, locked: bool = False) -> tuple[float, ...]:
    """Ratings (A) of a device, small to large; ``locked`` adds those that are judged but not offered.

    >>> ratings("BS3036"), ratings("B", locked=True)[:3]
    ((5.0, 15.0, 20.0, 30.0, 45.0, 60.0, 100.0), (3.0, 6.0, 10.0))
    """
    names = RATINGS.word(device, "offered").split()
    if locked:
        names += str(RATINGS.value(device, "locked_only") or "").split()
    return tuple(sorted(float(n) for n in names))
