"""What the US code book finds wrong with one run by itself, in order."""

from northspan.core.codes.nec.findings import conductors, dwelling, location, overcurrent, pulled, voltage

RUN_FINDERS = (
    conductors.find,
    overcurrent.find,
    dwelling.find_rating,
    location.find,
    pulled.find,
    voltage.find,
)
