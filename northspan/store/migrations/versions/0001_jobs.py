"""Jobs and their revisions."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Make the tables of jobs and revisions."""
    op.create_table(
        "jobs",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("demo", sa.String(64), unique=True),
        sa.Column("head", sa.Integer, nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.Column("changed_at", sa.DateTime, nullable=False),
        sa.Column("archived_at", sa.DateTime),
        sa.Column("deleted_at", sa.DateTime),
    )
    op.create_index("jobs_by_change", "jobs", ["changed_at"])
    op.create_table(
        "revisions",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("job_id", sa.String(32), sa.ForeignKey("jobs.id", ondelete="CASCADE"), nullable=False),
        sa.Column("number", sa.Integer, nullable=False),
        sa.Column("parent", sa.Integer),
        sa.Column("document", sa.JSON, nullable=False),
        sa.Column("patch", sa.JSON),
        sa.Column("created_at", sa.DateTime, nullable=False),
        sa.UniqueConstraint("job_id", "number"),
    )


def downgrade() -> None:
    """Drop them."""
    op.drop_table("revisions")
    op.drop_table("jobs")
