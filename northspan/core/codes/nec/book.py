"""The US code book, 2023 edition."""

from northspan.core.book.case import Cases
from northspan.core.book.codebook import CodeBook
from northspan.core.codes.nec.boxes.answer import box
from northspan.core.codes.nec.boxes.case import BoxCase
from northspan.core.codes.nec.boxes.conduit_body import ConduitBodyCase, conduit_body
from northspan.core.codes.nec.data import AWG, NOTES, TABLES, VOCABULARY
from northspan.core.codes.nec.earthing.rules import NecEarthing
from northspan.core.codes.nec.findings.rules import NecFindings
from northspan.core.codes.nec.loads.rules import NecLoads
from northspan.core.codes.nec.panels.rules import NecPanels
from northspan.core.codes.nec.proof.inspection.rules import NecInspection
from northspan.core.codes.nec.proof.readings.rules import NecReadings
from northspan.core.codes.nec.route.cover.answer import cover
from northspan.core.codes.nec.route.cover.case import CoverCase
from northspan.core.codes.nec.route.pull.answer import answer as pull
from northspan.core.codes.nec.route.pull.case import PullCase
from northspan.core.codes.nec.route.rules import NecPull
from northspan.core.codes.nec.sizing.check import CheckCase, check
from northspan.core.codes.nec.sizing.rules import NecSizing
from northspan.core.property.whole.book import WholeBook

EDITION = "NEC 2023"
WHOLE = WholeBook(
    EDITION,
    AWG,
    NecSizing(),
    NecLoads(),
    NecEarthing(),
    NecFindings(),
    VOCABULARY.cites,
    NecPanels(),
    NecPull(),
    NecInspection(),
    NecReadings(),
)
BOOK = CodeBook(
    "nec-2023",
    "US 2023",
    EDITION,
    NOTES,
    AWG,
    TABLES,
    VOCABULARY,
    {
        "check": Cases(CheckCase, lambda case: check(WHOLE, case)),
        "box": Cases(BoxCase, box),
        "cover": Cases(CoverCase, cover),
        "pull": Cases(PullCase, pull),
        "conduit-body": Cases(ConduitBodyCase, conduit_body),
    },
    WHOLE,
)
