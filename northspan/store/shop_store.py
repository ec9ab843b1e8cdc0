"""The shop's lists in the database, each saved whole."""

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import Engine, delete, select
from sqlalchemy.orm import Session

from northspan.store.models import ShopItemRow, ShopListRow


class ShopStore:
    """Lists by name; a list that was never saved is None, so that the shipped one holds."""

    def __init__(self, engine: Engine):
        self._engine = engine

    def items(self, name: str) -> list[dict[str, Any]] | None:
        """The items of a list in order, or None."""
        with Session(self._engine) as session:
            if session.get(ShopListRow, name) is None:
                return None
            rows = select(ShopItemRow.document).where(ShopItemRow.list_name == name).order_by(ShopItemRow.position)
            return list(session.scalars(rows))

    def replace(self, name: str, items: Sequence[dict[str, Any]]) -> None:
        """Save a list whole; every item has its own ``name``."""
        with Session(self._engine) as session, session.begin():
            session.merge(ShopListRow(name=name, changed_at=datetime.now(UTC)))
            session.execute(delete(ShopItemRow).where(ShopItemRow.list_name == name))
            session.flush()
            for at, item in enumerate(items):
                session.add(ShopItemRow(list_name=name, position=at, name=item["name"], document=item))
