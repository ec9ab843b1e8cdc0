"""Readings: what was measured, never changed once written."""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Make their table."""
    op.create_table(
        "readings",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("job_id", sa.String(32), sa.ForeignKey("jobs.id", ondelete="CASCADE"), nullable=False),
        sa.Column("practice", sa.String(40), nullable=False),
        sa.Column("what", sa.String(20), nullable=False),
        sa.Column("at", sa.String(80), nullable=False),
        sa.Column("part", sa.String(80), nullable=False),
        sa.Column("value", sa.Float, nullable=True),
        sa.Column("by", sa.String(80), nullable=False),
        sa.Column("read_at", sa.String(25), nullable=False),
        sa.Column("soil", sa.String(20), nullable=False),
        sa.Column("corrects", sa.Integer, sa.ForeignKey("readings.id"), nullable=True),
        sa.Column("photo", sa.Integer, sa.ForeignKey("photos.id"), nullable=True),
        sa.Column("rest", sa.JSON, nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
    )
    op.create_index("readings_by_job", "readings", ["job_id", "practice"])


def downgrade() -> None:
    """Drop it."""
    op.drop_table("readings")
