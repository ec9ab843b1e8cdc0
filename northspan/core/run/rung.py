"""The sizes tried for one run: each with what it passes and what stops it, and the ladder they make."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from northspan.core.book.kinds import Metal


@dataclass(frozen=True, slots=True)
class Rung:
    """One size tried. Amperes are totals over all parallel sets; drops at the load, V and percent of nominal.

    ``device_a`` is the largest standard device that it may have on this run by every rule that holds for it; None where
    there is none. ``carries`` says that it passes everything but the drop, ``stopped_by`` names the first check that
    fails and ``stopped_words`` says it shortly. ``raceway`` is the trade size it would need, where that was asked.
    ``columns`` are the figures that one code book alone judges it by, by their names there.
    """

    size: str
    allowed_ampacity_a: float
    drop_v: float
    drop_pct: float
    r_ohm_m: float
    x_ohm_m: float
    carries: bool
    passes: bool
    stopped_by: str | None
    stopped_words: str
    device_a: float | None = None
    raceway: str | None = None
    columns: Mapping[str, float] = field(default_factory=dict, hash=False)

    @property
    def ohm_m(self) -> complex:
        """R + jX (ohm/m) of one conductor."""
        return complex(self.r_ohm_m, self.x_ohm_m)

    def in_raceway(self, trade: str | None) -> "Rung":
        """The same size in a raceway of a trade size."""
        return Rung(
            self.size, self.allowed_ampacity_a, self.drop_v, self.drop_pct, self.r_ohm_m, self.x_ohm_m, self.carries,
            self.passes, self.stopped_by, self.stopped_words, self.device_a, trade, self.columns,
        )  # fmt: skip


@dataclass(frozen=True, slots=True)
class Ladder:
    """The sizes of one metal, small to large, up to two above the chosen one.

    ``required`` is the smallest that carries the load with the drop left out, ``smallest`` the smallest that
    passes everything; None where none does.
    """

    metal: Metal
    rungs: tuple[Rung, ...]
    required: str | None
    smallest: str | None
