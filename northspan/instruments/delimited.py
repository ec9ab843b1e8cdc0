"""What every reader of delimited text shares: its delimiter, and rows that could not be counted."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class BrokenRow:
    """A row that was not counted: its line in the file, and why."""

    line: int
    words: str


def delimiter(text: str) -> str:
    """Which of comma, semicolon and tab stands most often in the first row.

    >>> delimiter("a;b;c\\n1,5;2;3")
    ';'
    """
    heading = text[: text.find("\n")] if "\n" in text else text
    return max(",;\t", key=heading.count)
