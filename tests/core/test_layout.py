"""The layout's rules: imports run one way, tables are data, the documents say what is there."""

import ast
import re
import tomllib
import unittest
from pathlib import Path

from northspan.core.codes.library import code_book, code_books
from northspan.core.codes.nec.check import CheckCase

ROOT = Path(__file__).parents[2]
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

    def test_physics_belongs_to_no_code_book(self):
        for path in (PACKAGE / "core" / "physics").glob("*.py"):
            self.assertEqual([n for n in imports(path) if n.startswith("northspan.core.codes")], [], path.name)

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
        for flag in (name.replace("_", "-") for name in CheckCase.model_fields):
            self.assertIn(f"| `--{flag}` |", text)
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
