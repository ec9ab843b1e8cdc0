"""American wire sizes: AWG below 250, kcmil from 250, as strings ("6", "1/0", "250")."""

from functools import cache

_SMALLEST_KCMIL = 250


@cache
def rank(size: str) -> int:
    """Place of a size on the scale from thin to thick, comparable between any two sizes.

    Raises ValueError for a string that is no wire size.

    >>> sorted(["1/0", "14", "250", "1", "4/0"], key=rank)
    ['14', '1', '1/0', '4/0', '250']
    """
    if size.endswith("/0") and size[:-2] in {"1", "2", "3", "4"}:
        return int(size[:-2]) - 1
    if size.isascii() and size.isdigit():
        gauge = int(size)
        if 1 <= gauge <= 20:
            return -gauge
        if _SMALLEST_KCMIL <= gauge <= 2000:
            return gauge
    raise ValueError(f"{size!r} is not a wire size")


@cache
def circular_mils(size: str) -> float:
    """Area (circular mils) of a size, by the gauge's own law below 250 kcmil.

    >>> circular_mils("250"), round(circular_mils("4/0")), round(circular_mils("10"))
    (250000.0, 211600, 10383)
    """
    gauge = rank(size)
    if gauge >= _SMALLEST_KCMIL:
        return 1000.0 * gauge
    number = -gauge
    return float((5.0 * 92.0 ** ((36.0 - number) / 39.0)) ** 2)


def larger(a: str, b: str) -> str:
    """The thicker of two sizes.

    >>> larger("6", "1/0")
    '1/0'
    """
    return a if rank(a) >= rank(b) else b


def smaller(a: str, b: str) -> str:
    """The thinner of two sizes.

    >>> smaller("6", "1/0")
    '6'
    """
    return a if rank(a) <= rank(b) else b


def spoken(size: str, metal: str) -> str:
    """A size with its unit and metal, as it is said at the counter.

    >>> spoken("3/0", "al"), spoken("250", "cu"), spoken("6", "cu")
    ('3/0 al', '250 kcmil cu', '6 cu')
    """
    return f"{size} kcmil {metal}" if rank(size) >= _SMALLEST_KCMIL else f"{size} {metal}"
