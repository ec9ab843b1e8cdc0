"""Measures what docs/performance.md reports: run by `make bench`, never by a test."""

import gzip
import json
import platform
import re
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from datetime import datetime, timedelta
from itertools import count
from pathlib import Path

from bench.clicking import clicking
from bench.synthetic import chain_of, property_of, property_with_modes
from northspan.core.document.file import parse_text
from northspan.core.job.job import Job, Variant
from northspan.core.plans.cuts.of_job import job_cuts
from northspan.core.plans.day.days import days, least_dark
from northspan.core.plans.day.task import Duration
from northspan.core.plans.materials.instead import instead
from northspan.core.plans.materials.of_job import job_counts
from northspan.core.plans.whatif.least.least_cost import least_cost
from northspan.core.plans.whatif.least.lines import least_lines
from northspan.core.plans.whatif.what_if import what_if
from northspan.core.property.ground.solve_ground import solve_ground
from northspan.core.property.pull.solve_pulls import solve_pull, solve_pulls
from northspan.core.property.whole.measured import Conditions, Measured
from northspan.core.readings.finding.finding import finding
from northspan.core.solve.opened.fault import FaultQuestion, fault_answer
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solve
from northspan.demo.library import demo_jobs
from northspan.instruments.recording import read_recording
from northspan.paper.packet.bound import bind, lay_out
from northspan.paper.packet.files import archive, packet_files
from northspan.server.app import FRONT_END, create_app
from northspan.server.solving.solutions import Solutions
from northspan.shop.csv_lists import shipped_list
from northspan.shop.lists import PriceItem
from tests.browser.harness import Desk
from tests.core.made.sheets import matter

YEAR = "start,kW\n" + "\n".join(
    f"{datetime(2025, 1, 1) + timedelta(minutes=15 * i):%m/%d/%Y %H:%M},{i % 97 / 10}" for i in range(35_040)
)


def milliseconds(work: Callable[[], object], times: int = 15) -> float:
    """Median of so many runs (ms), after one to warm up."""
    work()
    found = []
    for _ in range(times):
        start = time.perf_counter()
        work()
        found.append(1000 * (time.perf_counter() - start))
    return statistics.median(found)


def solving() -> None:
    """The core alone."""
    for key, job in demo_jobs().items():
        print(f"solve {key}: {milliseconds(lambda job=job: solve(job)):.1f} ms")
    job = demo_jobs()["juniper-bend"]
    house = next(i for i, place in enumerate(job.places) if place.kind == "dwelling")
    print(f"a changed appliance, solved anew: {milliseconds(lambda: solve(with_more(job, house))):.1f} ms")
    prices = {item.name: item.price for item in shipped_list("prices") if isinstance(item, PriceItem)}
    varied = job.model_copy(update={"variants": (Variant(id="cu", name="Copper", metal="cu"),) * 4})
    print(f"four variants: {milliseconds(lambda: what_if(varied, prices), 5):.0f} ms")
    print(f"a year of quarter hours read: {milliseconds(read_year, 3):.0f} ms")
    for moved in (False, True):
        what = "moved" if moved else "loaded otherwise"
        print(f"a circuit {what}, solved anew: {milliseconds(recircuited(moved)):.1f} ms")
    for runs in (50, 100, 200, 400):
        job = property_of(runs)
        print(f"solve {runs} runs: {milliseconds(lambda job=job: solve(job), 5):.0f} ms")


def against_parsing() -> None:
    """A demo job's solve in parsings of its own file: cold, after an edit of one run, and as it stood.

    A ratio of processor times holds on a noisy machine.
    """
    for key, job in demo_jobs().items():
        text = job.model_dump_json()
        parsing = processor_ms(lambda text=text: parse_text(text))
        cold = processor_ms(lambda job=job: (forget(), solve(job)))
        edited = processor_ms(editing(job))
        warm = processor_ms(lambda job=job: solve(job))
        print(f"{key} in parsings of {parsing:.2f} ms: cold {cold / parsing:.0f}, ", end="")
        print(f"edited {edited / parsing:.0f}, as it stood {warm / parsing:.0f}")
    for name, job in (("rows", property_of(500)), ("a chain", chain_of(500))):
        forget()
        start = time.process_time()
        solve(job)
        print(f"500 runs in {name}, cold: {2 * (time.process_time() - start):.2f} ms of processor a run")


