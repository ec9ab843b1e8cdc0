"""The shop's lists in the database, each saved whole."""

from collections.abc import Callable, Sequence
from datetime import UTC, datetime
from typing import Any, cast

from sqlalchemy import CursorResult, Engine, delete, insert, select, update
from sqlalchemy.orm import Session

from northspan.store.models import ShopItemRow, ShopListRow

Document = dict[str, Any]


class ShopStore:
    """Lists by name; a list that was never saved is None, so that the shipped one holds."""

    def __init__(self, engine: Engine):
        self._engine = engine

    def items(self, name: str) -> list[Document] | None:
        """The items of a list in order, or None."""
        with Session(self._engine) as session:
            if session.get(ShopListRow, name) is None:
                return None
            return self._documents(session, name)

    def replace(self, name: str, items: Sequence[Document]) -> None:
        """Save a list whole; every item has its own ``name``."""
        self.change(name, lambda _: items)

    def change(self, name: str, work: Callable[[list[Document] | None], Sequence[Document]]) -> None:
        """Save what ``work`` makes of a list as it stands; changes wait for one another, so that none is lost."""
        now = datetime.now(UTC)
        with Session(self._engine) as session, session.begin():
            # A write comes first: it takes the database's write lock before anything is read.
            touched = update(ShopListRow).where(ShopListRow.name == name).values(changed_at=now)
            saved = cast("CursorResult[Any]", session.execute(touched)).rowcount > 0
            items = work(self._documents(session, name) if saved else None)
            if not saved:
                session.add(ShopListRow(name=name, changed_at=now))
            session.execute(delete(ShopItemRow).where(ShopItemRow.list_name == name))
            session.flush()
            # All of a list in one statement: it may have thousands of rows, and others wait meanwhile.
            rows = [
                {"list_name": name, "position": at, "name": item["name"], "document": item}
                for at, item in enumerate(items)
            ]
            if rows:
                session.execute(insert(ShopItemRow), rows)

    @staticmethod
    def _documents(session: Session, name: str) -> list[Document]:
        rows = select(ShopItemRow.document).where(ShopItemRow.list_name == name).order_by(ShopItemRow.position)
        return list(session.scalars(rows))
