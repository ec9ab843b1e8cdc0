"""Packets issued, photos, what inspectors found, what is watched on every new job."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Make their tables."""
    op.create_table(
        "issues",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("job_id", sa.String(32), sa.ForeignKey("jobs.id", ondelete="CASCADE"), nullable=False),
        sa.Column("letter", sa.String(4), nullable=False),
        sa.Column("issued_on", sa.Date, nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("facts", sa.JSON, nullable=False),
        sa.Column("archive", sa.LargeBinary, nullable=False),
        sa.UniqueConstraint("job_id", "letter"),
    )
    op.create_table(
        "photos",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("job_id", sa.String(32), sa.ForeignKey("jobs.id", ondelete="CASCADE"), nullable=False),
        sa.Column("kind", sa.String(20), nullable=False),
        sa.Column("body", sa.LargeBinary, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
    )
    op.create_table(
        "looks",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("job_id", sa.String(32), sa.ForeignKey("jobs.id", ondelete="CASCADE"), nullable=False),
        sa.Column("item", sa.String(200), nullable=False),
        sa.Column("state", sa.String(12), nullable=False),
        sa.Column("words", sa.Text, nullable=False),
        sa.Column("by", sa.String(80), nullable=False),
        sa.Column("looked_on", sa.Date, nullable=False),
        sa.Column("photo", sa.Integer, sa.ForeignKey("photos.id"), nullable=True),
        sa.Column("made_at", sa.DateTime, nullable=False),
    )
    op.create_index("looks_by_job", "looks", ["job_id"])
    op.create_table(
        "watched",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("document", sa.JSON, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.Column("ended_at", sa.DateTime, nullable=True),
    )


def downgrade() -> None:
    """Drop them."""
    op.drop_table("watched")
    op.drop_table("looks")
    op.drop_table("photos")
    op.drop_table("issues")
