"""The shop's lists: appliances and prices."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Make the tables of the shop's lists and their items."""
    op.create_table(
        "shop_lists",
        sa.Column("name", sa.String(20), primary_key=True),
        sa.Column("changed_at", sa.DateTime, nullable=False),
    )
    op.create_table(
        "shop_items",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("list_name", sa.String(20), sa.ForeignKey("shop_lists.name", ondelete="CASCADE"), nullable=False),
        sa.Column("position", sa.Integer, nullable=False),
        sa.Column("name", sa.String(80), nullable=False),
        sa.Column("document", sa.JSON, nullable=False),
        sa.UniqueConstraint("list_name", "name"),
    )


def downgrade() -> None:
    """Drop them."""
    op.drop_table("shop_items")
    op.drop_table("shop_lists")
