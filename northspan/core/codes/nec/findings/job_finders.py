"""What the US code book finds wrong with a job as a whole, in order."""

from northspan.core.codes.nec.findings.earth import bonding, electrode_conductors, electrodes, neutrals
from northspan.core.codes.nec.findings.equipment import disconnects, gear, joints, mains, outlets, overhead, terminals
from northspan.core.codes.nec.findings.panel import finders as panel
from northspan.core.codes.nec.findings.route import finders as pulls
from northspan.core.codes.nec.findings.route import measured as route
from northspan.core.codes.nec.findings.sources import converters, pairs, second_sources, standby, transformers
from northspan.core.codes.nec.findings.whole import dwelling, mobile_homes, pools, prompts, setup
from northspan.core.codes.nec.findings.wire import devices, overcurrent, taps, voltage

JOB_FINDERS = (
    setup.find_supply,
    dwelling.find_claims,
    setup.find_loads,
    setup.find_plate,
    neutrals.find,
    disconnects.find_service,
    disconnects.find_supplies,
    mains.find,
    disconnects.find_buildings,
    disconnects.find_outdoors,
    disconnects.find_places,
    disconnects.find_uses,
    overcurrent.find_twice,
    gear.find_ratings,
    gear.find_fittings,
    terminals.find,
    second_sources.find,
    outlets.find,
    overhead.find,
    joints.find,
    transformers.find,
    converters.find,
    standby.find,
    pairs.find,
    mobile_homes.find,
    pools.find,
    panel.find,
    bonding.find,
    electrodes.find,
    electrode_conductors.find,
    taps.find,
    devices.find,
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
