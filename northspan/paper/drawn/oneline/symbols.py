"""The one-line's own symbols, each in a square of 8 mm from its upper left corner."""

from northspan.paper.drawing.shapes import Circle, Layer, Path, Shape, Weight, Words

SQUARE = 8.0
HERE: Layer = "stations"


def symbol(kind: str, new: bool) -> list[Shape]:
    """The symbol of a station of a kind; what is new is heavy."""
    weight: Weight = "heavy" if new else "line"

    def line(*points: tuple[float, float], closed: bool = False) -> Path:
        return Path(points, HERE, weight, closed=closed)

    def lettered(letter: str) -> list[Shape]:
        return [Circle(4.0, 4.0, 3.4, HERE, weight), Words(4.0, 5.3, letter, 3.6, "strong", "middle")]

    if kind in ("utility", "transformer"):
        return [Circle(4.0, 2.7, 2.2, HERE, weight), Circle(4.0, 5.3, 2.2, HERE, weight)]
    if kind == "converter":
        return [*lettered("3"), line((5.6, 2.6), (6.0, 2.2), (6.4, 2.6), (6.8, 2.2))]
    if kind == "meter":
        return lettered("M")
    if kind == "generator":
        return lettered("G")
    if kind == "inverter":
        return [line((0.8, 0.8), (7.2, 0.8), (7.2, 7.2), (0.8, 7.2), closed=True), line((0.8, 7.2), (7.2, 0.8))]
    if kind in ("service-disconnect", "disconnect"):
        return [line((0.5, 6.0), (2.4, 6.0), (6.2, 2.2)), line((5.6, 6.0), (7.5, 6.0))]
    if kind == "transfer-switch":
        return [line((0.5, 4.0), (2.4, 4.0), (6.0, 1.8)), line((6.0, 1.8), (7.5, 1.8)), line((6.0, 6.2), (7.5, 6.2))]
    if kind == "joint":
        return [line((0.5, 4.0), (3.0, 4.0)), line((5.0, 4.0), (7.5, 4.0)), Circle(4.0, 4.0, 1.0, HERE, weight)]
    if kind == "panelboard":
        rungs = [line((2.2, y), (5.8, y)) for y in (2.4, 4.0, 5.6)]
        return [line((4.0, 0.8), (4.0, 7.2)), *rungs]
    return [line((0.8, 1.6), (7.2, 1.6), (4.0, 7.0), closed=True)]


def earth() -> list[Shape]:
    """Where electrodes meet the earth, hung from (0, 0)."""
    bars = ((2.6, 3.0), (1.7, 4.0), (0.8, 5.0))
    stem = Path(((0.0, 0.0), (0.0, 3.0)), "electrodes", "line", ink="good")
    return [stem, *(Path(((-half, y), (half, y)), "electrodes", "line", ink="good") for half, y in bars)]
