"""What the US code book finds wrong or worth knowing: one module a subject, gathered here in order."""

from northspan.core.codes.nec.findings import (
    bonding,
    conductors,
    dwelling,
    electrode_conductors,
    electrodes,
    gear,
    location,
    overcurrent,
    pulled,
    route,
    setup,
    standby,
    taps,
    transformers,
    voltage,
)

RUN_FINDERS = (
    conductors.find,
    overcurrent.find,
    dwelling.find_rating,
    location.find,
    pulled.find,
    voltage.find,
)
JOB_FINDERS = (
    setup.find_supply,
    dwelling.find_claims,
    setup.find_loads,
    gear.find_disconnects,
    gear.find_ratings,
    gear.find_fittings,
    transformers.find,
    standby.find,
    bonding.find,
    electrodes.find,
    electrode_conductors.find,
    taps.find,
    route.find,
    voltage.find_total,
    voltage.find_advisory,
    setup.find_terminals,
    setup.find_doubtful,
)
