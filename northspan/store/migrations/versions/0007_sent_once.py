"""Readings, looks and photos know the key that they were sent under, so that each is kept once."""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None

TABLES = ("readings", "looks", "photos")


def upgrade() -> None:
    """Give each a key; what is there has none."""
    for table in TABLES:
        op.add_column(table, sa.Column("sent_as", sa.String(40), nullable=True))
        op.create_index(f"{table}_sent_once", table, ["job_id", "sent_as"], unique=True)


def downgrade() -> None:
    """Take it away."""
    for table in TABLES:
        op.drop_index(f"{table}_sent_once", table)
        op.drop_column(table, "sent_as")
