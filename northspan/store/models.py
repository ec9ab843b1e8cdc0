"""Database tables: jobs and their append-only revisions, the shop's lists, packets, looks, photos, readings."""

from datetime import UTC, date, datetime
from typing import Any

from sqlalchemy import (
    JSON,
    Boolean,
    Date,
    DateTime,
    Float,
    ForeignKey,
    Index,
    Integer,
    LargeBinary,
    String,
    Text,
    TypeDecorator,
    UniqueConstraint,
)
from sqlalchemy.engine import Dialect
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class UtcDateTime(TypeDecorator[datetime]):
    """A moment in UTC, whatever the database makes of time zones."""

    impl = DateTime
    cache_ok = True

    def process_bind_param(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """Store in UTC without a zone."""
        return None if value is None else value.astimezone(UTC).replace(tzinfo=None)

    def process_result_value(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """Give back with the zone."""
        return None if value is None else value.replace(tzinfo=UTC)


class Base(DeclarativeBase):
    """Base of every table."""


class JobRow(Base):
    """One job. ``head`` is the number of the revision shown; ``version`` rises with every change, undo included,
    and is what ``If-Match`` is held against; ``practice`` says that nothing of it is a customer's; what a list shows
    of its document stands beside it.
    """

    __tablename__ = "jobs"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    name: Mapped[str] = mapped_column(String(80))
    demo: Mapped[str | None] = mapped_column(String(64), unique=True)
    practice: Mapped[bool] = mapped_column(Boolean, default=False)
    note: Mapped[str] = mapped_column(String(300), default="")
    places: Mapped[int] = mapped_column(Integer, default=0)
    runs: Mapped[int] = mapped_column(Integer, default=0)
    head: Mapped[int] = mapped_column(Integer)
    version: Mapped[int] = mapped_column(Integer)
    created_at: Mapped[datetime] = mapped_column(UtcDateTime)
    changed_at: Mapped[datetime] = mapped_column(UtcDateTime)
    archived_at: Mapped[datetime | None] = mapped_column(UtcDateTime)
    deleted_at: Mapped[datetime | None] = mapped_column(UtcDateTime)

    __table_args__ = (Index("jobs_by_change", "changed_at"),)


class RevisionRow(Base):
    """One state of a job, never changed once written. ``parent`` is the revision it was made from. Its ``document`` is
    kept whole, or as what it ``changed`` of its parent's, ``depth`` such steps from a whole one; ``patch`` is the edit
    as it was sent.
    """

    __tablename__ = "revisions"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id", ondelete="CASCADE"))
    number: Mapped[int] = mapped_column(Integer)
    parent: Mapped[int | None] = mapped_column(Integer)
    document: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    changed: Mapped[list[dict[str, Any]] | None] = mapped_column(JSON(none_as_null=True))
    depth: Mapped[int] = mapped_column(Integer, default=0)
    patch: Mapped[list[dict[str, Any]] | None] = mapped_column(JSON)
    created_at: Mapped[datetime] = mapped_column(UtcDateTime)

    __table_args__ = (UniqueConstraint("job_id", "number"),)


class MoveRow(Base):
    """The key that an edit, or a step back or forth, was sent under, and the version that it made."""

    __tablename__ = "moves"

    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id", ondelete="CASCADE"), primary_key=True)
    sent_as: Mapped[str] = mapped_column(String(40), primary_key=True)
    version: Mapped[int] = mapped_column(Integer)


class ShopListRow(Base):
    """A list of the shop's that was saved at least once."""

    __tablename__ = "shop_lists"

    name: Mapped[str] = mapped_column(String(20), primary_key=True)
    changed_at: Mapped[datetime] = mapped_column(UtcDateTime)


class ShopItemRow(Base):
    """One item of a list, at its place in it."""

    __tablename__ = "shop_items"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    list_name: Mapped[str] = mapped_column(ForeignKey("shop_lists.name", ondelete="CASCADE"))
    position: Mapped[int] = mapped_column(Integer)
    name: Mapped[str] = mapped_column(String(80))
    document: Mapped[dict[str, Any]] = mapped_column(JSON)

    __table_args__ = (UniqueConstraint("list_name", "name"),)


class IssueRow(Base):
    """A packet that went out, never changed once written: its files as one archive, and what its sheets said."""

    __tablename__ = "issues"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id", ondelete="CASCADE"))
    letter: Mapped[str] = mapped_column(String(4))
    issued_on: Mapped[date] = mapped_column(Date)
    version: Mapped[int] = mapped_column(Integer)
    facts: Mapped[dict[str, Any]] = mapped_column(JSON)
    archive: Mapped[bytes] = mapped_column(LargeBinary, deferred=True)

    __table_args__ = (UniqueConstraint("job_id", "letter"),)


class PhotoRow(Base):
    """A photo of a job, never changed once it is ``bare``: kept with nothing beside its picture."""

    __tablename__ = "photos"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id", ondelete="CASCADE"))
    kind: Mapped[str] = mapped_column(String(20))
    body: Mapped[bytes] = mapped_column(LargeBinary, deferred=True)
    bare: Mapped[bool] = mapped_column(Boolean, default=True)
    sent_as: Mapped[str | None] = mapped_column(String(40))
    made_at: Mapped[datetime] = mapped_column(UtcDateTime)

    __table_args__ = (Index("photos_sent_once", "job_id", "sent_as", unique=True),)


class LookRow(Base):
    """What was found where an item of an inspection list was looked at; a later row of the same item goes before it."""

    __tablename__ = "looks"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id", ondelete="CASCADE"))
    item: Mapped[str] = mapped_column(String(200))
    state: Mapped[str] = mapped_column(String(12))
    words: Mapped[str] = mapped_column(Text)
    by: Mapped[str] = mapped_column(String(80))
    looked_on: Mapped[date] = mapped_column(Date)
    photo: Mapped[int | None] = mapped_column(ForeignKey("photos.id"))
    sent_as: Mapped[str | None] = mapped_column(String(40))
    made_at: Mapped[datetime] = mapped_column(UtcDateTime)

    __table_args__ = (Index("looks_by_job", "job_id"), Index("looks_sent_once", "job_id", "sent_as", unique=True))


class WatchedRow(Base):
    """What every new job is looked at for besides, from a correction."""

    __tablename__ = "watched"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    document: Mapped[dict[str, Any]] = mapped_column(JSON)
    made_at: Mapped[datetime] = mapped_column(UtcDateTime)
    ended_at: Mapped[datetime | None] = mapped_column(UtcDateTime)


class EarthRow(Base):
    """What was computed for a reading of electrodes when it was taken, for searches over all jobs."""

    __tablename__ = "earth_readings"

    reading_id: Mapped[int] = mapped_column(ForeignKey("readings.id", ondelete="CASCADE"), primary_key=True)
    place: Mapped[str] = mapped_column(String(80))
    soil: Mapped[str] = mapped_column(String(20))
    ohms: Mapped[float | None] = mapped_column(Float)
    computed: Mapped[float | None] = mapped_column(Float)
    log_rho: Mapped[float | None] = mapped_column(Float)

    __table_args__ = (Index("earth_readings_by_soil", "soil"),)


class ReadingRow(Base):
    """A reading, never changed once written; one that ``corrects`` another goes before it. ``practice`` names the round
    of practice it was taken in (empty: the real property); ``rest`` is all that no search asks for.
    """

    __tablename__ = "readings"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id", ondelete="CASCADE"))
    practice: Mapped[str] = mapped_column(String(40))
    what: Mapped[str] = mapped_column(String(20))
    at: Mapped[str] = mapped_column(String(80))
    part: Mapped[str] = mapped_column(String(80))
    value: Mapped[float | None] = mapped_column(Float)
    by: Mapped[str] = mapped_column(String(80))
    read_at: Mapped[str] = mapped_column(String(25))
    soil: Mapped[str] = mapped_column(String(20))
    corrects: Mapped[int | None] = mapped_column(ForeignKey("readings.id"))
    photo: Mapped[int | None] = mapped_column(ForeignKey("photos.id"))
    rest: Mapped[dict[str, Any]] = mapped_column(JSON)
    sent_as: Mapped[str | None] = mapped_column(String(40))
    made_at: Mapped[datetime] = mapped_column(UtcDateTime)

    __table_args__ = (
        Index("readings_by_job", "job_id", "practice"),
        Index("readings_by_what", "what", "practice"),
        Index("readings_by_corrected", "corrects"),
        Index("readings_sent_once", "job_id", "sent_as", unique=True),
    )
