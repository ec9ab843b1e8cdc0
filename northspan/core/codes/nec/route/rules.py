"""What the US code book knows of wire that is pulled and buried: its tables in SI, its covers in words."""

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache

from northspan.core.book.kinds import Metal
from northspan.core.codes.nec.boxes.joints import joint_box
from northspan.core.codes.nec.data import AWG, BEND_RADII, INSULATIONS, PVC_STRAPS, STAPLES
from northspan.core.codes.nec.route.cover.answer import cover_step
from northspan.core.codes.nec.route.cover.case import CoverCase, Method
from northspan.core.codes.nec.route.cover.ways import Way, ways
from northspan.core.codes.nec.route.pull.case import SIDEWALL, THIN, THIN_SIDEWALL
from northspan.core.codes.nec.route.pull.wire import BARE, inside, measured, strength_lb
from northspan.core.codes.nec.sizing.raceways import bare_area, fill_share, next_trade
from northspan.core.figures.units import FOOT_M, INCH_M, POUND_FOOT_NM, POUND_N
from northspan.core.figures.working import Step
from northspan.core.property.pull.rules import Colour, CoverAsked, CoverWay, JointSide, Straps, TabledWire

SQUARE_INCH_M2 = INCH_M * INCH_M
METHODS: dict[str, Method] = {
    "none": "direct_burial", "RMC": "rmc", "IMC": "imc", "PVC40": "pvc", "PVC80": "pvc", "HDPE40": "hdpe",
}  # fmt: skip
CABLES = {"UF": "UF", "USE-2": "USE", "MC": "MC"}
ROUND_IT = {"THHN": "pvc", "THW": "pvc", "TW": "pvc", "XHHW": "polyethylene", "RHW": "rubber"}
# Within 3 ft of a box, and apart by kind and size; entered as known.
METAL_APART_FT = 10.0
FIRST_STRAP_M, METAL_APART_M = 3.0 * FOOT_M, METAL_APART_FT * FOOT_M
METAL_STRAPS = {"RMC": "344.30", "IMC": "342.30", "EMT": "358.30"}
FIRST_STAPLE_M = FOOT_M
BUSHED_FROM = "4"
COLOURS = {"A": "black", "B": "red", "C": "blue", "N": "white", "G": "green"}
MARKED_FROM = "4"
RACEWAY_OF = {"direct_burial": "none", "rmc_imc": "RMC", "nonmetallic_raceway": "PVC40"}
TITLES = {"direct_burial": "direct burial", "rmc_imc": "steel", "nonmetallic_raceway": "PVC"}
BASES = {"wiring": "", "gfci": ", GFCI ahead", "low_voltage": ", 30 V", "solid_rock": ", concrete on rock"}
NEEDS = {
    "cable": "only as MC or MI identified for it", "dwelling": "only a dwelling’s", "use": "only a branch circuit",
    "volts": "only to 120 V", "breaker_a": "only to 20 A", "gfci": "needs a GFCI ahead of it",
}  # fmt: skip


