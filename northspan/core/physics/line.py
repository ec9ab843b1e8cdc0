"""A line of conductors as an impedance: so much to the metre, so long, so many sets. Belongs to no code book.

Z = z l / n for one conductor's way; twice that for the loop out and back, or √3 times from line to line where three
lines carry evenly: the only place that counts the way back.
Source: any text on short transmission lines.
"""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Line:
    """``ohm_m`` is R + jX of one conductor (ohm/m, R above 0), ``length_m`` one way (m, from 0), ``sets`` in parallel
    (from 1), ``ways`` how often one conductor's way stands in the loop.
    """

    ohm_m: complex
    length_m: float
    sets: int = 1
    ways: float = 2.0

    @property
    def one_way(self) -> complex:
        """R + jX (ohm) of one conductor, all its sets together.

        >>> Line(0.001 + 0.0001j, 100.0, 2).one_way
        (0.05+0.005j)
        """
        return self.ohm_m * self.length_m / self.sets

    @property
    def loop(self) -> complex:
        """R + jX (ohm) out and back, or between lines.

        >>> Line(0.001 + 0.0001j, 100.0, 2).loop
        (0.1+0.01j)
        """
        return self.ways * self.one_way
