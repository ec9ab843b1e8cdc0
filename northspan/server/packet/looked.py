"""The packet of a job as it is looked at: its sheets, the pages of one of them, what changed, what is open."""

from collections.abc import Sequence

from northspan.core.job.planned.packet import SheetName
from northspan.paper.packet.bound import Laid, bind, facts_of, in_order, lay_out
from northspan.paper.packet.catalogue import NAMES
from northspan.paper.packet.changes import barred, changes
from northspan.paper.sheets.cover import summary
from northspan.paper.sheets.told.matter import Matter
from northspan.paper.sheets.told.named import names_of
from northspan.server.packet.models import (
    AnsweredFinding,
    ChangeEntry,
    IssuedEntry,
    PacketReply,
    SheetEntry,
    drawn,
)

MOST_CHANGES = 200


def looked_at(matter: Matter, show: SheetName) -> PacketReply:
    """The packet of this matter with the pages of the sheet to ``show``. Raises SheetTooLong."""
    every = in_order(lay_out(matter, NAMES))
    # A sheet that does not go out is numbered as if it did.
    out = [sheet for sheet in every if sheet.kind.name in matter.wanted or sheet.kind.name == show]
    pages = next((sheet.pages for sheet in bind(matter, out) if sheet.kind.name == show), ())
    return PacketReply(
        sheets=[_entry(matter, sheet) for sheet in every],
        pages=[drawn(page) for page in pages],
        revision=matter.revision,
        issued=[IssuedEntry(letter=each.letter, on=each.on) for each in matter.issued],
        changes=_changes(matter, every),
        findings=_findings(matter),
        summary=list(summary(matter)),
    )


def _entry(matter: Matter, sheet: Laid) -> SheetEntry:
    kind, before = sheet.kind, (matter.before or {}).get(sheet.kind.name)
    bars = sum(shape.layer == "changes" for page in sheet.pages for shape in barred(page.shapes, before))
    return SheetEntry(
        name=kind.name, number=kind.number, title=kind.title, pages=len(sheet.pages),
        ticked=kind.name in matter.wanted, upright=kind.lies_upright(matter.job.packet), drawn=sheet.drawn,
        tables=bool(sheet.tables), changed=bars,
    )  # fmt: skip


def _changes(matter: Matter, every: Sequence[Laid]) -> list[ChangeEntry]:
    """What the sheets that go out say otherwise than the last issue."""
    going = [sheet for sheet in every if sheet.kind.name in matter.wanted]
    numbers: dict[str, str] = {sheet.kind.name: sheet.kind.number for sheet in going}
    found = list(changes(matter.before or {}, facts_of(going)))[:MOST_CHANGES]
    return [ChangeEntry(sheet=c.sheet, number=numbers[c.sheet], was=c.was, now=c.now) for c in found]


def _findings(matter: Matter) -> list[AnsweredFinding]:
    names, said = names_of(matter.job), {a.finding: a.words for a in matter.job.packet.answers}
    return [
        AnsweredFinding(key=f.key, level=f.level, title=f.title, where=names.where(f), answer=said.get(f.key, ""))
        for f in matter.solution.findings
    ]
