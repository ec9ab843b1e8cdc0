"""A day planned by trying every start, and a plan held against every rule, both straight from the definition."""

from itertools import pairwise, product


def end(task, starts):
    return starts[task["id"]] + task["duration_min"]


def ready(task, starts):
    return task["arrives"][0] if "arrives" in task else starts[task["id"]]


def broken(case, starts, dark):
    """The rules that a plan breaks."""
    tasks = {t["id"]: t for t in case["tasks"]}
    found = []
    for name, task in tasks.items():
        start = starts[name]
        if "arrives" in task and start != task["arrives"][1]:
            found.append(f"{name} arrives")
        low, high = task.get("window", [None, None])
        if start < (low or 0) or (high is not None and end(task, starts) > high):
            found.append(f"{name} window")
        if case.get("day_end_min") is not None and end(task, starts) > case["day_end_min"]:
            found.append(f"{name} day")
        found += [f"{name} needs {n}" for n in task.get("needs", []) if end(tasks[n], starts) > ready(task, starts)]
    held = [(ready(t, starts), end(t, starts), t.get("crew", 1)) for t in tasks.values() if t["duration_min"]]
    for moment in {a for a, _, _ in held}:
        if sum(crew for a, b, crew in held if a <= moment < b) > case.get("crew", 1):
            found.append(f"crew at {moment}")
    if len(dark) > case.get("dark_intervals", 1) or any(a[1] > b[0] for a, b in pairwise(dark)):
        found.append("goes")
    early = [a for a, _ in dark]
    for name, task in tasks.items():
        if not task.get("dark"):
            continue
        inside = [i for i, (a, b) in enumerate(dark) if a <= starts[name] and end(task, starts) <= b]
        if not inside:
            found.append(f"{name} in the light")
        elif "arrives" in task:
            early[inside[0]] = min(early[inside[0]], task["arrives"][0])
    for first, (_, last) in zip(early, dark, strict=True):
        for name, task in tasks.items():
            if task.get("live") and not (end(task, starts) <= first or ready(task, starts) >= last):
                found.append(f"{name} live in the dark")
    for kept in case.get("keep_on", []) if dark else []:
        if kept.get("feed") is None:
            if any(b - a > kept.get("max_off_min", 0) for a, (_, b) in zip(early, dark, strict=True)):
                found.append(f"{kept['item']} off")
            continue
        if end(tasks[kept["feed"]], starts) > early[0]:
            found.append(f"{kept['item']} not fed")
        if kept.get("unfeed") is not None and ready(tasks[kept["unfeed"]], starts) < dark[-1][1]:
            found.append(f"{kept['item']} unfed")
    return found


def goes_of(case, starts):
    """Every way to share the dark tasks out over intervals, each as short as it may be."""
    tasks = [t for t in case["tasks"] if t.get("dark")]
    for shares in product(range(case.get("dark_intervals", 1)), repeat=len(tasks)):
        groups = [[t for t, s in zip(tasks, shares, strict=True) if s == go] for go in sorted(set(shares))]
        yield sorted((min(starts[t["id"]] for t in g), max(end(t, starts) for t in g)) for g in groups)


def best(case, last):
    """Least dark minutes, then least makespan, by trying every start up to ``last``; None where nothing can be done."""
    tasks = case["tasks"]
    ranges = [[t["arrives"][1]] if "arrives" in t else range(last - t["duration_min"] + 1) for t in tasks]
    found = None
    for chosen in product(*ranges):
        starts = dict(zip((t["id"] for t in tasks), chosen, strict=True))
        makespan = max((end(t, starts) for t in tasks), default=0)
        for dark in goes_of(case, starts):
            worth = (sum(b - a for a, b in dark), makespan)
            if (found is None or worth < found) and not broken(case, starts, dark):
                found = worth
    return found
