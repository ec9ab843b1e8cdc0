"""What every job solves to, kept and compared: nothing of a job may move while the rooms around it are rebuilt.

``python tools/frozen.py keep FOLDER [JOB.json ...]`` writes what the demo jobs, the files named and 200 random
properties solve to; ``python tools/frozen.py compare FOLDER [JOB.json ...]`` says what is another now,
figures by a part in 1e9. ``python tools/frozen.py again`` writes those that the tests compare.
"""

import gzip
import json
import math
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from pydantic import TypeAdapter

from northspan.core.document.file import JobFileError, parse
from northspan.core.job.job import Job
from northspan.core.plans.inspection import inspection_list
from northspan.core.plans.materials.of_job import Counted, job_counts
from northspan.core.property.whole.inspection import InspectionItem
from northspan.core.property.whole.solution import Solution
from northspan.core.solve.prepared import prepared
from northspan.core.solve.solve import solution

ROOT = Path(__file__).parents[1]
TESTED = ROOT / "tests" / "core" / "made" / "frozen"
NEAR = 1e-9
RANDOM = 200


def answers(job: Job) -> dict[str, Any]:
    """Everything that is worked out of a job, as JSON: its solution, what is bought for it, its inspection list."""
    ready = prepared(job)
    solved = solution(ready)
    bought = job_counts(ready)
    looked = inspection_list(job, solved)
    return {
        "solution": TypeAdapter(Solution).dump_python(solved, mode="json"),
        "bought": TypeAdapter(Counted).dump_python(bought, mode="json"),
        "looked": TypeAdapter(tuple[InspectionItem, ...]).dump_python(looked, mode="json"),
    }


def answers_of(document: Any) -> dict[str, Any]:
    """The answers to a job file, or in what words it is refused."""
    try:
        job = parse(document)
    except JobFileError as refused:
        return {"refused": [[each.pointer, each.words] for each in refused.problems]}
    return answers(job)


def differences(before: Any, now: Any, at: str = "") -> Iterator[str]:
    """Where two answers differ, one line each; numbers that agree to a part in 1e9 are the same."""
    if isinstance(before, dict) and isinstance(now, dict):
        before, now = _flat(before), _flat(now)
        for key in sorted(before.keys() | now.keys()):
            if key not in before or key not in now:
                yield f"{at}/{key}: {'gone' if key in before else 'new'}"
            else:
                yield from differences(before[key], now[key], f"{at}/{key}")
    elif isinstance(before, list) and isinstance(now, list):
        if len(before) != len(now):
            yield f"{at}: {len(before)} were, {len(now)} are"
        for index, (one, other) in enumerate(zip(before, now, strict=False)):
            yield from differences(one, other, f"{at}/{index}")
    elif _numbers(before, now):
        if not math.isclose(before, now, rel_tol=NEAR, abs_tol=NEAR):
            yield f"{at}: {before} -> {now}"
    elif before != now:
        yield f"{at}: {before!r} -> {now!r}"


def _flat(each: dict[str, Any]) -> dict[str, Any]:
    """A rung with its book's own columns beside those of every book, as they once stood."""
    own = each.get("columns")
    return {**{k: v for k, v in each.items() if k != "columns"}, **own} if isinstance(own, dict) else each


def _numbers(*values: Any) -> bool:
    return all(isinstance(value, (int, float)) and not isinstance(value, bool) for value in values)


def kept(path: Path) -> Any:
    """The answers that were kept in a file."""
    return json.loads(gzip.decompress(path.read_bytes()))


def keep(path: Path, found: Any) -> None:
    """Write answers into a file, the same bytes for the same answers."""
    path.write_bytes(gzip.compress(json.dumps(found, sort_keys=True).encode(), mtime=0))


def answered(name: str) -> Any:
    """The answers to a demo job by its key, or to a random property, ``random-17``, as JSON has them."""
    from tests.core.made.properties import random_property  # only a developer's machine has them

    kind, _, seed = name.partition("-")
    if kind == "random":
        return json.loads(json.dumps(answers(random_property(int(seed)))))
    return _of_file(ROOT / "northspan" / "demo" / "jobs" / f"{name}.json")


def _of_file(path: Path) -> Any:
    return json.loads(json.dumps(answers_of(json.loads(path.read_text("utf-8")))))


def _jobs(files: list[str]) -> Iterator[tuple[str, Any]]:
    for path in sorted((ROOT / "northspan" / "demo" / "jobs").glob("*.json")):
        yield path.stem, answered(path.stem)
    for path in map(Path, files):
        yield path.stem, _of_file(path)
    for seed in range(RANDOM):
        yield f"random-{seed}", answered(f"random-{seed}")


def again() -> int:
    """Work out anew what the test's jobs are held to: after a rule has changed, and its differences have been read."""
    for path in sorted(TESTED.glob("*.json.gz")):
        keep(path, answered(path.name.removesuffix(".json.gz")))
    return 0


def main(what: str, folder: str, *files: str) -> int:
    """Keep or compare; the number of jobs that differ."""
    Path(folder).mkdir(parents=True, exist_ok=True)
    moved = 0
    for name, found in _jobs(list(files)):
        path = Path(folder) / f"{name}.json.gz"
        if what == "keep":
            keep(path, found)
            continue
        differ = list(differences(kept(path), found))
        moved += bool(differ)
        if differ:
            print(f"{name}: {len(differ)} differ\n  " + "\n  ".join(differ[:6]))
    print("kept" if what == "keep" else f"{moved} jobs differ")
    return moved


if __name__ == "__main__":
    sys.path.insert(0, str(ROOT))
    sys.exit(again() if sys.argv[1:] == ["again"] else min(1, main(*sys.argv[1:])))
