"""What a terminal's marking says against a wire that lands on it. 110.3(B), 110.14."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from northspan.core.book.kinds import Metal
from northspan.core.codes.nec.data import AWG
from northspan.core.codes.nec.findings.panel.holes import in_range, said_range
from northspan.core.job.panel import Marking


@dataclass(frozen=True, slots=True)
class Misfit:
    """A wire that a terminal is not made for: rule, section, what of it in words, and the marking that would take it
    with what has to be fitted for that.
    """

    rule: str
    section: str
    what: str
    words: str
    label: str
    mended: Mapping[str, str]


def misfits(marked: Marking, terminal: str, size: str, metal: Metal) -> Iterator[Misfit]:
    """Why a wire may not land on a terminal ("line lug", as it is called): its size, its metal."""
    if not in_range(size, marked.least_size, marked.most_size):
        below = marked.least_size is not None and AWG.rank(size) < AWG.rank(marked.least_size)
        yield Misfit(
            "lug-range",
            "110.14(A), 110.3(B)",
            f"{AWG.spoken(size, metal)} in the {terminal}",
            f"It takes {said_range(marked.least_size, marked.most_size)}. No strand is cut away to make a wire fit.",
            "made for it",
            {"least_size" if below else "most_size": size},
        )
    if metal == "al" and marked.metal == "cu":
        yield Misfit(
            "lug-metal",
            "110.14",
            f"aluminium in a copper-only {terminal}",
            "It works loose as it warms and cools. The terminal is marked for both, or another is fitted.",
            "marked for both",
            {"metal": "both"},
        )
