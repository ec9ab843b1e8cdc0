"""A property's network as a netlist for ngspice, and the node voltages that it finds: a second opinion."""

import math
import shutil
import subprocess
import tempfile
from pathlib import Path

from northspan.core.physics.network.nodal import EARTH, LEAK_OHM

HERTZ = 60.0
NGSPICE = shutil.which("ngspice")


def solved(network, fault=None):
    """Voltage of every node by ngspice, and the current of the fault. ``fault``: (start, end, ohm)."""
    names = {EARTH: "0"} | {node: f"n{i}" for i, node in enumerate(network.nodes)}
    lines = ["a property", *(f"Rleak{i} n{i} 0 {LEAK_OHM:.17g}" for i in range(len(network.nodes)))]
    for i, b in enumerate(network.branches):
        at = names[b.start]
        if b.volts:
            lines.append(f"Vs{i} s{i} {at} dc 0 ac {abs(b.volts):.17g} {_degrees(b.volts):.17g}")
            at = f"s{i}"
        lines += _impedance(f"b{i}", at, names[b.end], b.ohms)
    for i, c in enumerate(network.couplings):
        (p1, p2), (s1, s2) = ([names[n] for n in side] for side in (c.primary, c.secondary))
        lines += [f"Ec{i} e{i} {s2} {p1} {p2} {1.0 / c.ratio:.17g}", f"Vc{i} e{i} f{i} dc 0"]
        lines += [f"Fc{i} {p1} {p2} Vc{i} {1.0 / c.ratio:.17g}", *_impedance(f"c{i}", f"f{i}", s1, c.ohms)]
    wanted = [f"v(n{i})" for i in range(len(network.nodes))]
    if fault is not None:
        start, end, ohms = fault
        lines.append(f"Vfault {names[start]} {'f' if ohms else names[end]} dc 0")
        lines += [f"Rfault f {names[end]} {ohms:.17g}"] if ohms else []
        wanted.append("i(vfault)")
    with tempfile.TemporaryDirectory() as folder:
        out = Path(folder) / "out"
        control = [
            "set numdgt=15",
            "set wr_singlescale",
            f"ac lin 1 {HERTZ} {HERTZ}",
            f"wrdata {out} {' '.join(wanted)}",
        ]
        (Path(folder) / "in.cir").write_text("\n".join([*lines, ".control", *control, "quit", ".endc", ".end", ""]))
        command = [NGSPICE, "-b", str(Path(folder) / "in.cir")]
        subprocess.run(command, check=False, capture_output=True, timeout=60)
        numbers = [float(word) for word in out.read_text().split()]
    values = [complex(re, im) for re, im in zip(numbers[1::2], numbers[2::2], strict=True)]
    return dict(zip(network.nodes, values, strict=False)), values[-1] if fault is not None else 0j


def _impedance(name, start, end, ohms):
    if not ohms.imag:
        return [f"R{name} {start} {end} {ohms.real:.17g}"]
    henry = ohms.imag / (2.0 * math.pi * HERTZ)
    if not ohms.real:
        return [f"L{name} {start} {end} {henry:.17g}"]
    return [f"R{name} {start} m{name} {ohms.real:.17g}", f"L{name} m{name} {end} {henry:.17g}"]


def _degrees(volts):
    return math.degrees(math.atan2(volts.imag, volts.real))
