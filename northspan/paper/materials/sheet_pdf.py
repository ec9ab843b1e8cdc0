"""The list of materials as PDF."""

from datetime import date

from northspan.core.job.job import Job
from northspan.core.materials.priced import MaterialList
from northspan.paper.materials.sheet import material_sections
from northspan.paper.set_pdf import set_pdf


def materials_pdf(job: Job, listed: MaterialList, made_on: date) -> bytes:
    """The list on landscape letter paper. Raises SheetTooLong."""
    return set_pdf(job, "Materials", tuple(material_sections(listed)), made_on)
