"""The layout's rules: imports run one way, tables are data, the documents say what is there."""

import ast
import re
import tomllib
import unittest
from pathlib import Path

from northspan.core.book.library import code_book, code_books

ROOT = Path(__file__).parents[3]
PACKAGE = ROOT / "northspan"
FORBIDDEN = {
    "core": {"flask", "flask_openapi3", "sqlalchemy", "alembic", "reportlab", "waitress", "datetime", "time", "socket"},
    "store": {"flask", "flask_openapi3", "reportlab", "waitress"},
    "paper": {"flask", "flask_openapi3", "sqlalchemy", "waitress"},
    "demo": {"flask", "flask_openapi3", "sqlalchemy", "reportlab"},
}
BELOW = {
    "core": set(),
    "text": set(),
    "store": {"core"},
    "paper": {"core", "text"},
    "demo": {"core"},
    "shop": {"core", "text"},
    "instruments": {"core", "text"},
    "server": {"core", "text", "store", "paper", "demo", "shop", "instruments"},
}


def imports(path):
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.Import):
            yield from (alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom) and node.module:
            yield node.module


# The rooms of the core, each importing only those before it, types too; then those inside ``property``.
ROOMS = (
    "figures", "physics", "book", "job", "run", "network", "document",
    "property", "codes", "solve", "readings", "plans",
)  # fmt: skip
PROPERTY = ("loads", "runs", "ground", "panel", "pull", "whole")


class Layers(unittest.TestCase):
    def test_imports_run_one_way(self):
        looked = 0
        for path in PACKAGE.rglob("*.py"):
            layer = path.relative_to(PACKAGE).parts[0]
            for name in imports(path):
                looked += 1
                with self.subTest(file=str(path.relative_to(ROOT)), imports=name):
                    self.assertNotIn(name.split(".")[0], FORBIDDEN.get(layer, set()))
                    if name.startswith("northspan.") and layer in BELOW:
                        self.assertIn(name.split(".")[1], BELOW[layer] | {layer})
        self.assertGreater(looked, 200)

    def test_a_room_imports_only_those_before_it(self):
        core = PACKAGE / "core"
        self.assertEqual({p.name for p in core.iterdir() if p.is_dir()} - {"__pycache__"}, set(ROOMS))
        for inside, rooms in (("northspan.core.", ROOMS), ("northspan.core.property.", PROPERTY)):
            folder = PACKAGE.parent.joinpath(*inside.strip(".").split("."))
            for at, room in enumerate(rooms):
                later = tuple(f"{inside}{each}." for each in rooms[at + 1 :])
                for path in (folder / room).rglob("*.py"):
                    self.assertEqual([n for n in imports(path) if f"{n}.".startswith(later)], [], path)

    def test_a_book_imports_no_other(self):
        books = PACKAGE / "core" / "codes"
        rooms = [p.name for p in books.iterdir() if (p / "book.py").exists()]
        self.assertGreater(len(rooms), 2)
        for room in rooms:
            others = tuple(f"northspan.core.codes.{r}" for r in rooms if r != room)
            for path in (books / room).rglob("*.py"):
                self.assertEqual([n for n in imports(path) if n.startswith(others)], [], path)

    def test_no_section_and_no_gauge_stands_outside_its_book(self):
        section = re.compile(
            r"\b[1-9]\d\d\.\d+\([A-Z]\)|Ch\. 9|Chapter 9|Article \d|\bNEC\b|BS 7671|\bCEC\b|kcmil|Table \d"
        )
        for path in (PACKAGE / "core").rglob("*.py"):
            room = path.relative_to(PACKAGE / "core").parts[0]
            if room != "codes" and "sizes" not in path.parts:
                self.assertEqual(section.findall(path.read_text("utf-8")), [], path)

    def test_nothing_asks_which_book_it_is(self):
        asking = re.compile(r"(book|book_id|code_book|id) *={2,3} *[\"'](nec|cec|bs7671)")
        for path in [
            *PACKAGE.rglob("*.py"),
            *(ROOT / "web" / "src").rglob("*.vue"),
            *(ROOT / "web" / "src").rglob("*.ts"),
        ]:
            self.assertIsNone(asking.search(path.read_text("utf-8")), path)

    def test_no_room_shows_more_than_a_dozen_things(self):
        tops = (PACKAGE, ROOT / "tests", ROOT / "web" / "src")
        folders = [p for top in tops for p in (top, *top.rglob("*")) if p.is_dir()]
        for folder in (p for p in folders if p.name not in ("tables", "__pycache__")):
            shown = {p.name for p in folder.iterdir() if p.suffix != ".csv"}
            shown -= {"__init__.py", "__pycache__", "tables"}
            self.assertLessEqual(len(shown), 12, folder)

    def test_every_public_function_of_the_core_says_what_it_is(self):
        for path in PACKAGE.rglob("*.py"):
            if "migrations" in path.parts:
                continue
            tree = ast.parse(path.read_text("utf-8"))
            if tree.body:
                self.assertTrue(ast.get_docstring(tree), path.name)
            for node in tree.body:
                if isinstance(node, (ast.FunctionDef, ast.ClassDef)) and not node.name.startswith("_"):
                    self.assertTrue(ast.get_docstring(node), f"{path.name}: {node.name}")

    def test_files_keep_to_one_subject(self):
        for path in [*PACKAGE.rglob("*.py"), *(ROOT / "web" / "src").rglob("*.vue")]:
            self.assertLess(len(path.read_text("utf-8").splitlines()), 450, path.name)


class Documents(unittest.TestCase):
    def test_every_flag_is_documented(self):
        text = (ROOT / "docs" / "command-line.md").read_text("utf-8")
        parts = text.split("\n## ")
        for book in code_books():
            own = next(
                p for p in parts if p.startswith("`northspan check") and (book.id in p) == (book.id != "nec-2023")
            )
            for flag in (name.replace("_", "-") for name in book.cases["check"].model.model_fields):
                self.assertIn(f"| `--{flag}` |", own, book.id)
        for stop in ("parallel", "made", "termination", "ampacity", "breaker", "small-conductor", "drop"):
            self.assertIn(f"`{stop}`", text)
            self.assertIn(stop, code_book("nec-2023").vocabulary.stops)

    def test_every_table_names_its_source(self):
        for book in code_books():
            self.assertGreater(len(book.tables), 12)
            self.assertTrue(book.notes)
            for table in book.tables.values():
                self.assertTrue(table.section and table.edition and table.title)
                self.assertTrue(all(table.units[c] for c in table.columns), table.name)

    def test_links_lead_somewhere(self):
        for name in ("README.md", "CONTRIBUTING.md", "docs/code-books.md", "docs/job-file.md"):
            page = ROOT / name
            for target in re.findall(r"\]\(([^)#:]+)\)", page.read_text("utf-8")):
                self.assertTrue((page.parent / target).exists(), f"{name}: {target}")

    def test_dependencies_are_pinned(self):
        pinned = {
            line.split("==")[0].lower()
            for line in (ROOT / "requirements.txt").read_text().splitlines()
            if line and not line.startswith("#")
        }
        project = tomllib.loads((ROOT / "pyproject.toml").read_text())["project"]
        for dependency in project["dependencies"]:
            self.assertIn(re.split(r"[<>=]", dependency)[0].lower(), pinned)