class NecPull:
    """The tables of chapter 9 and table 300.5(A), for a route."""

    def wire(self, insulation: str, metal: Metal, size: str, bare: bool) -> TabledWire | None:
        """One wire by tables 5, 5A and 8; None for a cable and for sizes that they leave out."""
        return _wire(insulation, metal, size, bare)

    def is_cable(self, insulation: str) -> bool:
        """Whether it is bought as one piece, all its wires together."""
        return INSULATIONS.word(insulation, "assembly") == "yes"

    def direct_burial(self, insulation: str, metal: Metal) -> str:
        """340.10(1) and 338.12(B): UF in copper, USE-2 in aluminium, where its own may not be buried."""
        if INSULATIONS.word(insulation, "buried") == "yes":
            return insulation
        return "UF" if metal == "cu" else "USE-2"

    def bore(self, raceway: str, trade: str) -> tuple[float, float] | None:
        """Inside diameter (m) and area (m²) by table 4."""
        found = inside(raceway, trade)
        return None if found is None else (found[0] * INCH_M, found[1] * SQUARE_INCH_M2)

    def elbow(self, trade: str) -> float | None:
        """The least radius (m) to the centre line by table 2, one shot or full shoe."""
        return None if trade not in BEND_RADII.rows else (BEND_RADII.number(trade, "one_shot") or 0.0) * INCH_M

    def fill_limit_pct(self, count: int, nipple: bool) -> float:
        """Table 1, and its note 4 for a nipple."""
        return 100.0 * fill_share(count, nipple)[0]

    def sidewall_limit(self, thickest: str) -> float:
        """Customary: 300 lb/ft to size 8, else 500."""
        return (THIN_SIDEWALL if AWG.rank(thickest) <= AWG.rank(THIN) else SIDEWALL) * POUND_FOOT_NM

    def next_trade(self, raceway: str, trade: str) -> str:
        """The row of table 4 below."""
        return next_trade(raceway, trade)

    def straps(self, raceway: str, trade: str) -> Straps | None:
        """344.30, 342.30, 358.30; 352.30 and its table for PVC."""
        if raceway in METAL_STRAPS:
            cite = METAL_STRAPS[raceway]
            return Straps(
                FIRST_STRAP_M, METAL_APART_M, Step("Straps apart at most", METAL_APART_FT, "ft", cite, None, True)
            )
        if raceway not in ("PVC40", "PVC80"):
            return None
        apart = PVC_STRAPS.number(trade, "apart") or 0.0
        return Straps(FIRST_STRAP_M, apart * FOOT_M, PVC_STRAPS.read(trade, "apart", "Straps apart at most"))

    def staples(self, insulation: str) -> Straps | None:
        """334.30, which 340.10(4) and 338.10(B)(4) take over for UF and service cable indoors, and 330.30."""
        if insulation not in STAPLES.rows:
            return None
        apart = STAPLES.number(insulation, "apart") or 0.0
        read = STAPLES.read(insulation, "apart", "Staples apart at most")
        return Straps(FIRST_STAPLE_M, apart * FOOT_M, replace(read, cite=STAPLES.word(insulation, "by")))

    def bushed(self, size: str) -> str:
        """300.4(G), from 4 AWG on."""
        return "300.4(G)" if size in AWG.sizes and AWG.rank(size) >= AWG.rank(BUSHED_FROM) else ""

    def pull_box(self, trade: str, size: str, angle: bool) -> tuple[float, str] | None:
        """314.28(A), from 4 AWG on: 8 times the trade size straight through, 6 times at an angle."""
        if not self.bushed(size):
            return None
        inches = float(sum(Fraction(part) for part in trade.split()))
        return (6.0 if angle else 8.0) * inches * INCH_M, f"314.28(A)({2 if angle else 1})"

    def joint_box(self, sides: Sequence[JointSide]) -> Step | None:
        """314.16 to 6 AWG, 314.28(A)(2) from 4 AWG on."""
        return joint_box(sides)

    def colour(self, letter: str, size: str, bare: bool, in_colours: bool) -> Colour:
        """200.6 and 250.119: a neutral and a ground in their own colours, from 4 AWG on marked where they end as well;
        the hots black and red by custom, for 210.5(C) leaves them free.
        """
        if bare:
            return Colour("bare", None, "250.119")
        own = COLOURS.get(letter, "black")
        cite = {"N": "200.6", "G": "250.119"}.get(letter, "custom")
        if in_colours or AWG.rank(size) < AWG.rank(MARKED_FROM) or own == "black":
            return Colour(own, None, cite)
        return Colour("black", own, cite)

    def cover_ways(self, asked: CoverAsked) -> Sequence[CoverWay]:
        """Every way of table 300.5(A) that this circuit could take, the run's own method marked."""
        return _ways(asked)


@lru_cache(maxsize=1024)
def _wire(insulation: str, metal: Metal, size: str, bare: bool) -> TabledWire | None:
    if not bare and INSULATIONS.word(insulation, "areas") == "none":
        return None
    found = measured(BARE if bare else insulation, metal, size)
    if found is None:
        return None
    diameter, area = found
    metal_in2 = bare_area(metal, size)[0]
    return TabledWire(
        diameter * INCH_M,
        area * SQUARE_INCH_M2,
        metal_in2 * SQUARE_INCH_M2,
        "pvc" if bare else ROUND_IT[INSULATIONS.word(insulation, "areas")],
        max(0.0, area - metal_in2) * SQUARE_INCH_M2,
        strength_lb(metal, size) * POUND_N,
    )


@lru_cache(maxsize=1024)
def _ways(asked: CoverAsked) -> tuple[CoverWay, ...]:
    method = METHODS.get(asked.raceway, "other_raceway")
    case = CoverCase.model_validate(
        {
            "method": method,
            **({"cable": CABLES.get(asked.insulation, "other")} if method == "direct_burial" else {}),
            "location": asked.location,
            "volts": asked.volts,
            "breaker_a": asked.breaker_a or 1e6,
            "gfci": asked.gfci,
            "dwelling": asked.dwelling,
            "use": "service" if asked.service else "branch" if asked.branch else "feeder",
            "solid_rock": asked.solid_rock,
        }
    )
    return tuple(_told(case, way) for way in ways(case) if way.open or way.needs in (("gfci",), ("cable",)))


def _told(case: CoverCase, way: Way) -> CoverWay:
    consequence = "; ".join(NEEDS[need] for need in way.needs)
    if way.open and way.basis == "gfci":
        consequence = "keep the GFCI ahead of it"
    if way.open and way.method == "direct_burial" and way.basis == "wiring":
        consequence = "no later pull"
    return CoverWay(
        RACEWAY_OF[way.method],
        f"{TITLES[way.method]}{BASES[way.basis]}",
        way.min_cover_in * INCH_M,
        way.open,
        consequence,
        way.method == case.group,
        way.basis == "gfci",
        way.basis == "solid_rock",
        cover_step(case, way),
    )
