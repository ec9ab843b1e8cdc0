"""A drawing as it is sent to the screen."""

from typing import Literal

from pydantic import BaseModel

from northspan.paper.drawing.shapes import MM, Anchor, Circle, Drawing, Font, Ink, Layer, Path, Shape, Words


class DrawnShape(BaseModel):
    """A line through ``points``, a circle about one point with ``r``, or ``words`` at one; millimetres, y down."""

    kind: Literal["path", "circle", "words"]
    layer: Layer
    points: list[tuple[float, float]]
    line: float = 0.0
    dashed: bool = False
    closed: bool = False
    ink: Ink = "ink"
    r: float = 0.0
    words: str = ""
    size: float = 0.0
    font: Font = "words"
    anchor: Anchor = "start"


class DrawnSheet(BaseModel):
    """A sheet: its title, its size (mm), what is on it."""

    title: str
    width: float
    height: float
    shapes: list[DrawnShape]


def drawn(drawing: Drawing) -> DrawnSheet:
    """A drawing as it is sent."""
    shapes = [_shape(each) for each in drawing.shapes]
    return DrawnSheet(title=drawing.title, width=drawing.width, height=drawing.height, shapes=shapes)


def _shape(shape: Shape) -> DrawnShape:
    if isinstance(shape, Path):
        return DrawnShape(
            kind="path", layer=shape.layer, points=list(shape.points), line=MM[shape.weight], dashed=shape.dashed,
            closed=shape.closed, ink=shape.ink,
        )  # fmt: skip
    if isinstance(shape, Circle):
        return DrawnShape(
            kind="circle", layer=shape.layer, points=[(shape.x, shape.y)], r=shape.r, line=MM[shape.weight]
        )
    return _words(shape)


def _words(shape: Words) -> DrawnShape:
    return DrawnShape(
        kind="words", layer=shape.layer, points=[(shape.x, shape.y)], words=shape.words, size=shape.size,
        font=shape.font, anchor=shape.anchor, ink=shape.ink,
    )  # fmt: skip
