"""The shop's and the local inspector's settings, laid over the code book."""

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from northspan.core.run.question import DropCurrent, FillRounding


class HouseRules(BaseModel):
    """House rules of a job. Each names its schools, its default, and why that is the default."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    name: str = Field("Shop default", min_length=1, max_length=80, description="What these rules are called")
    feeder_drop_pct: float = Field(
        3.0,
        ge=0.01,
        le=20,
        description="Drop limit of a service or feeder, percent. 3: the code book's suggestion",
    )
    branch_drop_pct: float = Field(
        3.0, ge=0.01, le=20, description="Drop limit of a branch circuit, percent. 3: the code book's suggestion"
    )
    total_drop_pct: float = Field(
        5.0,
        ge=0.01,
        le=30,
        description="Drop limit from the source to the last station, percent. 5: the code book's suggestion, "
        "counted here from the source's terminals, the strict school; others count from the service",
    )
    drop_rule: Literal["binding", "advisory"] = Field(
        "binding",
        description="Whether the drop limit decides the size. Binding: a lamp that dims brings the customer back; "
        "the code book itself only suggests the limit",
    )
    drop_current: DropCurrent = Field(
        "load",
        description="Current that the drop is judged at. Load: what the code book's note speaks of; 80-of-breaker and "
        "breaker: as if the breaker were loaded, for whoever adds to it later",
    )
    spare_pct: float = Field(
        0.0, ge=0, le=200, description="Spare wanted over the design current, percent. 0: the code book asks for none"
    )
    dwelling_rule: Literal["rating", "load-too"] = Field(
        "rating",
        description="Reading of the 83 % rule. Rating: 83 % of the rating is enough, the letter of 310.12; load-too: "
        "the wire carries the calculated load as well",
    )
    equipment_ground: Literal["table", "full"] = Field(
        "table",
        description="Equipment ground. Table: by 250.122 with its increase; full: as the hots, which some inspectors "
        "ask and which never needs the increase",
    )
    pipe_up: bool = Field(False, description="One trade size above what holds the wires, for an easier pull")
    fill_rounding: FillRounding = Field(
        "strict",
        description="Raceway fill of wires all of one size. Strict: never more than the table's share; note-7: a last "
        "wire that fits to eight tenths counts as fitting, chapter 9 note 7, which is how annex C is counted",
    )
    several_mains: Literal["sum", "load"] = Field(
        "sum",
        description="Service conductors ahead of several mains. Sum: made for the mains together, so that what is "
        "added later never overloads them; load: made for the calculated load, which 230.90(A) exception 3 allows",
    )
    unmarked_terminals: Literal["by-rating", "60", "75"] = Field(
        "by-rating",
        description="Temperature of terminals with no marking. By rating: 60 C up to 100 A, 75 C above, the "
        "letter of 110.14(C)(1); the other schools take one figure for all gear",
    )
    conductor_temperature: Literal["table", "running"] = Field(
        "table",
        description="Temperature for resistance. Table: 75 C, which never comes out low; running: as warm as the load "
        "makes the wire",
    )
    neutral: Literal["full", "calculated"] = Field(
        "full",
        description="Neutral of a three-wire run. Full: as the hots, never wrong; calculated: by the unbalance "
        "where every load beyond has one entered",
    )
    load_method: Literal["optional", "standard", "larger"] = Field(
        "optional",
        description="Which load calculation drives a dwelling. Optional: 220.82, where it may be used, because it is "
        "the code book's own figure for a whole dwelling; standard: Part III always; larger: the higher of the two",
    )
    outbuildings: Literal["added", "within"] = Field(
        "added",
        description="What a dwelling's detached buildings take. Added: each building's own load on top of the "
        "dwelling's, which never comes out low; within: counted among the dwelling's loads, where its method reduces "
        "them",
    )
    rods: Literal["two", "prove"] = Field(
        "two",
        description="Rods where none are there. Two: a second one costs less than a test, and no test is owed; prove: "
        "one, once a test shows 25 ohm or less",
    )
    touch_line_v: float = Field(
        50.0,
        ge=1,
        le=250,
        description="Line drawn on the volts between hand and earth. 50: above which the code book asks live parts to "
        "be guarded; it says nothing of who survives what",
    )
    energy_price: float = Field(
        0.15, ge=0, le=10, description="Price of energy for paybacks, $ per kWh; a round figure for the shop to set"
    )
    loss_hours: float = Field(
        1500.0,
        ge=0,
        le=8760,
        description="Hours a year at the design load that lose as much as a year's real use; a guess for the shop "
        "to set",
    )
