"""Findings on terminal bars: what wires share a hole, how many there are, what a hole takes. 408.40, 408.41, 110.14."""

from collections.abc import Iterable, Iterator

from northspan.core.codes.nec.data import AWG
from northspan.core.codes.nec.findings.panel.saying import (
    called,
    circuits_fix,
    finding,
    ground_of,
    hole_word,
    neutral_of,
    panel_fix,
)  # fmt: skip
from northspan.core.document.finding import Finding, Fix
from northspan.core.job.panel import Bar, Hole, PanelCircuit
from northspan.core.property.panel.circuits import ground_wires, neutral_wires
from northspan.core.property.panel.holes import free_holes, holes_given, room_for_grounds
from northspan.core.property.panel.solved import SolvedPanel
from northspan.core.property.whole.book import WholeBook


def find(book: WholeBook, solved: SolvedPanel) -> Iterable[Finding]:
    """What is in the holes of a panel, and the bars themselves."""
    if not solved.panel.bars:
        return
    bars = {b.id: b for b in solved.panel.bars}
    yield from _neutrals(solved)
    yield from _grounds(solved, bars)
    yield from _mixed(solved)
    yield from _ranges(solved, bars)
    yield from _too_few(solved)
    yield from _loose(solved)
    for at, bar in enumerate(solved.panel.bars):
        yield from _fastening(solved, at, bar)


def _neutrals(solved: SolvedPanel) -> Iterator[Finding]:
    for place, here in solved.landed.neutrals.items():
        if len(here) < 2:
            continue
        names = " and ".join(called(c) for c in here)
        yield finding(
            solved, "neutral-doubled", "violation", "408.41", f"{len(here)} neutrals under one screw",
            f"The neutrals of {names} share {hole_word(solved, place)}. One that works loose takes the other with it: "
            "each has a terminal of its own.",
            here[-1].id, _own_hole(solved, "neutral", here[1:], f"Give {called(here[-1])} a hole of its own"),
        )  # fmt: skip


def _grounds(solved: SolvedPanel, bars: dict[str, Bar]) -> Iterator[Finding]:
    sized = solved.by_id
    for (bar, hole), here in solved.landed.grounds.items():
        most = bars[bar].grounds_a_hole
        if len(here) < 2:
            continue
        kinds = {ground_of(sized[c.id]) for c in here} - {(None, "cu"), (None, "al")}
        if len(here) > most:
            yield finding(
                solved, "grounds-doubled", "violation", "408.40, 110.3(B)", f"{len(here)} grounds in one hole",
                f"{hole_word(solved, (bar, hole)).capitalize()} is marked for {most}.",
                here[-1].id, _own_hole(solved, "ground", here[most:], "Spread them"),
            )  # fmt: skip
        elif len(kinds) > 1:
            yield finding(
                solved, "grounds-unlike", "violation", "110.14(A), 110.3(B)", "unlike grounds in one hole",
                f"{hole_word(solved, (bar, hole)).capitalize()} takes {most} only of one size and metal: the larger "
                "keeps the screw off the smaller.",
                here[-1].id, _own_hole(solved, "ground", here[1:], "Give each a hole of its own"),
            )  # fmt: skip


def _mixed(solved: SolvedPanel) -> Iterator[Finding]:
    """A neutral and a ground in one hole."""
    for place in solved.landed.neutrals:
        also = solved.landed.grounds.get(place, ())
        if also:
            yield finding(
                solved, "neutral-with-ground", "violation", "408.41", "a neutral and a ground under one screw",
                f"They share {hole_word(solved, place)}: the neutral has a terminal of its own.",
                also[0].id, _own_hole(solved, "ground", also, f"Give the ground of {called(also[0])} its own hole"),
            )  # fmt: skip


def _own_hole(solved: SolvedPanel, kind: str, moved: Iterable[PanelCircuit], label: str) -> tuple[Fix, ...]:
    moved = tuple(moved)
    holes = list(free_holes(solved.panel, solved.landed, kind))
    if not holes and kind == "ground" and solved.station.bonding.neutral not in (None, "none"):
        holes = list(free_holes(solved.panel, solved.landed, "neutral"))
    if len(holes) < len(moved):
        return ()
    values = {c.id: {f"{kind}_at": hole} for c, hole in zip(moved, holes, strict=False)}
    return (circuits_fix(solved, label, _of_pairs(solved, kind, values)),)


