"""A drawing as DXF: a layer for each kind; millimetres on paper, of a plan to scale feet or metres on the ground."""

import io
from typing import Any

from ezdxf.document import Drawing as Document
from ezdxf.enums import TextEntityAlignment
from ezdxf.units import FT, M
from ezdxf.units import MM as MILLIMETRES

from northspan.paper.drawing.shapes import MM, Circle, Drawing, Words

ALIGNED = {
    "start": TextEntityAlignment.LEFT, "middle": TextEntityAlignment.CENTER, "end": TextEntityAlignment.RIGHT,
}  # fmt: skip
# Of a face's size its capitals take so much, and a capital's height is what DXF tells a text by.
CAPITAL = 0.7
DASHES = "NORTHSPAN_DASHED"


def dxf(drawing: Drawing) -> bytes:
    """The drawing in model space, y up from its foot; line weights in hundredths of a millimetre."""
    document = Document.new("R2010")
    document.units = MILLIMETRES if drawing.real is None else {"ft": FT, "m": M}[drawing.real.unit]
    # A drawing to scale is in the units of the ground.
    by = 1.0 if drawing.real is None else 1.0 / drawing.real.mm
    document.header["$LWDISPLAY"] = 1
    document.header["$LTSCALE"] = by
    document.linetypes.add(DASHES, pattern=[2.6, 1.6, -1.0], description="__ __ __")
    space = document.modelspace()
    for layer in dict.fromkeys(s.layer for s in drawing.shapes):
        document.layers.add(layer.upper())
    for shape in drawing.shapes:
        looks: dict[str, Any] = {"layer": shape.layer.upper()}
        if isinstance(shape, Words):
            text = space.add_text(_plain(shape.words), height=CAPITAL * shape.size * by, dxfattribs=looks)
            text.set_placement((by * shape.x, by * (drawing.height - shape.y)), align=ALIGNED[shape.anchor])
            continue
        looks["lineweight"] = _nearest(MM[shape.weight])
        if isinstance(shape, Circle):
            space.add_circle((by * shape.x, by * (drawing.height - shape.y)), by * shape.r, dxfattribs=looks)
            continue
        if shape.dashed:
            looks["linetype"] = DASHES
        points = [(by * x, by * (drawing.height - y)) for x, y in shape.points]
        space.add_lwpolyline(points, close=shape.closed, dxfattribs=looks)
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode("utf-8")


def _nearest(millimetres: float) -> int:
    """A line weight that DXF knows."""
    return min((13, 18, 25, 30, 35, 50, 60, 70), key=lambda known: abs(known - 100.0 * millimetres))


def _plain(words: str) -> str:
    """Words without what DXF reads as its own: a percent sign twice begins a code, lines end a text."""
    return " ".join(words.replace("%%", "% %").split())
