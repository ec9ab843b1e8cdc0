"""Opening the database: engine, safety settings, migrations."""

from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.util import CommandError
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.engine import make_url
from sqlalchemy.exc import SQLAlchemyError

from northspan.store.trouble import DatabaseTrouble, in_words

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
    on_sqlite = parsed.get_backend_name() == "sqlite"
    if on_sqlite and parsed.database:
        Path(parsed.database).parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(parsed)
    if on_sqlite:
        event.listen(engine, "connect", _settle_sqlite)
    _migrate(engine)
    if on_sqlite:
        _try_writing(engine)
    return engine


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
