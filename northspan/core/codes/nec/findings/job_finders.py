"""What the US code book finds wrong with a job as a whole, in order."""

from northspan.core.codes.nec.findings.earth import bonding, electrode_conductors, electrodes, neutrals
from northspan.core.codes.nec.findings.equipment import disconnects, gear, outlets, overhead
from northspan.core.codes.nec.findings.panel import finders as panel
from northspan.core.codes.nec.findings.route import finders as pulls
from northspan.core.codes.nec.findings.route import measured as route
from northspan.core.codes.nec.findings.sources import second_sources, standby, transformers
from northspan.core.codes.nec.findings.whole import dwelling, prompts, setup
from northspan.core.codes.nec.findings.wire import overcurrent, taps, voltage

JOB_FINDERS = (
    setup.find_supply,
    dwelling.find_claims,
    setup.find_loads,
    neutrals.find,
    disconnects.find_service,
    disconnects.find_supplies,
    disconnects.find_buildings,
    disconnects.find_outdoors,
    disconnects.find_places,
    disconnects.find_uses,
    overcurrent.find_twice,
    gear.find_ratings,
    gear.find_fittings,
    second_sources.find,
    outlets.find,
    overhead.find,
    transformers.find,
    standby.find,
    panel.find,
    bonding.find,
    electrodes.find,
    electrode_conductors.find,
    taps.find,
    route.find,
    route.find_nipples,
    route.find_shared,
    pulls.find,
    voltage.find_total,
    voltage.find_advisory,
    prompts.find,
    setup.find_terminals,
    setup.find_doubtful,
)