def _of_pairs(solved: SolvedPanel, kind: str, values: dict[str, dict[str, Hole]]) -> dict[str, dict[str, Hole | None]]:
    """A pair's one wire is written with the first of both, so that the other's entry goes."""
    by_id = {c.id: c for c in solved.panel.circuits}
    out: dict[str, dict[str, Hole | None]] = {c: dict(v) for c, v in values.items()}
    for name in values:
        partner = by_id.get(by_id[name].partner or "")
        if partner is not None and getattr(partner, f"{kind}_at") is not None:
            out[partner.id] = {f"{kind}_at": None}
    return out


def _ranges(solved: SolvedPanel, bars: dict[str, Bar]) -> Iterator[Finding]:
    """Wires that the holes are not marked for, by size or metal."""
    for kind, landed, of in (
        ("neutral", solved.landed.neutrals, neutral_of), ("ground", solved.landed.grounds, ground_of),
    ):  # fmt: skip
        for (bar_id, hole), here in landed.items():
            bar = bars[bar_id]
            for circuit in here:
                size, metal = of(solved.by_id[circuit.id])
                if size is None:
                    continue
                outside = not in_range(size, bar.least_size, bar.most_size)
                if not outside and not (metal == "al" and bar.metal == "cu"):
                    continue
                fits = [
                    h for h in free_holes(solved.panel, solved.landed, kind)
                    if in_range(size, bars[h.bar].least_size, bars[h.bar].most_size)
                    and not (metal == "al" and bars[h.bar].metal == "cu")
                ]  # fmt: skip
                fix = _land(solved, kind, circuit, fits)
                spoken, where = AWG.spoken(size, metal), hole_word(solved, (bar_id, hole))
                if outside:
                    yield finding(
                        solved, "hole-range", "violation", "110.14, 110.3(B)",
                        f"{kind} of {called(circuit)} does not fit its hole",
                        f"{spoken} in {where}, which takes {said_range(bar.least_size, bar.most_size)}. Strands are "
                        "not cut away to make a wire fit; a lug that is made for it is added.",
                        circuit.id, fix,
                    )  # fmt: skip
                else:
                    yield finding(
                        solved, "hole-metal", "violation", "110.14", f"aluminium on copper at {called(circuit)}",
                        f"{where.capitalize()} is marked for copper only, and this {kind} is aluminium. A connector "
                        "that is listed for both goes between, or it lands on a terminal that is.",
                        circuit.id, fix,
                    )  # fmt: skip


def _land(solved: SolvedPanel, kind: str, circuit: PanelCircuit, fits: list[Hole]) -> tuple[Fix, ...]:
    if not fits:
        return ()
    values = _of_pairs(solved, kind, {circuit.id: {f"{kind}_at": fits[0]}})
    return (circuits_fix(solved, f"Land it in {hole_word(solved, fits[0])}", values),)


def in_range(size: str, least: str | None, most: str | None) -> bool:
    """Whether a size lies within a marking; a blank end is open.

    >>> in_range("12", "14", "6"), in_range("4", "14", "6"), in_range("4", None, None)
    (True, False, True)
    """
    rank = AWG.rank(size)
    return (least is None or rank >= AWG.rank(least)) and (most is None or rank <= AWG.rank(most))


def said_range(least: str | None, most: str | None) -> str:
    """A range of sizes in words.

    >>> said_range("14", "6"), said_range(None, "6"), said_range("1/0", None)
    ('14 to 6', '6 at most', '1/0 at least')
    """
    if least is not None and most is not None:
        return f"{AWG.spoken(least)} to {AWG.spoken(most)}"
    return f"{AWG.spoken(most)} at most" if most is not None else f"{AWG.spoken(least or '14')} at least"


