"""The inspection list of a job: what its code book has looked at, and what its house rules ask to be watched."""

from dataclasses import replace

from northspan.core.job.job import Job
from northspan.core.property.whole.book import whole_book
from northspan.core.property.whole.inspection import InspectionItem
from northspan.core.property.whole.solution import Solution


def inspection_list(job: Job, solution: Solution) -> tuple[InspectionItem, ...]:
    """Every item, in the order in which it is looked at; none where the code book has no list.

    What the house rules watch is said with the items of its rule; where this job has none of it, it is left out, and
    where it goes by no rule it is an item of its own.
    """
    rules = whole_book(job.code_book).inspection
    items = [] if rules is None else list(rules.items(job, solution))
    watched = job.house_rules.watched
    found = []
    for item in items:
        also = [each.words for each in watched if each.rule == item.rule]
        words = " ".join([item.look_for, *(f"Asked for here: {each}" for each in also)])
        found.append(replace(item, look_for=words))
    for at, each in enumerate(watched):
        if not each.rule:
            found.append(
                InspectionItem(f"house/{at}", "", each.stage, "the job", each.words, each.section or "house rule")
            )
    return tuple(found)
