"""What parts of a job are called on paper."""

from collections.abc import Mapping
from dataclasses import dataclass

from northspan.core.document.finding import Finding
from northspan.core.job.job import Job
from northspan.core.job.run import Run


@dataclass(frozen=True, slots=True)
class Names:
    """The names of a job's places and stations, by id; of its runs, by their two ends."""

    places: Mapping[str, str]
    stations: Mapping[str, str]
    runs: Mapping[str, str]

    def where(self, found: Finding) -> str:
        """Where a finding is."""
        run, station, place = found.run or found.pull or "", found.station or found.panel or "", found.place or ""
        return self.runs.get(run) or self.stations.get(station) or self.places.get(place) or "the job"


def names_of(job: Job) -> Names:
    """The names of a job's parts."""
    return Names(
        {p.id: p.name for p in job.places},
        {s.id: s.name for s in job.stations},
        {r.id: run_title(job, r) for r in job.runs},
    )


def run_title(job: Job, run: Run) -> str:
    """A run by its two ends."""
    names = {s.id: s.name for s in job.stations if s.id in (run.from_station, run.to_station)}
    return f"{names[run.from_station]} to {names[run.to_station]}"
