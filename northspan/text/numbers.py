"""A number as somebody writes it: with a point, with a comma, with its thousands apart; never taken for another one.

The front end reads what is typed by the same rules (`web/src/fields/number.ts`); both are held to `tests/numbers.json`.
"""

import math
import re

SIGN, APART = r"([+\-\u2212]?)", "[ \u00a0\u202f'\u2019]"
PLAIN = re.compile(SIGN + r"(\d+\.?\d*(?:[eE][+-]?\d{1,3})?|\.\d+)", re.ASCII)
SPACED = re.compile(SIGN + rf"(\d{{1,3}}(?:{APART}\d{{3}})+)(?:[.,](\d+))?", re.ASCII)
COMMAS = re.compile(SIGN + r"([1-9]\d{0,2}(?:,\d{3})+)(?:\.(\d+))?", re.ASCII)
POINTS = re.compile(SIGN + r"([1-9]\d{0,2}(?:\.\d{3})+),(\d+)|" + SIGN + r"([1-9]\d{0,2}(?:\.\d{3}){2,})", re.ASCII)
DECIMAL_COMMA = re.compile(SIGN + r"(\d+),(\d+)", re.ASCII)
NOT_ONE = "must be a number"


class NotANumber(ValueError):
    """What is written is no number, or may be either of two; the message says so, in words."""


def read_number(text: str, metric: bool = False) -> float:
    """The number that is written. Where commas part thousands (``metric``: they may part decimals too) 1,200 is twelve
    hundred; where it may be either it is refused. Raises NotANumber.

    >>> read_number("1,200"), read_number("1 200.5"), read_number("12,5"), read_number("1.200,5", metric=True)
    (1200.0, 1200.5, 12.5, 1200.5)
    """
    written = text.strip()
    if found := PLAIN.fullmatch(written):
        return _made(found[1], found[2])
    if found := SPACED.fullmatch(written):
        return _made(found[1], re.sub(APART, "", found[2]), found[3])
    if found := COMMAS.fullmatch(written):
        whole = found[2].replace(",", "")
        if metric and found[2].count(",") == 1 and found[3] is None:
            raise NotANumber(f"{written} may be either: write {whole} or {found[2].replace(',', '.')}")
        return _made(found[1], whole, found[3])
    if found := POINTS.fullmatch(written):
        sign, whole, rest = (found[1], found[2], found[3]) if found[2] else (found[4], found[5], None)
        return _made(sign, whole.replace(".", ""), rest)
    if found := DECIMAL_COMMA.fullmatch(written):
        return _made(found[1], found[2], found[3])
    raise NotANumber(NOT_ONE)


def _made(sign: str, whole: str, decimals: str | None = None) -> float:
    value = float(f"{whole}.{decimals}" if decimals else whole)
    if not math.isfinite(value):
        raise NotANumber(NOT_ONE)
    return -value if sign in ("-", "\u2212") else value