def _too_few(solved: SolvedPanel) -> Iterator[Finding]:
    """More wires than there are holes for."""
    neutrals, grounds = len(neutral_wires(solved.panel.circuits)), len(ground_wires(solved.panel.circuits))
    holes = sum(b.holes for b in solved.panel.bars if b.kind == "neutral")
    room = room_for_grounds(solved.panel.bars)
    joined = solved.station.bonding.neutral not in (None, "none")
    if neutrals > holes:
        yield _wanting(solved, "neutral", neutrals, holes, neutrals - holes)
    over = grounds - room - (max(0, holes - neutrals) if joined else 0)
    if over > 0:
        yield _wanting(solved, "ground", grounds, grounds - over, over)


def _wanting(solved: SolvedPanel, kind: str, wires: int, holes: int, over: int) -> Finding:
    at = [i for i, b in enumerate(solved.panel.bars) if b.kind == kind]
    side = "left" if kind == "neutral" else "right"
    more = {
        "id": _free_id(solved, kind),
        "kind": kind,
        "side": side,
        "holes": max(5, over),
        "least_size": "14",
        "most_size": "6",
    }
    more |= {"fixing": "machine", "bonded": True} if kind == "ground" else {}
    label = f"Add a bar of {more['holes']} holes" if at else f"Add a {kind} bar of {more['holes']} holes"
    return finding(
        solved, "too-few-holes", "violation", "408.41" if kind == "neutral" else "408.40",
        f"{wires} {kind}s, room for {holes}",
        "Every neutral has a hole of its own, and grounds share one only as far as the bar is marked for it.",
        None, (panel_fix(solved, label, {"panel/bars/-": more}),),
    )  # fmt: skip


def _free_id(solved: SolvedPanel, kind: str) -> str:
    known = {b.id for b in solved.panel.bars}
    return next(name for name in (f"{kind}-{i}" for i in range(1, 20)) if name not in known)


def _takes(solved: SolvedPanel, circuit: str, field: str, hole: Hole) -> bool:
    """Whether a hole is marked for a circuit's neutral or ground, as far as its size is known."""
    size, metal = (neutral_of if field == "neutral_at" else ground_of)(solved.by_id[circuit])
    bar = next(b for b in solved.panel.bars if b.id == hole.bar)
    return size is None or (in_range(size, bar.least_size, bar.most_size) and not (metal == "al" and bar.metal == "cu"))


def _loose(solved: SolvedPanel) -> Iterator[Finding]:
    loose = len(solved.landed.loose_neutrals) + len(solved.landed.loose_grounds)
    if loose == 0:
        return
    shared = solved.station.bonding.neutral not in (None, "none")
    values: dict[str, dict[str, Hole]] = {}
    given = holes_given(solved.panel, solved.landed, shared)
    for (circuit, field), hole in given.items():
        values.setdefault(circuit, {})[field] = hole
    fit = all(_takes(solved, circuit, field, hole) for (circuit, field), hole in given.items())
    fixes = (circuits_fix(solved, "Give each a hole of its own", values),) if len(given) == loose and fit else ()
    yield finding(
        solved, "wires-loose", "note", "408.40, 408.41",
        f"{loose} wire{'' if loose == 1 else 's'} in no hole yet",
        f"{len(solved.landed.loose_neutrals)} neutrals and {len(solved.landed.loose_grounds)} grounds are not written "
        "down. Look under the cover, or plan them.",
        None, fixes,
    )  # fmt: skip


def _fastening(solved: SolvedPanel, at: int, bar: Bar) -> Iterator[Finding]:
    if bar.kind != "ground":
        return
    if bar.fixing == "sheet-metal":
        yield finding(
            solved, "bar-screws", "violation", "250.8(A)(5), (6)", f"ground bar {bar.id} on sheet-metal screws",
            "A bar is held by machine screws with two threads in the metal, or by thread-forming ones that do as much.",
            None, (panel_fix(solved, "Use thread-forming machine screws", {f"panel/bars/{at}/fixing": "machine"}),),
        )  # fmt: skip
    # Said once: a ground bar that floats is Ground's finding where it was entered there.
    if bar.bonded is False and solved.station.bonding.ground_bar != "floating":
        yield finding(
            solved, "bar-not-bonded", "danger", "408.40", f"ground bar {bar.id} is not on the can",
            "A hot that touches the can has no way back through it, and no breaker opens.",
            None, (panel_fix(solved, "Fasten it to the can", {f"panel/bars/{at}/bonded": True}),),
        )  # fmt: skip
