"""A case of the Canadian check: what may be said of one run, and what is taken where nothing is said."""

from typing import Literal, Self

from pydantic import Field, field_validator, model_validator
from pydantic_core import PydanticCustomError

from northspan.core.book.case import Case
from northspan.core.codes.cec.data import IMPEDANCE
from northspan.core.figures.units import FOOT_M

SystemName = Literal["120-2w", "240-2w", "208-2w", "120/240-3w", "120/208-3w"]
Metal = Literal["cu", "al"]
Insulation = Literal[
    "RW90XLPE", "R90XLPE", "R90", "T90 NYLON", "TWN75", "TW75", "NMD90", "NMWU", "TECK90", "ACWU90",
]  # fmt: skip
LARGEST_A = 1_000_000


class CheckCase(Case):
    """One run. Amperes are totals of all sets; one of ``length_m`` and ``length_ft`` is given unless the drop is left
    out.
    """

    amps: float = Field(gt=0, le=LARGEST_A, description="calculated load of the circuit, A")
    continuous_amps: float | None = Field(None, ge=0, le=LARGEST_A, description="continuous part of it, A")
    device_100: bool = False
    system: SystemName
    insulation: Insulation
    length_m: float | None = Field(None, ge=0, le=100_000)
    length_ft: float | None = Field(None, ge=0, le=300_000)
    metal: Metal = "cu"
    raceway: Literal["PVC", "EMT", "RMC", "none"] = "none"
    ambient_c: float = Field(30.0, ge=-60, le=150)
    ccc: int | None = Field(None, ge=1, le=1000, description="current-carrying conductors together")
    termination: Literal[60, 75, 90, "unmarked"] = 75
    derate_from: Literal["termination", "insulation"] = "termination"
    drop_pct: float = Field(3.0, gt=0, lt=100)
    no_drop: bool = False
    pf: float = Field(1.0, gt=0, le=1)
    sets: int = Field(1, ge=1, le=20)
    single_dwelling: bool = False
    lock_size: str | None = None
    lock_breaker: float | None = Field(None, gt=0, le=LARGEST_A)
    neutral_amps: float | None = Field(None, ge=0, le=LARGEST_A)
    egc_metal: Metal | None = None
    bare_egc: bool = False
    bond_basis: Literal["breaker", "ampacity", "larger"] = "breaker"
    underground: bool = False
    max_length: bool = False
    max_amps: bool = False

    @field_validator("termination", mode="before")
    @classmethod
    def _number_of_words(cls, given: object) -> object:
        return int(given) if isinstance(given, str) and given.isdecimal() else given

    @field_validator("lock_size", mode="before")
    @classmethod
    def _size_of_number(cls, given: object) -> object:
        return str(given) if isinstance(given, int) and not isinstance(given, bool) else given

    @model_validator(mode="after")
    def _makes_sense(self) -> Self:
        if self.continuous_amps is not None and self.continuous_amps > self.amps + 1e-9:
            raise PydanticCustomError("case", "continuous-amps: more than the load itself, of which it is a part")
        if self.length_m is not None and self.length_ft is not None:
            raise PydanticCustomError("case", "length-m: given twice, in metres and in feet")
        if self.length_m is None and self.length_ft is None and not self.no_drop:
            raise PydanticCustomError("case", "length-m: is missing; give the one-way length")
        if self.lock_size is not None and self.lock_size not in ladder_sizes(self.metal):
            metal = "copper" if self.metal == "cu" else "aluminium"
            raise PydanticCustomError("case", f"lock-size: {self.lock_size!r} is no size of {metal} that is tried")
        return self

    @property
    def continuous_a(self) -> float:
        """The continuous part (A): all of the load unless said otherwise, none of a dwelling's total. 8-104(3),
        8-200(3).
        """
        if self.continuous_amps is not None:
            return self.continuous_amps
        return 0.0 if self.single_dwelling else self.amps

    @property
    def wire(self) -> str:
        """The insulation as the tables know it."""
        return "R90XLPE" if self.insulation == "R90" else self.insulation

    @property
    def metres(self) -> float | None:
        """The one-way length (m)."""
        return self.length_m if self.length_ft is None else self.length_ft * FOOT_M

    @property
    def loaded(self) -> int:
        """Current-carrying conductors: as said, else by the system; a neutral of two phases of a wye counts. 4-004."""
        return self.ccc or (3 if self.system == "120/208-3w" else 2)

    @property
    def volts(self) -> float:
        """Volts of the loaded loop, line to line where there are two."""
        return {"120-2w": 120.0, "240-2w": 240.0, "208-2w": 208.0, "120/240-3w": 240.0, "120/208-3w": 208.0}[
            self.system
        ]

    @property
    def ungrounded(self) -> int:
        """How many ungrounded conductors."""
        return 1 if self.system == "120-2w" else 2

    @property
    def has_neutral(self) -> bool:
        """Whether a grounded conductor goes along."""
        return self.system not in ("240-2w", "208-2w")


def ladder_sizes(metal: Metal) -> tuple[str, ...]:
    """The sizes of a metal that are tried, thin to thick: those with an impedance.

    >>> ladder_sizes("cu")[0], ladder_sizes("al")[0], ladder_sizes("al")[-1]
    ('14', '12', '1000')
    """
    return tuple(s for s in IMPEDANCE.rows if IMPEDANCE.number(s, f"r_{metal}_pvc") is not None)