def processor_ms(work: Callable[[], object], times: int = 15) -> float:
    """Median processor time of so many runs (ms), after one to warm up."""
    work()
    found = []
    for _ in range(times):
        start = time.process_time()
        work()
        found.append(1000 * (time.process_time() - start))
    return statistics.median(found)


def forget() -> None:
    """Let go of every run that was sized before."""
    for module in [m for name, m in sys.modules.items() if name.startswith("northspan.core")]:
        for each in vars(module).values():
            if hasattr(each, "cache_clear"):
                each.cache_clear()


def editing(job: Job) -> Callable[[], object]:
    """Each call solves the job with its second run at a length that it never had."""
    feet = count(1)
    return lambda: solve(longer(job, next(feet)))


def recircuited(moved: bool) -> Callable[[], object]:
    """Each call solves a demo job with the last circuit of its panel in another space, or with a load it never had."""
    job, turn = demo_jobs()["tamarack-row"], count(1)
    own = job.stations[2]
    assert own.panel is not None
    rest = own.panel.circuits[:-1]

    def once() -> None:
        at = next(turn)
        fields = {"space": 16 + at % 5} if moved else {"va": 100.0 + at}
        panel = own.panel.model_copy(update={"circuits": (*rest, own.panel.circuits[-1].model_copy(update=fields))})
        station = own.model_copy(update={"panel": panel})
        solve(job.model_copy(update={"stations": (*job.stations[:2], station)}))

    return once


def longer(job: Job, feet: int) -> Job:
    """The job with its second run so much longer."""
    cable = job.runs[1].cable
    run = job.runs[1].model_copy(update={"cable": cable.model_copy(update={"length": cable.length + feet})})
    return job.model_copy(update={"runs": (job.runs[0], run, *job.runs[2:])})


def grounding() -> None:
    """A property of 30 stations in three modes: a fault at every station of each, and one asked for on screen."""
    job = property_with_modes(30)
    ready = prepared(job)
    given = ready.book.earthing, ready.job, ready.net, ready.sized
    found = solve_ground(*given)
    faults = sum(len(answer.faults) for *_, answer in found.modes)
    taken = milliseconds(lambda: solve_ground(*given), 7)
    print(f"grounding of {len(job.stations)} stations, {len(found.modes)} modes, {faults} faults: {taken:.0f} ms")
    print(f"the same job solved whole: {milliseconds(lambda: solve(job), 7):.0f} ms")
    asked = FaultQuestion("utility", "p20", equipment="broken")
    print(f"a fault asked for, with its answers: {milliseconds(lambda: fault_answer(ready, asked), 7):.0f} ms")


def buying() -> None:
    """A route unrolled, what is bought for a demo job, and the cheapest wire of it and of 40 runs."""
    job = demo_jobs()["juniper-bend"]
    prices = {item.name: item.price for item in shipped_list("prices") if isinstance(item, PriceItem)}
    ready = prepared(job)
    alone = ready.book, ready.job, ready.net, ready.sized
    print(f"its pulls unrolled and packed, cold: {milliseconds(lambda: (forget_pulls(), solve_pulls(*alone))):.1f} ms")
    print(f"its wire cut: {milliseconds(lambda: job_cuts(ready, (), prices)):.1f} ms")
    print(f"its materials counted: {milliseconds(lambda: job_counts(ready)):.1f} ms")
    print(
        f"a run of it laid otherwise, every way: {milliseconds(lambda: instead(job, 'studio-feeder', prices)):.0f} ms"
    )
    print(f"its least cost: {milliseconds(lambda: least_cost(job, prices, 20.0), 5):.0f} ms")
    line = ("pump-circuit",)
    print(f"and with a line at 480 V: {milliseconds(lambda: least_lines(job, prices, 20.0, line), 3):.0f} ms")
    for name, forty in (("rows", property_of(40)), ("a chain", chain_of(40))):
        took = [f"{milliseconds(lambda f=forty, y=y: least_cost(f, prices, y), 3):.0f}" for y in (0.0, 20.0)]
        print(f"least cost of 40 runs in {name}, parts alone / with losses: {' / '.join(took)} ms")


