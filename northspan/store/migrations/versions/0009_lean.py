"""Revisions as what they changed; what a list of jobs shows stands beside the jobs."""

import json
from typing import Any

import jsonpatch
import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None

LONGEST_NOTE = 300


def upgrade() -> None:
    """Revisions that are there stay whole; the columns of the list are filled from what each job shows."""
    with op.batch_alter_table("revisions") as table:
        table.alter_column("document", existing_type=sa.JSON, nullable=True)
        table.add_column(sa.Column("changed", sa.JSON))
        table.add_column(sa.Column("depth", sa.Integer, nullable=False, server_default="0"))
    # Never by way of a table of its own: with the old one the revisions of its jobs would go.
    op.add_column("jobs", sa.Column("note", sa.String(LONGEST_NOTE), nullable=False, server_default=""))
    op.add_column("jobs", sa.Column("places", sa.Integer, nullable=False, server_default="0"))
    op.add_column("jobs", sa.Column("runs", sa.Integer, nullable=False, server_default="0"))
    connection = op.get_bind()
    for job_id, text in _heads(connection):
        document = _read(text)
        parts = {name: document.get(name) for name in ("places", "runs")}
        many = {name: len(found) if isinstance(found, list) else 0 for name, found in parts.items()}
        values = many | {"note": str(document.get("note", ""))[:LONGEST_NOTE], "id": job_id}
        connection.execute(
            sa.text("UPDATE jobs SET note = :note, places = :places, runs = :runs WHERE id = :id"), values
        )


def downgrade() -> None:
    """Every revision whole again."""
    connection = op.get_bind()
    rows = sa.text("SELECT id, job_id, number, parent, document, changed FROM revisions ORDER BY job_id, number")
    whole: dict[tuple[str, int], Any] = {}
    for row_id, job_id, number, parent, text, changed in connection.execute(rows).all():
        if text is None or text == "null":
            made = jsonpatch.apply_patch(whole[job_id, parent], json.loads(changed))
            values = {"document": json.dumps(made), "id": row_id}
            connection.execute(sa.text("UPDATE revisions SET document = :document WHERE id = :id"), values)
        else:
            made = _read(text)
        whole[job_id, number] = made
    with op.batch_alter_table("revisions") as table:
        table.drop_column("changed")
        table.drop_column("depth")
        table.alter_column("document", existing_type=sa.JSON, nullable=False)
    for name in ("note", "places", "runs"):
        op.drop_column("jobs", name)


def _heads(connection: sa.Connection) -> list[tuple[str, str]]:
    found = "SELECT jobs.id, document FROM jobs JOIN revisions ON job_id = jobs.id AND number = head"
    return [(job_id, text) for job_id, text in connection.execute(sa.text(found)).all()]


def _read(text: str) -> dict[str, Any]:
    """A document as it was written; one that is none lists as an empty one."""
    try:
        found = json.loads(text)
    except ValueError:
        return {}
    return found if isinstance(found, dict) else {}
