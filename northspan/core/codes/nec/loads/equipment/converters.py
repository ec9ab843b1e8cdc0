"""The run that feeds a phase converter: the least its wire is made for, the largest device. 455.6, 455.7."""

from northspan.core.codes.nec.sizing import overcurrent
from northspan.core.figures.working import number
from northspan.core.job.job import Converter
from northspan.core.property.loads.circuit import Circuit
from northspan.core.run.question import DeviceLimit, Least

OF_PLATE, OF_LOAD = 1.25, 2.5
VOLTS = 240.0


def circuit(converter: Converter, input_a: float, output_a: float) -> Circuit:
    """125 % of the plate's input, or 250 % of what its three lines carry where it feeds one load that stays, the two
    sides being of one voltage; a device of 125 % of the input, or the next standard rating.

    >>> found = circuit(Converter(input_a=40.0), 40.0, 0.0)
    >>> found.least.amps, found.device.most_a
    (50.0, 50.0)
    >>> circuit(Converter(input_a=40.0, fixed=True), 40.0, 22.0).least.amps
    55.0
    """
    fixed = bool(converter.fixed) and output_a > 0.0
    amps = max(input_a, OF_LOAD * output_a) if fixed else OF_PLATE * input_a
    why = (
        f"250 % of the {number(output_a)} A of its three lines, for one load that stays"
        if fixed
        else f"125 % of the converter's {number(input_a)} A input"
    )
    least = Least(amps, why, "455.6(A)(2)" if fixed else "455.6(A)(1)", wire_only=fixed)
    most = overcurrent.standard_rating(OF_PLATE * input_a) or OF_PLATE * input_a
    words = f"125 % of the converter's {number(input_a)} A input, or the next standard rating"
    return Circuit(VOLTS * input_a, (), least, DeviceLimit(most, most, words, "455.7", in_place_of_wire=False))
