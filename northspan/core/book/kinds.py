"""What a run, its wire and the rules it goes by are called in a job file."""

from typing import Literal

Metal = Literal["cu", "al"]
DropCurrent = Literal["load", "80-of-breaker", "breaker"]
RunUse = Literal["service", "feeder", "branch"]
Location = Literal["dry", "wet", "buried"]
