import type { Job } from '@/api/types'

type Rules = Job['house_rules']

export interface School {
  value: string | boolean
  title: string
  why: string
}

export interface ChoiceRule {
  name: keyof Rules
  title: string
  schools: School[]
}

export interface NumberRule {
  name: keyof Rules
  title: string
  unit: string
  why: string
}

/** Rules that practitioners read differently; the first school is the default. */
export const CHOICE_RULES: { heading: string; rules: ChoiceRule[] }[] = [
  {
    heading: 'Voltage drop',
    rules: [
      {
        name: 'drop_rule', title: 'The drop limit',
        schools: [
          { value: 'binding', title: 'decides the size', why: 'Default: a lamp that dims brings the customer back.' },
          { value: 'advisory', title: 'advises only', why: 'The code book itself only suggests it, in a note.' },
        ],
      },
      {
        name: 'drop_current', title: 'Judged at',
        schools: [
          { value: 'load', title: 'the load', why: 'Default: what the wire is meant to carry.' },
          { value: '80-of-breaker', title: '80 % of the breaker', why: 'As if it were loaded as far as it may be for long.' },
          { value: 'breaker', title: 'the breaker', why: 'For whoever adds to it later; the largest wire.' },
        ],
      },
      {
        name: 'conductor_temperature', title: 'Resistance taken at',
        schools: [
          { value: 'table', title: '75 °C', why: 'Default: the table’s own, which never comes out low.' },
          { value: 'running', title: 'as warm as it runs', why: 'A lightly loaded wire is cooler and drops less.' },
        ],
      },
    ],
  },
  {
    heading: 'Wire and pipe',
    rules: [
      {
        name: 'unmarked_terminals', title: 'Unmarked lugs are',
        schools: [
          { value: 'by-rating', title: 'by rating', why: 'Default: 60 °C up to 100 A, 75 °C above, the letter of 110.14(C)(1).' },
          { value: '60', title: '60 °C', why: 'Where the inspector wants it until somebody reads the label.' },
          { value: '75', title: '75 °C', why: 'Gear made in the last decades nearly always is.' },
        ],
      },
      {
        name: 'several_mains', title: 'Wire ahead of several mains',
        schools: [
          { value: 'sum', title: 'made for them together', why: 'Default: nothing added later overloads it.' },
          { value: 'load', title: 'made for the load', why: '230.90(A) exception 3: the mains may be more than the wire, the load may not.' },
        ],
      },
      {
        name: 'fill_rounding', title: 'Pipe is full at',
        schools: [
          { value: 'strict', title: 'the table’s share', why: 'Default: never more than the share of chapter 9 table 1.' },
          { value: 'note-7', title: 'eight tenths of one more', why: 'Chapter 9 note 7, for wires all of one size: how annex C is counted.' },
        ],
      },
      {
        name: 'dwelling_rule', title: 'The 83 % rule',
        schools: [
          { value: 'rating', title: '83 % of the rating is enough', why: 'Default: the letter of 310.12.' },
          { value: 'load-too', title: 'and the calculated load', why: 'Some inspectors also ask the wire to carry the load as calculated.' },
        ],
      },
      {
        name: 'neutral', title: 'Neutral',
        schools: [
          { value: 'full', title: 'as the hots', why: 'Default: never wrong.' },
          { value: 'calculated', title: 'by the unbalance', why: 'Where the unbalance of everything beyond is known, 220.61.' },
        ],
      },
      {
        name: 'equipment_ground', title: 'Equipment ground',
        schools: [
          { value: 'table', title: 'by the table', why: 'Default: 250.122, with its increase for wire upsized beyond need.' },
          { value: 'full', title: 'as the hots', why: 'Never needs the increase; costs wire and sometimes pipe.' },
        ],
      },
      {
        name: 'pipe_up', title: 'Pipe',
        schools: [
          { value: false, title: 'the smallest that holds the wires', why: 'Default: what the fill table asks.' },
          { value: true, title: 'one size up', why: 'An easier pull, and room for what comes later.' },
        ],
      },
    ],
  },
  {
    heading: 'Loads',
    rules: [
      {
        name: 'load_method', title: 'A dwelling is counted by',
        schools: [
          { value: 'optional', title: 'the optional method', why: 'Default: the code book’s own figure for a whole dwelling, 220.82 or 220.83.' },
          { value: 'standard', title: 'the standard method', why: 'Part III always; usually the larger.' },
          { value: 'larger', title: 'the larger of those open', why: 'For inspectors who want both on the sheet.' },
        ],
      },
      {
        name: 'outbuildings', title: 'Its detached buildings are',
        schools: [
          { value: 'added', title: 'added on top', why: 'Default: never comes out low.' },
          { value: 'within', title: 'counted among its loads', why: 'A garage or shop of the same household rarely runs with everything else.' },
        ],
      },
    ],
  },
  {
    heading: 'Ground',
    rules: [
      {
        name: 'rods', title: 'Rods where none are there',
        schools: [
          { value: 'two', title: 'two, and no test', why: 'Default: a second rod costs less than a test, 250.53(A)(2).' },
          { value: 'prove', title: 'one, proved by a test', why: 'Its exception: one is enough at 25 ohm or less.' },
        ],
      },
    ],
  },
] // prettier-ignore

export const NUMBER_RULES: NumberRule[] = [
  { name: 'feeder_drop_pct', title: 'Drop, service and feeders', unit: '%', why: '3 % is the code book’s suggestion, 215.2' },
  { name: 'branch_drop_pct', title: 'Drop, branch circuits', unit: '%', why: '3 % is the code book’s suggestion, 210.19' },
  { name: 'total_drop_pct', title: 'Drop from the source', unit: '%', why: '5 %, counted here from the utility’s terminals; others count from the service' },
  { name: 'spare_pct', title: 'Spare capacity', unit: '%', why: 'Over the design current; the code book asks for none' },
  { name: 'touch_line_v', title: 'Line on volts hand to earth', unit: 'V', why: 'Drawn at 50 V, above which live parts are guarded; it does not say who survives what' },
  { name: 'loss_hours', title: 'Losses counted over', unit: 'h/yr', why: 'Hours a year at the design load; a guess to set by the customer' },
  { name: 'energy_price', title: 'Energy at', unit: '$/kWh', why: 'For paybacks; a round figure to set by the bill' },
]
