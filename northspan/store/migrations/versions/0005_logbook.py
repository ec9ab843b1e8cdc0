"""What was computed where an electrode was read, kept with the reading; jobs that are for practice alone."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Make the table, and mark no job that is there."""
    op.create_table(
        "earth_readings",
        sa.Column("reading_id", sa.Integer, sa.ForeignKey("readings.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("place", sa.String(80), nullable=False),
        sa.Column("soil", sa.String(20), nullable=False),
        sa.Column("ohms", sa.Float, nullable=True),
        sa.Column("computed", sa.Float, nullable=True),
        sa.Column("log_rho", sa.Float, nullable=True),
    )
    op.create_index("earth_readings_by_soil", "earth_readings", ["soil"])
    op.create_index("readings_by_what", "readings", ["what", "practice"])
    op.create_index("readings_by_corrected", "readings", ["corrects"])
    # In place: a table of jobs made anew would take what hangs on the old one along.
    op.add_column("jobs", sa.Column("practice", sa.Boolean, nullable=False, server_default=sa.false()))


def downgrade() -> None:
    """Drop them."""
    op.drop_column("jobs", "practice")
    op.drop_index("readings_by_corrected", "readings")
    op.drop_index("readings_by_what", "readings")
    op.drop_table("earth_readings")
