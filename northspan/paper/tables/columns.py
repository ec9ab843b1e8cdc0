"""How wide the columns of a table are, and how its cells are broken into lines. Millimetres on paper."""

import re
from collections.abc import Sequence

from northspan.paper.drawing.shapes import DUST, Font, width
from northspan.paper.tables.section import Row, Section

SIZE = 2.65
ASIDE = 1.2
# A column of long sentences asks for no more of a page than this before its neighbours have what they need.
LARGEST_SHARE = 0.5
MOST_AIR = 7.0
BY_HAND = 26.0
_FIGURE = re.compile(r"[-−≤~+$]?\s*[\d.]|—$|not fed$|free$")


def faces(head: Row, rows: Sequence[Row]) -> tuple[Font, ...]:
    """The face of every column: one that holds figures alone has the figures' own.

    >>> faces(("Run", "Breaker"), [("House to studio", "60 A"), ("House to pump", "—")])
    ('words', 'figures')
    """
    found: list[Font] = []
    for at in range(len(head)):
        cells = [row[at] for row in rows if row[at]]
        found.append("figures" if cells and all(_FIGURE.match(c) and len(c) < 24 for c in cells) else "words")
    return tuple(found)


def natural(section: Section) -> float:
    """How wide a table is (mm) when no cell of it is broken."""
    fonts = faces(section.head, section.rows)
    return sum(_whole(section, at, font) + 2.0 * ASIDE for at, font in enumerate(fonts))


def _whole(section: Section, at: int, font: Font) -> float:
    """The longest cell of a column (mm), or its head; what is written by hand has room."""
    cells = dict.fromkeys(row[at] for row in section.rows)
    whole = max((width(cell, font, SIZE) for cell in cells), default=0.0)
    by_hand = section.by_hand and section.head[at] and not any(cells)
    return max(whole, width(section.head[at], "strong", SIZE), BY_HAND if by_hand else 0.0)


def widths(section: Section, fonts: Sequence[Font], across: float) -> list[float]:
    """The columns' widths, together ``across`` at most: each its longest word at least where there is room (a
    figure is not broken), then by its longest cell.
    """
    head, rows = section.head, section.rows
    least, wanted, asked = [], [], []
    for at, font in enumerate(fonts):
        cells = dict.fromkeys(row[at] for row in rows)
        words = {word for cell in cells for word in cell.split()}
        longest = max((width(word, font, SIZE) for word in words), default=0.0)
        named = max((width(word, "strong", SIZE) for word in head[at].split()), default=0.0)
        if font == "figures":
            longest = max((width(cell, font, SIZE) for cell in cells), default=0.0)
        whole = _whole(section, at, font)
        least.append(min(max(longest, named) + 2.0 * ASIDE, LARGEST_SHARE * across))
        asked.append(whole + 2.0 * ASIDE)
        wanted.append(max(least[-1], min(whole + 2.0 * ASIDE, LARGEST_SHARE * across)))
    if sum(least) > across:
        return [each * across / sum(least) for each in least]
    spare, more = across - sum(least), [w - n for w, n in zip(wanted, least, strict=True)]
    if sum(more) <= spare:
        # What nothing asks for stays free, but for a little air: an eye finds its row again over a short way.
        for at, whole in enumerate(asked):
            wanted[at] += max(0.0, min(whole - wanted[at], across - sum(wanted)))
        air = min(MOST_AIR, (across - sum(wanted)) / len(wanted))
        return [each + air for each in wanted]
    return [n + spare * m / sum(more) for n, m in zip(least, more, strict=True)]


def broken(words: str, font: Font, room: float) -> list[str]:
    """Words in lines that fit a room (mm); a word that is longer than a line is broken within.

    >>> broken("", "words", 20.0)
    ['']
    """
    lines: list[str] = []
    for paragraph in words.split("\n"):
        line = ""
        for word in paragraph.split():
            joined = f"{line} {word}" if line else word
            if width(joined, font, SIZE) <= room + DUST:
                line = joined
                continue
            if line:
                lines.append(line)
            *whole, line = _pieces(word, font, room)
            lines += whole
        lines.append(line)
    return lines


def _pieces(word: str, font: Font, room: float) -> list[str]:
    """A word in pieces that each fit a room."""
    found: list[str] = []
    while width(word, font, SIZE) > room + DUST and len(word) > 1:
        low, high = 1, len(word)
        while low < high - 1:
            middle = (low + high) // 2
            low, high = (middle, high) if width(word[:middle], font, SIZE) <= room else (low, middle)
        found.append(word[:low])
        word = word[low:]
    return [*found, word]
