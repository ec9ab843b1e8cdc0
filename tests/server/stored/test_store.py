"""The store by itself: migrations, histories, and edits that race."""

import sqlite3
import tempfile
import threading
import unittest
from contextlib import closing
from pathlib import Path

from alembic import command
from alembic.config import Config
from hypothesis import given
from hypothesis import strategies as st
from sqlalchemy import inspect, text

from northspan.core.property.whole.measured import Measured
from northspan.core.readings.logbook.earth import Earth
from northspan.core.readings.logbook.soils import SoilSum
from northspan.core.solve.solve import solve
from northspan.server.app import create_app
from northspan.store.database import MIGRATIONS, open_database
from northspan.store.job_store import JobStore, NoSuchJob, NothingToWalk, StaleEdit
from northspan.store.logbook_store import EarthAsked, LogbookStore
from northspan.store.models import Base
from northspan.store.reading_store import ReadingStore
from northspan.store.trouble import DatabaseTrouble
from tests import examples
from tests.core.made.jobs import job


def rename(name):
    return [{"op": "replace", "path": "/name", "value": name}]


class StoreTest(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "deep" / "jobs.sqlite"
        self.engine = open_database(f"sqlite:///{self.path}")
        self.addCleanup(self.engine.dispose)
        self.store = JobStore(self.engine, solve)


class Database(StoreTest):
    def test_migrations_make_what_the_models_say(self):
        found = inspect(self.engine)
        for table in Base.metadata.tables.values():
            columns = {c["name"]: c["nullable"] for c in found.get_columns(table.name)}
            wanted = {c.name: bool(c.nullable) for c in table.columns}
            self.assertEqual(columns | dict.fromkeys(table.primary_key.columns.keys(), False), wanted)

    def test_migrations_go_both_ways(self):
        config = Config()
        config.set_main_option("script_location", str(MIGRATIONS))
        with self.engine.begin() as connection:
            config.attributes["connection"] = connection
            command.downgrade(config, "base")
        self.assertEqual(inspect(self.engine).get_table_names(), ["alembic_version"])
        self.engine.dispose()
        again = open_database(f"sqlite:///{self.path}")
        self.assertIn("jobs", inspect(again).get_table_names())
        again.dispose()

    def test_what_was_there_before_an_upgrade_is_there_after_it(self):
        config = Config()
        config.set_main_option("script_location", str(MIGRATIONS))
        made = self.store.create(job())
        at = job().places[0].id
        taken = Measured(0, "electrode", at, "fall", 20.0, "R. Vale", "2026-11-02T10:00", lifted=True)
        ReadingStore(self.engine).add(made.id, taken, None)
        with self.engine.begin() as connection:
            config.attributes["connection"] = connection
            command.downgrade(config, "0004")
        self.engine.dispose()
        again = open_database(f"sqlite:///{self.path}")
        self.addCleanup(again.dispose)
        kept = JobStore(again, solve).get(made.id)
        self.assertEqual((kept.job, kept.practice), (made.job, False))
        # An older reading says what it tells once it is asked; a second asking finds nothing more to ask.
        logbook, told = LogbookStore(again), Earth("House", "clay", 20.0, 10.0, 4.0)
        self.assertEqual([logbook.fill(lambda job_id, readings: [told]) for _ in range(2)], [1, 0])
        ((found,), many, jobs) = logbook.found(EarthAsked(words="hou", by="vale", most=20.0, until="2026-11-02"), 5)
        self.assertEqual((found.earth, many, jobs, found.job), (told, 1, 1, made.name))
        self.assertEqual(logbook.found(EarthAsked(words="%"), 5)[1], 0)
        self.assertEqual(logbook.soils(), [SoilSum("clay", 1, 4.0, 16.0)])

    def test_one_that_is_taken_away_under_a_running_server_is_noticed_before_anything_is_acknowledged(self):
        client = create_app(f"sqlite:///{self.path}").test_client()
        body = job().model_dump(mode="json")
        self.assertEqual(client.post("/api/jobs", json=body).status_code, 201)
        aside = self.path.with_name("aside.sqlite")
        for away in (lambda: self.path.rename(aside), lambda: aside.write_bytes(self.path.read_bytes())):
            away()
            if self.path.exists():
                # Another file in its place, with the very same in it.
                aside.replace(self.path)
            with self.assertLogs("northspan.server.answers.replies", "ERROR"):
                refused = client.post("/api/jobs", json=body)
            self.assertEqual(refused.status_code, 507)
            self.assertIn("taken away or replaced", refused.json["title"])
            if aside.exists():
                aside.rename(self.path)
                self.assertEqual(client.post("/api/jobs", json=body).status_code, 201)

    def test_what_is_no_database_of_ours_is_refused_in_words(self):
        other = self.path.with_name("other.sqlite")
        with closing(sqlite3.connect(other)) as made:
            made.execute("create table parts (name text)")
        for url, words in ((f"sqlite:///{other}", "of another program"), ("postgresql://desk/jobs", "in a file"),
                           ("mysql://desk/jobs", "in a file"), ("jobs", "no address")):  # fmt: skip
            with self.assertRaisesRegex(DatabaseTrouble, words):
                open_database(url)
        # Nothing was written into it.
        with closing(sqlite3.connect(other)) as made:
            self.assertEqual(made.execute("select name from sqlite_master").fetchall(), [("parts",)])

    def test_it_is_opened_safely(self):
        with self.engine.connect() as connection:
            settings_found = {
                name: connection.execute(text(f"pragma {name}")).scalar()
                for name in ("journal_mode", "foreign_keys", "synchronous")
            }
        self.assertEqual(settings_found, {"journal_mode": "wal", "foreign_keys": 1, "synchronous": 2})

    def test_opening_twice_changes_nothing(self):
        kept = self.store.create(job())
        other = JobStore(open_database(f"sqlite:///{self.path}"), solve)
        self.assertEqual(other.get(kept.id).job, kept.job)


class History(StoreTest):
    def test_revisions_are_only_added(self):
        kept = self.store.create(job())
        self.store.edit(kept.id, 1, rename("B"))
        self.store.undo(kept.id, 2)
        self.store.edit(kept.id, 3, rename("C"))
        with self.engine.connect() as connection:
            rows = connection.execute(text("select number, parent, patch from revisions order by number")).all()
        self.assertEqual([(r.number, r.parent) for r in rows], [(1, None), (2, 1), (3, 1)])
        self.assertIn("C", rows[2].patch)

    def test_revisions_are_kept_as_what_they_changed_and_read_whole(self):
        made = self.store.create(job())
        states, version = [made.document], made.version
        for n in range(45):
            path, value = (("/note", f"Walked {n}"), ("/runs/1/cable/length", 60 + n))[n % 2]
            made = self.store.edit(made.id, version, [{"op": "add", "path": path, "value": value}])
            version = made.version
            states.append(made.document)
        self.assertEqual((states[45]["note"], states[44]["runs"][1]["cable"]["length"]), ("Walked 44", 103))
        for want in states[-2::-1]:
            made = self.store.undo(made.id, made.version)
            self.assertEqual(made.document, want)
        self.assertEqual(self.store.redo(made.id, made.version).document, states[1])
        with self.engine.connect() as connection:
            what = "document IS NULL, length(coalesce(document, changed)), depth"
            kept = connection.execute(text(f"SELECT {what} FROM revisions"))
            rows = kept.all()
        self.assertEqual(max(depth for _, _, depth in rows), 20)
        self.assertLess(max(size for lean, size, _ in rows if lean), 1000)

    def test_nothing_further(self):
        kept = self.store.create(job())
        with self.assertRaises(NothingToWalk):
            self.store.undo(kept.id, 1)
        with self.assertRaises(NothingToWalk):
            self.store.redo(kept.id, 1)
        with self.assertRaises(NoSuchJob):
            self.store.get("f" * 32)
        with self.assertRaises(StaleEdit) as stale:
            self.store.edit(kept.id, 5, rename("B"))
        self.assertEqual(stale.exception.version, 1)

    @examples(15)
    @given(st.lists(st.sampled_from(["edit", "undo", "redo"]), max_size=14))
    def test_undo_and_redo_are_a_walk_on_a_line(self, walk):
        kept = self.store.create(job(name="0"))
        past, future, now, count = [], [], "0", 0
        for step in walk:
            state = self.store.get(kept.id)
            self.assertEqual((state.job.name, state.can_undo, state.can_redo), (now, bool(past), bool(future)))
            if step == "edit":
                count += 1
                self.store.edit(kept.id, state.version, rename(str(count)))
                past, future, now = [*past, now], [], str(count)
            elif step == "undo" and past:
                self.store.undo(kept.id, state.version)
                future, now = [now, *future], past.pop()
            elif step == "redo" and future:
                self.store.redo(kept.id, state.version)
                past, now = [*past, now], future.pop(0)
        self.assertEqual(self.store.get(kept.id).job.name, now)

    def test_of_edits_that_race_just_one_is_taken(self):
        kept = self.store.create(job())
        start = threading.Barrier(6)
        taken, stale, faults = [], [], []

        def race(name):
            start.wait()
            try:
                taken.append(self.store.edit(kept.id, 1, rename(name)).job.name)
            except StaleEdit:
                stale.append(name)
            except Exception as error:
                faults.append(error)

        racers = [threading.Thread(target=race, args=(f"Racer {i}",)) for i in range(6)]
        for racer in racers:
            racer.start()
        for racer in racers:
            racer.join()
        self.assertEqual(faults, [])
        self.assertEqual((len(taken), len(stale)), (1, 5))
        now = self.store.get(kept.id)
        self.assertEqual((now.job.name, now.version), (taken[0], 2))
