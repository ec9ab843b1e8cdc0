"""What every registered code book must pass, whatever country it is of."""

import typing
import unittest

from pydantic import ValidationError

from northspan.core.book.library import book_ids, code_book, code_books
from northspan.core.document.file import JobFileError, parse
from northspan.core.job.grounding import Bonding, Electrode, ElectrodeConductor, MetalPath, PlaceGrounding
from northspan.core.job.house_rules import HouseRules
from northspan.core.job.job import (
    Appliance,
    Gear,
    Generator,
    LoadRecord,
    ParallelSource,
    Place,
    Station,
    TransferSwitch,
    Transformer,
)
from northspan.core.job.run import Cable, Route, Run, way
from northspan.core.job.told.reading import Chosen
from northspan.core.property.whole.book import whole_book
from tests.core.made.jobs import laid


def begun(form, **more):
    """The case of a form as it stands before anything is entered."""
    case = {}
    for field in form.fields:
        applies = all(case.get(key) in values for key, values in field.when.items())
        if applies and field.key not in case and field.default is not None:
            case[field.key] = field.default
    return case | more


class EveryBook(unittest.TestCase):
    def each(self):
        for book in code_books():
            with self.subTest(book=book.id):
                yield book

    def test_says_what_it_is(self):
        self.assertEqual([b.id for b in code_books()], list(book_ids()))
        words = {frozenset(b.vocabulary.words) for b in code_books()}
        self.assertEqual(len(words), 1, "every book has a word for the same things")
        for book in self.each():
            self.assertTrue(book.title and book.edition and len(book.notes) > 5)
            self.assertGreater(len(book.tables), 12)
            for table in book.tables.values():
                self.assertTrue(all(table.units[c] for c in table.columns), table.name)
            self.assertTrue(any(t.doubtful for t in book.tables.values()))

    def test_its_scale_rises(self):
        for book in self.each():
            areas = [book.scale.area_mm2(s) for s in book.scale.sizes]
            self.assertEqual(areas, sorted(set(areas)))
            self.assertEqual([book.scale.rank(s) for s in book.scale.sizes], list(range(len(areas))))

    def test_its_form_asks_what_a_case_is_made_of(self):
        for book in self.each():
            form, cases = book.vocabulary.cases["check"], book.cases["check"]
            self.assertLessEqual({f.key for f in form.fields}, set(cases.model.model_fields))
            for field in form.fields:
                self.assertEqual(bool(field.choices), field.kind in ("choice", "size"), field.key)
                annotation = cases.model.model_fields[field.key].annotation
                known = {a for t in (annotation, *typing.get_args(annotation)) for a in typing.get_args(t) or ()}
                for choice in field.choices if known & {c.value for c in field.choices} else ():
                    self.assertIn(choice.value, known | {None}, field.key)

    def test_a_begun_case_is_answered_with_all_that_the_form_shows(self):
        for book in self.each():
            form, cases = book.vocabulary.cases["check"], book.cases["check"]
            answer = cases.answer(begun(form))
            self.assertTrue(answer.passes and answer.headline)
            found = answer.as_json()
            for rung in found["ladder"]:
                self.assertLessEqual({c.key for c in form.ladder}, set(rung))
            self.assertIn(form.need, found)
            for margin in form.margins:
                self.assertIsInstance(found[margin.limit], float, margin)
            keys = [f.key for f in answer.figures]
            self.assertEqual(len(keys), len(set(keys)))
            self.assertGreater(len(set(form.leading) & set(keys)), 5)
            for figure in answer.figures:
                self.assertTrue(figure.label and figure.figure.steps, figure.key)
                self.assertTrue(all(s.cite for s in figure.figure.steps), figure.key)

    def test_what_stops_a_rung_is_a_word_of_the_book(self):
        for book in self.each():
            form, cases = book.vocabulary.cases["check"], book.cases["check"]
            load = "ib_a" if "ib_a" in cases.model.model_fields else "amps"
            stops = set()
            for amps in (5, 20, 60, 180, 700):
                answer = cases.answer(begun(form, **{load: amps})).as_json()
                stops |= {r["stopped_by"] for r in answer["ladder"]} - {None}
            self.assertLessEqual(stops, set(book.vocabulary.stops))
            self.assertGreater(len(stops), 1)

    def test_more_load_never_takes_less_wire_and_a_shorter_way_never_fails(self):
        for book in self.each():
            form, cases = book.vocabulary.cases["check"], book.cases["check"]
            names = cases.model.model_fields
            load = "ib_a" if "ib_a" in names else "amps"
            size = "size_mm2" if "ib_a" in names else "size"
            length = "length_m" if "length_m" in names else "length_ft"
            sizes = []
            for amps in (4, 9, 16, 25, 40):
                answer = cases.answer(begun(form, **{load: amps})).as_json()
                sizes.append(float(answer[size]) if size == "size_mm2" else book.scale.area_mm2(answer[size]))
                nearer = cases.answer(begun(form, **{load: amps, length: 1})).as_json()
                self.assertLessEqual(nearer["drop_pct"], answer["drop_pct"] + 1e-9)
            self.assertEqual(sizes, sorted(sizes))

    def test_a_case_that_is_none_is_refused_at_its_field(self):
        for book in self.each():
            with self.assertRaises(ValidationError):
                book.cases["check"].answer({"colour": "blue"})

    def test_a_book_without_whole_properties_says_so(self):
        for book in self.each():
            self.assertEqual(book.vocabulary.whole_jobs, book.whole is not None)
            if book.whole is None:
                self.assertRaises(KeyError, whole_book, book.id)


