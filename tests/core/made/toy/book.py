"""The made-up book: sized by one table, everything that takes power added up, nothing driven into the soil."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from northspan.core.book.codebook import CodeBook
from northspan.core.book.systems import SYSTEMS
from northspan.core.book.vocabulary import load_notes, load_vocabulary
from northspan.core.figures.sizes.scale import scale
from northspan.core.figures.tables import load_tables
from northspan.core.figures.working import Figure, NamedFigure, Step
from northspan.core.physics.earth.supply import combined, separate, through_soil
from northspan.core.physics.voltage_drop import receiving_volts
from northspan.core.property.ground.earthing import Supplied
from northspan.core.property.loads.circuit import Circuit
from northspan.core.property.loads.place_load import LoadLine, LoadMethod
from northspan.core.property.whole.book import WholeBook
from northspan.core.run.question import RunQuestion
from northspan.core.run.rung import Rung
from northspan.core.run.sized import Companions, RunFinding

PACKAGE = "tests.core.made.toy"
METRIC = scale("metric")
TABLES = load_tables(PACKAGE)
WIRES = TABLES["wires"]
WORDS = load_vocabulary(PACKAGE)
RATINGS = (6.0, 10.0, 16.0, 20.0, 32.0, 40.0, 63.0)


@dataclass(frozen=True)
class Terms:
    """What this book asks besides: whether the work is done by moonlight."""

    moonlight: str = "never"


class Sizing:
    def least(self, use, dwelling, plate_a):
        return None

    def tap_least(self, kind, length_m, ahead_a, gear_a, secondary, within):
        return None

    def unmarked_terminal_c(self, rules, breaker_a):
        return 70

    def design_amps(self, q):
        return max(q.amps, q.rating_a or 0.0)

    def made_with(self, insulation, metal):
        return metal == "cu"

    def asked(self, q, rules, run, facts):
        return replace(q, terms=Terms(rules.model_dump()["moonlight"]), neutral_amps=None)

    def eased(self, q):
        return None

    def with_size(self, q, size):
        return replace(q, size_lock=size)

    def standard_rating(self, amps):
        return next((r for r in RATINGS if r >= amps), None)

    def breaker(self, q, design_a):
        return q.breaker_lock_a or self.standard_rating(design_a)

    def rungs(self, q, design_a, breaker_a):
        return tuple(self._rung(q, size, breaker_a) for size in WIRES.rows)

    def _rung(self, q: RunQuestion, size: str, breaker_a: float | None) -> Rung:
        amps, ohm = WIRES.number(size, "amps"), WIRES.number(size, "mohm") / 1000.0
        lost = q.wiring.volts - receiving_volts(q.wiring.volts, q.carried_a, q.pf, q.line(complex(ohm)).loop)
        pct = 100.0 * lost / q.wiring.volts
        carries = breaker_a is not None and amps >= breaker_a
        drops = q.drop_limit_pct is not None and pct > q.drop_limit_pct
        stop = None if carries and not drops else "drop" if carries else "amps"
        said = {None: "", "drop": f"loses {pct:.1f} %", "amps": f"takes {amps:g} A"}[stop]
        return Rung(
            size,
            amps,
            lost,
            pct,
            ohm,
            0.0,
            carries,
            stop is None,
            stop,
            said,
            amps,
            columns={"over_a": amps - q.carried_a},
        )

    def companions(self, q, breaker_a, size, required, rungs):
        return Companions(size, size, size, size, None, None, None)

    def most_amps(self, q, rung, breaker_a):
        return rung.allowed_ampacity_a

    def takes(self, room_a, device_a, volts):
        return ()

    def explain(self, sizing):
        q, rung = sizing.question, sizing.rung
        found: dict[str, Figure] = {
            "load": Figure(q.carried_a, "A", sizing.load_steps),
            "design": Figure(sizing.design_a, "A", (Step("Load to build for", sizing.design_a, "A", "leaf 1"),)),
            "breaker": Figure(sizing.breaker_a, "A", (Step("Next cut-out made", sizing.breaker_a, "A", "leaf 3"),)),
            "size": Figure(rung and rung.size, "mm²", (Step("Leaf 1", None, "", "leaf 1"),)),
            "drop_v": Figure(rung and rung.drop_v, "V", (Step("Lost there and back", None, "V", "leaf 2"),)),
            "drop_pct": Figure(rung and rung.drop_pct, "%", (Step("Of 230 V", None, "%", "leaf 2"),)),
            "loss_w": Figure(rung and q.loss_w(rung.ohm_m), "W", (Step("Turned to heat", None, "W", "leaf 2"),)),
            "equipment_ground": Figure(rung and rung.size, "mm²", (Step("As the live", None, "", "leaf 1"),)),
            "max_amps": Figure(sizing.max_amps, "A", (Step("Leaf 1", sizing.max_amps, "A", "leaf 1"),)),
            "max_length": Figure(sizing.max_length_m, "m", (Step("By the loss", None, "m", "leaf 2"),)),
        }
        return tuple(NamedFigure(key, WORDS.figures[key], figure) for key, figure in found.items())


class Loads:
    assumed_system = "230-1ph"

    def load_methods(self, place, system, rules):
        volts = SYSTEMS[system].volts
        va = [a.count * (a.va or (a.amps or 0.0) * volts) for a in place.appliances if not a.later]
        lines = tuple(
            LoadLine(a.name, Figure(each, "VA", (Step("Its plate", each, "VA", "leaf 5"),)))
            for a, each in zip([a for a in place.appliances if not a.later], va, strict=True)
        )
        total = sum(va)
        amps = Figure(total / volts, "A", (Step(f"{total:g} VA ÷ {volts:g} V", total / volts, "A", "leaf 5"),))
        whole = Figure(total, "VA", (Step("Added up", total, "VA", "leaf 5"),))
        method = LoadMethod("sum", "The sum", "leaf 5", True, "All is added up.", lines, whole, amps, amps, 0.0)
        return (method,), "sum", "All is added up."

    def converter(self, converter, input_a, output_a):
        return Circuit(0.0, ())

    def is_continuous(self, appliance):
        return appliance.continuous

    def circuit(self, appliances, line_volts):
        va = sum(a.count * (a.va or (a.amps or 0.0) * line_volts) for a in appliances)
        return Circuit(va, (Step("Their plates", va, "VA", "leaf 5"),))


class Earthing:
    scale = METRIC
    words: Mapping[str, str] = WORDS.words
    electrodes: Mapping[str, str] = WORDS.electrodes
    enough_ohm = 100.0

    def supplied(self, source, system):
        if source.earthing is None:
            return None
        earth = source.earth_ohm or 2.0
        between = 230.0 / source.fault_a if source.fault_a else 0.4
        if source.earthing == "tt":
            return Supplied(through_soil(between, earth))
        assumed = () if source.loop_ohm else ("its loop is taken as 0.5 ohm",)
        loop = source.loop_ohm or 0.5
        made = combined(loop, earth) if source.earthing == "tn-c-s" else separate(loop, between, earth)
        return Supplied(made, assumed)

    def conductor_ohms(self, metal, size, raceway):
        return complex(WIRES.number(size, "mohm") / 1000.0)

    def brings_ground(self, run):
        return True

    def clearing_s(self, device, rating_a, amps):
        return 0.2 if amps > 5.0 * rating_a else None

    def electrodes_needed(self, service, supplies, own_source):
        return False, "This book drives nothing.", "leaf 7"

    def rods_planned(self, rules):
        return 0

    def electrode_counts(self, electrode):
        return True

    def electrode_conductor(self, hots, made_of, electrodes):
        return Figure("10", "mm²", (Step("Always", None, "", "leaf 7"),))

    def water_jumper(self, hots, breaker_a, service):
        return Figure("6", "mm²", (Step("Always", None, "", "leaf 7"),))

    def bonding_jumper(self, hots, kva=None):
        return Figure("10", "mm²", (Step("Always", None, "", "leaf 7"),))

    def keeps_neutral_as_ground(self, job, net, run):
        return False

    def planned_bond(self, net, station, kept):
        feed = net.fed_by.get(station.id)
        earthed = net.supply_of(station.id).earthing is not None
        return "screw" if feed is not None and feed.use == "service" and not earthed else "none"

    def plain_answers(self, asked):
        return ()


class Findings:
    def run_findings(self, sizing) -> Sequence[RunFinding]:
        if sizing.rung is None or sizing.rung.passes:
            return ()
        return (RunFinding("thin", "danger", "leaf 1", "Too thin", "It takes less than its cut-out lets through."),)

    def job_findings(self, book, view):
        return ()

    def conditions(self, view, each):
        return ()


WHOLE = WholeBook("Toy 1", METRIC, Sizing(), Loads(), Earthing(), Findings(), WORDS.cites)
NO_CASES: Mapping[str, Any] = {}
BOOK = CodeBook("toy-1", "Toy 1", "Toy 1", load_notes(PACKAGE), METRIC, TABLES, WORDS, NO_CASES, WHOLE)
