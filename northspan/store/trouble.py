"""What a database that cannot be used says, in words a person can act on."""

from sqlalchemy.exc import DatabaseError

TAKEN_AWAY = (
    "the database was taken away or replaced while North Span runs: bring it back to its place, or stop North Span and "
    "start it again"
)
_OPEN = "its folder or file may not be opened"
_SIGNS = (
    ("disk is full", "the disk is full: make room, then try again"),
    ("readonly", "the database may not be written to: it, or its folder, is read-only"),
    ("locked", "another program holds the database: close it, then try again"),
    ("unable to open", _OPEN),
    ("not a database", "it is no database, or is damaged"),
    ("malformed", "it is damaged: bring back a copy"),
    ("i/o error", "the disk does not answer as it should"),
    ("can't locate revision", "it was written by a newer North Span"),
    ("could not parse", "that is no address of a database"),
    ("can't load plugin", "that kind of database is not known here"),
    ("taken away", TAKEN_AWAY),
    ("no such table", "it is a database of another program, or damaged"),
    ("no such column", "it is a database of another program, or damaged"),
)


class DatabaseTrouble(Exception):
    """A database that cannot be opened; the message says why, in words."""


def in_words(error: Exception) -> str | None:
    """Why the database refused, or None where it is no trouble of the machine's but a fault of ours.

    >>> in_words(PermissionError(13, "Permission denied"))
    'its folder or file may not be opened'
    """
    if isinstance(error, OSError):
        return _OPEN if isinstance(error, PermissionError) else f"its folder cannot be made or used ({error.strerror})"
    said = str(error.orig if isinstance(error, DatabaseError) and error.orig else error).lower()
    return next((words for sign, words in _SIGNS if sign in said), None)
