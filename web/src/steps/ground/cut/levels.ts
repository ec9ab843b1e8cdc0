/** Heights on the cut's drawing, px: the wires, the cans they run through, the ground line and what lies below. */
export const CAN = { top: 54, bottom: 186 }
export const WIRE = { A: 70, B: 82, N: 112, G: 154 }
export const BAR = 10
export const EARTH_LINE = 224
export const HEIGHT = 326
/** A foot below the ground, px. */
export const FOOT = 5.4
export const PIPE_LEVEL = EARTH_LINE + 24
export const STRAY_LEVEL = EARTH_LINE + 84
