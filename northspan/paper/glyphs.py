"""Characters on paper: those that the sheet's fonts lack get a stand-in that is seen, never a gap."""

import io
from collections.abc import Iterable
from functools import cache
from importlib.resources import files

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

FONTS = ("Barlow-Regular", "Barlow-SemiBold", "IBMPlexMono-Regular")
STAND_IN = "¤"
# The signs of our own workings that the fonts lack, as the trade says them.
_SPOKEN = {
    "≤": "at most ", "←": " from ", "π": "pi", "ρ": "rho", "σ": "sigma", "Φ": "Phi", "φ": "phi", "α": "alpha",
    "Σ": "sum ", "√": "root ", "∫": "integral ", "⁻": "-", "ⁿ": "^n",
}  # fmt: skip
SAID = (
    f"Some words here hold characters that this sheet's fonts do not have: each stands as {STAND_IN}. On screen and "
    "in the job file they are whole."
)


@cache
def known() -> frozenset[str]:
    """The characters that every font of the sheet has; registers the fonts."""
    folder = files("northspan.paper") / "fonts"
    shared: set[int] | None = None
    for name in FONTS:
        font = TTFont(name, io.BytesIO((folder / f"{name}.ttf").read_bytes()))
        pdfmetrics.registerFont(font)
        glyphs = set(font.face.charToGlyph)
        shared = glyphs if shared is None else shared & glyphs
    return frozenset(chr(code) for code in shared or ()) | {"\n", "\t"}


def printable(words: str) -> str:
    """Words with a stand-in for every character that cannot be printed.

    >>> printable("Workshop 木屋")
    'Workshop ¤¤'
    """
    have = known()
    return "".join(c if c in have else _SPOKEN.get(c, STAND_IN) for c in words)


def all_printable(every: Iterable[str]) -> bool:
    """Whether nothing among these words needs a stand-in."""
    have = known()
    return all(c in have or c in _SPOKEN for words in every for c in words)
