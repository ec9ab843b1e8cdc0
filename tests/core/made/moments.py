"""Rods in layered soil by the method of moments, from images alone: a check on the closed forms of ``electrodes``.

Each rod is cut into short pieces, each with a current of its own; all pieces are at one potential. Pieces of one rod
act on one another as thin lines end to end, pieces of different rods as points.
"""

import math

import numpy as np


def rods(soil, length, radius, at, pieces=12):
    """Ohms of equal upright rods joined. A boundary that cuts a rod must lie between two of its pieces."""
    step = length / pieces
    middles = [(x, y, (i + 0.5) * step) for x, y in at for i in range(pieces)]
    z = [[potential(soil, math.hypot(x - u, y - v), d, e, step, radius) for u, v, e in middles] for x, y, d in middles]
    return 1.0 / np.linalg.solve(np.array(z), np.ones(len(middles))).sum()


def potential(soil, r, d, z, step, radius):
    """Volts of a piece at depth z, r beside 1 A that leaves a piece at depth d."""

    def line(height):
        apart = abs(height)
        if r > 0.0:
            return 1.0 / math.hypot(r, height)
        if apart < step / 2:
            return 2.0 / step * (math.log(2.0 * step / radius) - 1.0)
        ends = apart + step, max(apart - step, 1e-12)
        return (sum(e * math.log(e) for e in ends) - 2.0 * apart * math.log(apart)) / step**2

    h, one, two = soil.depth_m, soil.upper, soil.lower
    if h is None:
        return one / (4 * math.pi) * (line(z - d) + line(z + d))
    k = (two - one) / (two + one)
    powers = [(i, k**i) for i in range(1, 200) if abs(k) ** i > 1e-9]
    if d < h and z < h:
        ways = [(a, b) for a in (1, -1) for b in (1, -1)]
        far = sum(p * sum(line(2 * i * h + a * z + b * d) for a, b in ways) for i, p in powers)
        return one / (4 * math.pi) * (line(z - d) + line(z + d) + far)
    if d >= h and z >= h:
        far = line(z + d) + sum(p * line(z + d + 2 * i * h) for i, p in powers)
        return two / (4 * math.pi) * (line(z - d) - k * line(z + d - 2 * h) + (1 - k * k) * far)
    up, down = min(d, z), max(d, z)
    far = sum(p * (line(down - up + 2 * i * h) + line(down + up + 2 * i * h)) for i, p in powers)
    return one * (1 + k) / (4 * math.pi) * (line(down - up) + line(down + up) + far)
