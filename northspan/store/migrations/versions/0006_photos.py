"""Photos say whether they are kept without the place that they were taken at."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Mark those that are there as not looked into yet."""
    op.add_column("photos", sa.Column("bare", sa.Boolean, nullable=False, server_default=sa.false()))


def downgrade() -> None:
    """Take the mark away."""
    op.drop_column("photos", "bare")
