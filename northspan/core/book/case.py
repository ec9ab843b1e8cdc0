"""One case of a code book's check: what a case is built on, and what its answer holds, whatever the book.

A book settles what a case may say (a model on ``Case``) and the names of its answer; everything that shows an answer,
on the command line or on screen, shows these.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel, ConfigDict, ValidationError

from northspan.core.figures.problem import Problem, validation_problems
from northspan.core.figures.working import Figure, Level, NamedFigure


class Case(BaseModel):
    """What is known of one circuit: frozen, with no name that is not known, and no figure that is not finite."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


def whole_number(given: object) -> object:
    """A whole number as it is typed or sent, as one of a list of whole numbers is; anything else as it came.

    >>> whole_number("30"), whole_number(30.0), whole_number("thirty")
    (30, 30, 'thirty')
    """
    if isinstance(given, float) and given == int(given):
        return int(given)
    return int(given) if isinstance(given, str) and given.isdecimal() else given


@dataclass(frozen=True, slots=True)
class CaseFinding:
    """What is wrong or worth knowing of a case: rule, level, section, a title and one plain sentence."""

    rule: str
    level: Level
    section: str
    title: str
    words: str


@dataclass(frozen=True, slots=True)
class CaseAnswer:
    """The answer to a case. ``values`` are JSON values under the names of the definitions, the ladder among them;
    ``headline`` says in a line what comes out, ``figures`` the same values with their working, in the order of work.
    """

    passes: bool
    headline: str
    values: Mapping[str, Any]
    figures: tuple[NamedFigure, ...]
    findings: tuple[CaseFinding, ...]

    def as_json(self) -> dict[str, Any]:
        """The whole answer as JSON values: findings and working beside the values."""
        return {
            **self.values,
            "findings": [
                {"rule": f.rule, "level": f.level, "section": f.section, "title": f.title, "words": f.words}
                for f in self.findings
            ],
            "working": {each.key: working(each.figure) for each in self.figures if each.figure.steps},
        }


@dataclass(frozen=True, slots=True)
class Cases:
    """A question that a book answers case by case: what a case is made of, and how one is answered."""

    model: type[BaseModel]
    answer_of: Callable[[Any], CaseAnswer]

    def answer(self, given: Mapping[str, Any]) -> CaseAnswer:
        """Answer a case as it was given. Raises pydantic's ValidationError for one that is none."""
        return self.answer_of(self.model.model_validate(given))


def case_problems(model: type[BaseModel], error: ValidationError) -> list[Problem]:
    """What is wrong with a case, at its field where the words begin with one."""
    return [_placed(model, problem) for problem in validation_problems(error)]


def _placed(model: type[BaseModel], problem: Problem) -> Problem:
    if problem.words == "is not a field of a job file":
        return Problem(problem.pointer, "is not asked by this code book")
    flag, _, words = problem.words.partition(": ")
    name = flag.replace("-", "_")
    field = next((f for f in model.model_fields if f == name or f.rpartition("_")[0] == name), None)
    if problem.pointer or not words or field is None:
        return problem
    return Problem(f"/{field}", words)


def working(figure: Figure) -> list[dict[str, Any]]:
    """A figure's lines as JSON values."""
    return [
        {"what": s.what, "value": s.value, "unit": s.unit, "cite": s.cite, "check_your_copy": s.doubtful}
        for s in figure.steps
    ]
