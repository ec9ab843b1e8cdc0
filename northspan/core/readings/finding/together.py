"""The meters of several loads as one: what was read under each is one story."""

from collections.abc import Callable, Sequence
from copy import copy

import numpy as np
from numpy.typing import NDArray

from northspan.core.readings.network.likely import Complex, Idle
from northspan.core.readings.network.meter import Edit, Floats, Meter
from northspan.core.readings.network.of_job import Metered
from northspan.core.readings.taken.spot import Spot


class Together:
    """The meters of several loads as one: their spots one after the other."""

    def __init__(self, several: Sequence[Metered]):
        self.meters: list[Meter] = [each.meter for each in several]
        self.spots: tuple[Spot, ...] = tuple(spot for meter in self.meters for spot in meter.spots)
        self.blur: Floats = np.concatenate([meter.blur for meter in self.meters])
        self.unread: Floats = np.concatenate([meter.unread for meter in self.meters])

    @property
    def count(self) -> int:
        return sum(meter.count for meter in self.meters)

    def of(self, spot: int) -> int:
        """Which of the meters a spot belongs to."""
        ends = np.cumsum([len(meter.spots) for meter in self.meters])
        return int(np.searchsorted(ends, spot, side="right"))

    def sound(self) -> Floats:
        return np.concatenate([meter.read_again(()) for meter in self.meters])

    def idle(self, row: int, value: float) -> Idle | None:
        begin = column = 0
        for meter in self.meters:
            if row < begin + len(meter.spots):
                own = meter.idle(row - begin, value)
                after = self.count - column - meter.unknowns.count
                return None if own is None else Idle(np.pad(own.ways, ((0, 0), (column, after))), own.left)
            begin, column = begin + len(meter.spots), column + meter.count
        return None

    def moved(self, deviations: Floats, edits: Sequence[Edit] = ()) -> "Together":
        found, at = copy(self), 0
        found.meters = []
        for meter in self.meters:
            found.meters.append(meter.moved(deviations[at : at + meter.count], edits))
            at += meter.count
        return found

    def slopes(
        self, sets: Sequence[Sequence[Edit]], rows: NDArray[np.intp], drive: tuple[str, str, float] | None = None
    ) -> tuple[Complex, Complex]:
        return self._joined(sets, rows, drive, lambda meter, own: meter.slopes(sets, own, drive))

    def slopes_again(
        self, sets: tuple[tuple[Edit, ...], ...], rows: NDArray[np.intp], drive: tuple[str, str, float] | None = None
    ) -> tuple[Complex, Complex]:
        def kept(meter: Meter, own: NDArray[np.intp]) -> tuple[Complex, Complex]:
            found = meter.slopes_again(sets, drive)
            if found is None:
                return meter.moved(np.zeros(meter.count)).slopes(sets, own, drive)
            return found[0][:, own], found[1][:, own]

        return self._joined(sets, rows, drive, kept)

    def _joined(
        self, sets: Sequence[Sequence[Edit]], rows: NDArray[np.intp], drive: tuple[str, str, float] | None,
        of: Callable[[Meter, NDArray[np.intp]], tuple[Complex, Complex]],
    ) -> tuple[Complex, Complex]:  # fmt: skip
        driven = int(drive is not None)
        read = np.zeros((len(sets), len(rows)), dtype=np.complex128)
        moved = np.zeros((len(sets), len(rows), self.count + driven), dtype=np.complex128)
        begin = column = 0
        for meter in self.meters:
            own = np.flatnonzero((rows >= begin) & (rows < begin + len(meter.spots)))
            if len(own):
                values, each = of(meter, rows[own] - begin)
                read[:, own] = values
                moved[:, own, column : column + meter.count] = each[:, :, : meter.count]
                if driven:
                    moved[:, own, -1] = each[:, :, -1]
            begin, column = begin + len(meter.spots), column + meter.count
        return read, moved
