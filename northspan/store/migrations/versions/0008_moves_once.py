"""Edits and steps back and forth know the key that they were sent under, so that each is taken once."""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """A table of the keys; what was taken before has none."""
    op.create_table(
        "moves",
        sa.Column("job_id", sa.String(32), sa.ForeignKey("jobs.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("sent_as", sa.String(40), primary_key=True),
        sa.Column("version", sa.Integer, nullable=False),
    )


def downgrade() -> None:
    """Take it away."""
    op.drop_table("moves")