def handing_over() -> None:
    job = demo_jobs()["juniper-bend"]
    whole = matter(job)
    print(f"every sheet of the demo job laid out: {milliseconds(lambda: list(lay_out(whole)), 5):.0f} ms")
    bound = list(bind(whole, list(lay_out(whole))))
    taken = milliseconds(lambda: archive(packet_files(whole, bound)), 3)
    print(f"and written as PDF, SVG, DXF, CSV, packed: {taken:.0f} ms")
    large = property_of(40)
    drawn = matter(large, ("one-line",))
    print(f"the one-line of {len(large.stations)} stations: {milliseconds(lambda: list(lay_out(drawn)), 3):.0f} ms")


def planning() -> None:
    takes = {i.name: Duration(i.minutes, i.per, i.crew, i.why) for i in shipped_list("durations")}
    for name in ("juniper-bend", "tamarack-row"):
        job = demo_jobs()[name]
        solution = solve(job)
        whole = milliseconds(lambda j=job, s=solution: days(j, s, takes, 5.0), 3)
        held = milliseconds(lambda j=job, s=solution: least_dark(j, s, takes, 0.5), 3)
        print(f"the days of {name}: {whole:.0f} ms; what a held task costs: {held:.0f} ms")


def logged() -> None:
    job = demo_jobs()["juniper-bend"]
    lines = ["what,at,part,value,by,when,soil"]
    lines += [
        f"volts,studio-panel,a-n,{110 + i % 9},R. Vale,2026-11-{i % 28 + 1:02d}T08:00,damp" for i in range(10_000)
    ]
    with tempfile.TemporaryDirectory() as folder:
        client = create_app(f"sqlite:///{Path(folder) / 'jobs.sqlite'}").test_client()
        body = client.post("/api/jobs", json=job.model_dump(mode="json")).json or {}
        where, sent = f"/api/readings/{body['id']}/csv", {"Content-Type": "text/csv"}
        taken = milliseconds(lambda: client.post(where, data="\n".join(lines), headers=sent), 3)
    print(f"10,000 readings by CSV, kept: {taken:.0f} ms")
    searched(job)
    solved = Solutions().of(job)
    words, rules = solved.ready.book.earthing.words, solved.ready.book.readings
    assert rules is not None
    # No one thing explains both of the second lot.
    for amps in ((10.0, 90.0), (10.0, 10.0)):
        readings = [
            Measured(n, "amps", "house-feeder", part, value, "R. Vale", "")
            for n, (part, value) in enumerate(zip(("all", "a"), amps, strict=True))
        ]
        told = milliseconds(lambda r=readings: finding(job, words, rules, r, solved.metered), 5)
        left = len(finding(job, words, rules, readings, solved.metered).left)
        suspects = len(solved.metered(Conditions()).suspected)
        print(f"two readings, {left} that no one thing explains, by {suspects} suspects: {told:.0f} ms")


def searched(job: Job) -> None:
    """50,000 readings of electrodes on fifty jobs, looked through."""
    lines = ["what,at,part,value,by,when,soil,lifted"]
    lines += [
        f"electrode,studio,fall,{9 + i % 90},R. Vale,2026-{i % 12 + 1:02d}-03T08:00,damp,yes" for i in range(1000)
    ]
    with tempfile.TemporaryDirectory() as folder:
        client = create_app(f"sqlite:///{Path(folder) / 'jobs.sqlite'}").test_client()
        for _ in range(50):
            made = client.post("/api/jobs", json=job.model_dump(mode="json")).json or {}
            sent = {"Content-Type": "text/csv"}
            client.post(f"/api/readings/{made['id']}/csv", data="\n".join(lines), headers=sent)
        found = milliseconds(lambda: client.post("/api/logbook/search", json={"words": "studio", "most": 25}), 3)
        worked = processor_ms(lambda: client.post("/api/logbook/search", json={"words": "studio", "most": 25}), 3)
    print(f"the logbook searched, 50,000 readings on 50 jobs: {found:.0f} ms, {worked:.0f} of processor")


def forget_pulls() -> None:
    """Let go of every route that was unrolled before."""
    solve_pull.cache_clear()


def with_more(job: Job, at: int) -> Job:
    """The job with a larger first appliance in one of its places."""
    place = job.places[at]
    first = place.appliances[0].model_copy(update={"va": 13000.0, "amps": None})
    changed = place.model_copy(update={"appliances": (first, *place.appliances[1:])})
    return job.model_copy(update={"places": (*job.places[:at], changed, *job.places[at + 1 :])})