# Lists of the vocabulary and the fields that are chosen from them: what is offered is what may stand there.
CHOSEN = (
    ("electrode_kinds", Electrode, "kind"), ("electrode_metals", Electrode, "metal"),
    ("placings", Electrode, "placing"), ("layouts", Electrode, "layout"), ("fuels", Generator, "fuel"),
    ("transfer_forms", TransferSwitch, "form"),
    ("water_pipes", Place, "water_pipe"), ("soils", Place, "soil"), ("gear_rooms", Gear, "room"),
    ("working_conditions", Gear, "working_condition"), ("second_sources", ParallelSource, "kind"),
    ("ground_bars", Bonding, "ground_bar"), ("neutral_bonds", Bonding, "neutral"),
    ("lands", ElectrodeConductor, "lands"),
    ("metal_path_kinds", MetalPath, "kind"), ("route_kinds", Route, "kind"), ("appliance_across", Appliance, "across"),
    ("records", LoadRecord, "kind"), ("appliance_kinds", Appliance, "kind"),
    ("raceway_bonds", Cable, "raceway_bonded"), ("piping_bonds", PlaceGrounding, "water_bonded"),
)  # fmt: skip


class WholeBooks(unittest.TestCase):
    def test_house_rules_begin_where_the_vocabulary_says(self):
        for book in code_books():
            if book.whole is None:
                continue
            rules = {r.name: r for r in book.vocabulary.house_rules}
            everywhere = set(HouseRules.model_fields) - {"watched"}
            self.assertLessEqual(everywhere, set(rules))
            begun = parse({"name": "Begun", "code_book": book.id}).house_rules.model_dump()
            for name, rule in rules.items():
                self.assertEqual(begun[name], rule.default, name)
                taken = {s.value for s in rule.schools}
                if name in everywhere:
                    self.assertEqual(getattr(HouseRules(), name), rule.default, name)
                    self.assertEqual(taken, set(typing.get_args(HouseRules.model_fields[name].annotation)), name)
                else:
                    self.assertGreater(len(taken), 1, name)
                self.assertTrue(all(s.why and s.title and s.paper for s in rule.schools))

    def test_a_house_rule_is_one_of_the_book_s_with_one_of_its_values(self):
        for rules, where in (
            ({"rods": "three"}, "rods"), ({"pipe_up": 1}, "pipe_up"), ({"colour": "blue"}, "colour"),
            ({"spare_pct": -1}, "spare_pct"), ({"neutral": None}, "neutral"),
        ):  # fmt: skip
            with self.subTest(rules), self.assertRaises(JobFileError) as caught:
                parse({"name": "Off", "house_rules": {"rods": "prove", **rules}})
            self.assertEqual([p.pointer for p in caught.exception.problems], [f"/house_rules/{where}"])
        told = parse({"name": "On", "house_rules": {"rods": "prove"}}).house_rules.model_dump()
        self.assertEqual((told["rods"], told["neutral"], told["pipe_up"]), ("prove", "full", False))

    def test_defaults_and_choices_make_sound_parts(self):
        vocabulary = code_book("nec-2023").vocabulary
        ends = {"id": "r", "from_station": "a", "to_station": "b", "use": "feeder", "cable": {"length": 10}}
        for name in ("service", "outdoors", "indoors", "quick"):
            Run(**laid(ends, system="240-2w", **vocabulary.defaults[name]))
        Transformer(**vocabulary.defaults["transformer"])
        Generator(**vocabulary.defaults["generator"])
        fields = {
            "metals": "metal", "insulations": "insulation", "raceways": "raceway", "sizes": "size", "uses": "use",
            "systems": "system", "locations": "location", "taps": "tap", "trade_sizes": "raceway_size",
        }  # fmt: skip
        given = ends | {"system": "240-2w"}
        for name, field in fields.items():
            for value in vocabulary.allowed(name):
                made = Run(**laid(given, **{field: value})).model_dump()
                for step in way(field).split("/"):
                    made = made[step]
                self.assertEqual(made, value)
        for listed, part, field in CHOSEN:
            offered = {int(v) if isinstance(v, float) else v for v in vocabulary.allowed(listed) if v is not None}
            annotation = part.model_fields[field].annotation
            marks = [*part.model_fields[field].metadata, *getattr(annotation, "__metadata__", ())]
            marks += [m for a in typing.get_args(annotation) for m in getattr(a, "__metadata__", ())]
            chosen = [mark.listed for mark in marks if isinstance(mark, Chosen)]
            if chosen:
                self.assertEqual(chosen, [listed])
                continue
            taken = set(typing.get_args(annotation)) - {type(None)}
            taken = {v for each in taken for v in (typing.get_args(each) or (each,))}
            self.assertEqual(offered, taken - {bool} or {True, False}, listed)
        for kind in vocabulary.allowed("station_kinds"):
            Station(id="s", name="S", kind=kind, place="p")
