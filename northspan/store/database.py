"""Opening the database: engine, safety settings, migrations."""

from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.util import CommandError
from sqlalchemy import Engine, create_engine, event, inspect
from sqlalchemy.engine import make_url
from sqlalchemy.exc import OperationalError, SQLAlchemyError

from northspan.store.trouble import TAKEN_AWAY, DatabaseTrouble, in_words

MIGRATIONS = Path(__file__).parent / "migrations"


def open_database(url: str) -> Engine:
    """Open a database by its URL and bring its tables up to date. Raises DatabaseTrouble in words."""
    try:
        return _opened(url)
    except (SQLAlchemyError, CommandError, OSError) as error:
        words = in_words(error)
        if words is None:
            raise
        raise DatabaseTrouble(f"{url}: {words}") from error


def _opened(url: str) -> Engine:
    parsed = make_url(url)
    if parsed.get_backend_name() != "sqlite":
        raise DatabaseTrouble(f"{url}: North Span keeps its jobs in a file: sqlite:///path/to/northspan.sqlite")
    if parsed.database:
        Path(parsed.database).parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(parsed)
    tables = set(inspect(engine).get_table_names())
    if tables and "alembic_version" not in tables:
        engine.dispose()
        raise DatabaseTrouble(f"{url}: it is a database of another program: name another file")
    engine.dispose()
    event.listen(engine, "connect", _settle_sqlite)
    _migrate(engine)
    _try_writing(engine)
    if parsed.database and parsed.database != ":memory:":
        _watch(engine, Path(parsed.database))
    return engine


def _watch(engine: Engine, path: Path) -> None:
    """Refuse every further transaction once the file that was opened is no longer the one in its place: what would be
    written then is lost with the file that has no name any more.
    """
    opened = _which(path)

    def still_there(_connection: Any) -> None:
        if _which(path) != opened:
            raise OperationalError(None, None, OSError(TAKEN_AWAY))

    event.listen(engine, "begin", still_there)
    event.listen(engine, "commit", still_there)


def _which(path: Path) -> tuple[int, int] | None:
    try:
        found = path.stat()
    except OSError:
        return None
    return found.st_dev, found.st_ino


def _try_writing(engine: Engine) -> None:
    """A database that can only be read is found out now, not at the first save."""
    with engine.connect() as connection:
        connection.exec_driver_sql("UPDATE alembic_version SET version_num = version_num")
        connection.rollback()


def _settle_sqlite(connection: Any, _record: object) -> None:
    cursor = connection.cursor()
    cursor.execute("PRAGMA journal_mode=WAL")
    # A power cut or a kill may lose the save under way but never one that was answered.
    cursor.execute("PRAGMA synchronous=FULL")
    cursor.execute("PRAGMA foreign_keys=ON")
    cursor.execute("PRAGMA busy_timeout=20000")
    cursor.close()


def _migrate(engine: Engine) -> None:
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