def read_year() -> None:
    """Read 35,040 rows."""
    for _ in read_recording(YEAR):
        pass


def batch() -> None:
    """Cases a second of `northspan check --batch`, start-up included."""
    cases: tuple[tuple[str, str, str, dict[str, object]], ...] = (
        ("nec-2023", "check", "length_ft", {"amps": 88, "system": "120/240-3w", "metal": "al", "insulation": "XHHW-2"}),
        (
            "cec-2024",
            "check",
            "length_m",
            {"amps": 88, "system": "120/240-3w", "insulation": "RW90XLPE", "metal": "al"},
        ),
        ("bs7671-2018a2", "check", "length_m", {"ib_a": 28, "cable": "te", "circuit": "fixed", "earthing": "TN-S"}),
        ("bs7671-2018a2", "bonding", "line_mm2", {"earthing": "TN-C-S"}),
    )
    for book, verb, varied, case in cases:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "cases.jsonl"
            values = [16, 25, 35, 50] if varied == "line_mm2" else range(5, 505)
            path.write_text("\n".join(json.dumps(case | {varied: values[i % len(values)]}) for i in range(3000)))
            start = time.perf_counter()
            command = [sys.executable, "-m", "northspan.cli", verb, "--book", book, "--batch", str(path)]
            subprocess.run(command, check=True, stdout=subprocess.DEVNULL)
            print(f"{verb} --batch, {book}: {3000 / (time.perf_counter() - start):.0f} cases a second")


def scripts() -> None:
    """Scripts and styles of the first screen, gzipped: the entry, the jobs page, and whatever either draws in."""
    folder = FRONT_END / "assets"
    waiting = [part for part in folder.glob("*.js") if part.name.startswith("JobsPage")]
    waiting.append(folder / re.findall(r"assets/(index-[^\"]+\.js)", (FRONT_END / "index.html").read_text("utf-8"))[0])
    scripts: set[Path] = set()
    while waiting:
        scripts.add(part := waiting.pop())
        drawn = (folder / name for name in re.findall(r'(?:from|import)"\./([^"]+\.js)"', part.read_text("utf-8")))
        waiting += [each for each in drawn if each not in scripts]
    styles = [part for part in folder.glob("*.css") if any(_stem(part) == _stem(each) for each in scripts)]
    size = sum(len(gzip.compress(part.read_bytes())) for part in (*scripts, *styles)) / 1000
    print(f"first screen, scripts and styles: {size:.0f} kB gzipped")


def _stem(part: Path) -> str:
    """What a built file is called before its digest."""
    return part.stem.rpartition("-")[0]


def browser() -> None:
    """A cold browser to a usable first screen; a changed length to new figures."""
    desk = Desk()
    try:
        start = time.perf_counter()
        desk.open("/jobs")
        desk.page.get_by_role("link", name="Juniper Bend", exact=True).wait_for()
        print(f"first screen usable: {1000 * (time.perf_counter() - start):.0f} ms")
        desk.open_job("Juniper Bend")
        feet = range(61, 76)
        taken = [desk.page.evaluate(CHANGE_LENGTH, str(each)) for each in feet]
        print(f"changed length to new figures: {statistics.median(taken):.0f} ms")
    finally:
        desk.close()


CHANGE_LENGTH = """(feet) => new Promise((done) => {
  const field = document.querySelector('[aria-label="Length, one way"]');
  const wire = document.querySelector('[data-run=service-run] title');
  field.value = feet;
  field.dispatchEvent(new Event('input'));
  const start = performance.now();
  const watcher = new MutationObserver(() => {
    if (!wire.textContent.includes(`${feet} ft`)) return;
    watcher.disconnect();
    requestAnimationFrame(() => done(performance.now() - start));
  });
  watcher.observe(wire, { childList: true, characterData: true, subtree: true });
  field.dispatchEvent(new Event('change'));
})"""


if __name__ == "__main__":
    print(f"Python {platform.python_version()}, {platform.machine()}")
    solving()
    against_parsing()
    grounding()
    buying()
    handing_over()
    planning()
    logged()
    batch()
    for people in (1, 10, 50):
        clicking(people, 8.0)
    scripts()
    browser()
