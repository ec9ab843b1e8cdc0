"""A drawing as SVG."""

from xml.sax.saxutils import escape, quoteattr

from northspan.core.job.told.part import printable
from northspan.paper.drawing.inks import INKS
from northspan.paper.drawing.shapes import MM, Circle, Drawing, Path, Shape, Words

FAMILIES = {"words": "Barlow, sans-serif", "strong": "Barlow, sans-serif", "figures": "IBM Plex Mono, monospace"}


def svg(drawing: Drawing) -> str:
    """The drawing with a group for each layer; a user unit is a millimetre. Words stay words."""
    size = f'width="{drawing.width:g}mm" height="{drawing.height:g}mm"'
    lines = [
        f'<svg xmlns="http://www.w3.org/2000/svg" {size} viewBox="0 0 {drawing.width:g} {drawing.height:g}">',
        f"<title>{_text(drawing.title)}</title>",
    ]
    for layer in dict.fromkeys(s.layer for s in drawing.shapes):
        lines.append(f"<g id={quoteattr(layer)}>")
        lines += [_shape(s) for s in drawing.shapes if s.layer == layer]
        lines.append("</g>")
    return "\n".join([*lines, "</svg>", ""])


def _text(words: str) -> str:
    return escape(printable(words))


def _shape(shape: Shape) -> str:
    if isinstance(shape, Words):
        weight = ' font-weight="600"' if shape.font == "strong" else ""
        return (
            f'<text x="{shape.x:.3f}" y="{shape.y:.3f}" font-size="{shape.size:.3f}" fill="{INKS[shape.ink]}" '
            f'font-family="{FAMILIES[shape.font]}" text-anchor="{shape.anchor}"{weight}>{_text(shape.words)}</text>'
        )
    if isinstance(shape, Circle):
        line = f'stroke="{INKS["ink"]}" stroke-width="{MM[shape.weight]}"'
        return f'<circle cx="{shape.x:.3f}" cy="{shape.y:.3f}" r="{shape.r:.3f}" fill="none" {line}/>'
    return _path(shape)


def _path(shape: Path) -> str:
    points = " ".join(f"{x:.3f},{y:.3f}" for x, y in shape.points)
    kind = "polygon" if shape.closed else "polyline"
    dashes = ' stroke-dasharray="1.6 1"' if shape.dashed else ""
    line = f'stroke="{INKS[shape.ink]}" stroke-width="{MM[shape.weight]}"'
    return f'<{kind} points="{points}" fill="none" {line}{dashes}/>'
