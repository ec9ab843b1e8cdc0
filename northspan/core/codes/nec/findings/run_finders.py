"""What the US code book finds wrong with one run by itself, in order."""

from northspan.core.codes.nec.findings.whole import dwelling
from northspan.core.codes.nec.findings.wire import conductors, location, overcurrent, pulled, spare_core, voltage

RUN_FINDERS = (
    conductors.find,
    overcurrent.find,
    dwelling.find_rating,
    location.find,
    spare_core.find,
    pulled.find,
    voltage.find,
)
