"""Opening the database: engine, safety settings, migrations."""

from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.engine import make_url

MIGRATIONS = Path(__file__).parent / "migrations"


def open_database(url: str) -> Engine:
    """Open a database by its URL and bring its tables up to date."""
    parsed = make_url(url)
    on_sqlite = parsed.get_backend_name() == "sqlite"
    if on_sqlite and parsed.database:
        Path(parsed.database).parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(parsed)
    if on_sqlite:
        event.listen(engine, "connect", _settle_sqlite)
    _migrate(engine)
    return engine


def _settle_sqlite(connection: Any, _record: object) -> None:
    cursor = connection.cursor()
    cursor.execute("PRAGMA journal_mode=WAL")
    # A power cut or a kill may lose the save under way but never one that was answered.
    cursor.execute("PRAGMA synchronous=FULL")
    cursor.execute("PRAGMA foreign_keys=ON")
    cursor.execute("PRAGMA busy_timeout=5000")
    cursor.close()


def _migrate(engine: Engine) -> None:
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
