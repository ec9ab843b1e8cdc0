"""What goes in and out of the server about panels with their covers off."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from northspan.core.document.finding import Fix
from northspan.core.document.read import JobDocument
from northspan.core.job.told.part import Id, Name
from northspan.core.property.panel.balancing.of_panel import PanelBalance
from northspan.core.property.panel.proposing import Proposal
from northspan.server.answers.models import JobPath

MOST_SECONDS = 20.0


class PanelRequest(BaseModel):
    """A panel in a job as it stands on the desk."""

    model_config = ConfigDict(extra="forbid")

    job: JobDocument
    station: Id


class BalanceRequest(PanelRequest):
    """A panel to be balanced, and how long the proof may take (s)."""

    seconds: float = Field(1.0, ge=0.05, le=MOST_SECONDS)


class BoughtRequest(PanelRequest):
    """A panel of the shop's list, by its name, to be put at a station."""

    item: Name


class FixReply(BaseModel):
    """A change to the job."""

    fix: Fix


class BalanceReply(BaseModel):
    """The best balance that was found; none where nothing was found in the time there was."""

    balance: PanelBalance | None


class ProposalReply(BaseModel):
    """The circuits that a panel owes, and the change that adds them."""

    proposal: Proposal


class ScheduleRequest(PanelRequest):
    """A schedule to be laid over a panel: the text of a CSV, or rows pasted from a spreadsheet."""

    text: Annotated[str, StringConstraints(max_length=400_000)]


class ScheduleReply(BaseModel):
    """What a schedule changes: how many circuits it replaces and adds, and the change to the job."""

    replaced: int
    added: int
    fix: Fix | None


class PanelPath(JobPath):
    """A panel of a stored job."""

    station: str = Field(pattern=r"^[a-z0-9][a-z0-9-]{0,63}$")
