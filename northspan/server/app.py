"""The application factory."""

import ipaddress
import json
from collections.abc import Collection
from copy import deepcopy
from pathlib import Path
from urllib.parse import urlsplit

from flask import Response, current_app, request
from flask_openapi3 import Info, OpenAPI

from northspan.core.document.file import LARGEST_BYTES
from northspan.demo.library import demo_jobs, demo_readings
from northspan.server.answers.files import files
from northspan.server.answers.packed import pack_answers
from northspan.server.answers.pages import serve_pages
from northspan.server.answers.replies import HANDLERS, on_bad_request, refuse
from northspan.server.answers.resource import with_shared_refusals
from northspan.server.answers.told import told
from northspan.server.buying.cuts import cuts
from northspan.server.buying.materials import materials
from northspan.server.buying.shop import shop
from northspan.server.day.kept import Plans
from northspan.server.day.views import day
from northspan.server.field.recordings import recordings
from northspan.server.field.surveys import surveys
from northspan.server.field.tracks import tracks
from northspan.server.jobs.demos import demos
from northspan.server.jobs.views import jobs
from northspan.server.logbook.filled import fill_logbook, with_earth
from northspan.server.logbook.views import logbook
from northspan.server.packet.inspection import inspection
from northspan.server.packet.views import packet
from northspan.server.panels.views import panels
from northspan.server.readings.instruments import instruments
from northspan.server.readings.models import ReadingBody
from northspan.server.readings.views import readings
from northspan.server.solving.books import books
from northspan.server.solving.solutions import Solutions
from northspan.server.solving.views import solving
from northspan.server.solving.workings import workings
from northspan.server.started.edition import EDITION
from northspan.server.started.wiring import (
    INSTRUMENT_PORTS,
    INSTRUMENTS_FOLDER,
    ISSUES_KEY,
    LOGBOOK_KEY,
    LOOKS_KEY,
    PLANS_KEY,
    READINGS_KEY,
    SHOP_KEY,
    SOLUTIONS_KEY,
    STORE_KEY,
)
from northspan.store.database import open_database
from northspan.store.issue_store import IssueStore
from northspan.store.job_store import JobStore
from northspan.store.logbook_store import LogbookStore
from northspan.store.look_store import LookStore
from northspan.store.reading_store import ReadingStore
from northspan.store.shop_store import ShopStore

FRONT_END = Path(__file__).parents[2] / "web" / "dist"
CONTENT_SECURITY_POLICY = "; ".join(
    (
        "default-src 'self'",
        "script-src 'self'",
        # The component library writes its theme as a style element; scripts stay closed.
        "style-src 'self' 'unsafe-inline'",
        "img-src 'self' data:",
        "font-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
    )
)


def create_app(
    database_url: str,
    *,
    with_demo: bool = False,
    front_end: Path = FRONT_END,
    hosts: list[str] | None = None,
    bare_addresses: bool = False,
    instruments_folder: Path | None = None,
    instrument_ports: Collection[int] | None = None,
) -> OpenAPI:
    """Build the application on a database; ``with_demo`` loads the demo jobs that were never loaded before.

    ``hosts`` are the names it answers to, and ``bare_addresses`` too; None answers to any. ``instruments_folder`` is
    where instruments write files, ``instrument_ports`` the local ports that they are asked at; None for any.
    """
    app = OpenAPI(
        __name__,
        info=Info(title="North Span", version="1"),
        doc_ui=False,
        security_schemes={},
        static_folder=None,
        validation_error_callback=on_bad_request,
    )
    app.config["MAX_CONTENT_LENGTH"] = LARGEST_BYTES + 100_000
    app.config["OWN_HOSTS"] = hosts
    app.config["BARE_ADDRESSES"] = bare_addresses
    app.config[INSTRUMENTS_FOLDER] = instruments_folder
    app.config[INSTRUMENT_PORTS] = instrument_ports
    engine = open_database(database_url)
    solved = Solutions()
    store = JobStore(engine, prove=solved.of)
    app.extensions[STORE_KEY] = store
    app.extensions[SOLUTIONS_KEY] = solved
    app.extensions[SHOP_KEY] = ShopStore(engine)
    app.extensions[ISSUES_KEY] = IssueStore(engine)
    app.extensions[LOOKS_KEY] = LookStore(engine)
    app.extensions[LOOKS_KEY].strip_photos()
    app.extensions[PLANS_KEY] = Plans()
    app.extensions[READINGS_KEY] = ReadingStore(engine)
    app.extensions[LOGBOOK_KEY] = LogbookStore(engine)
    fill_logbook(app.extensions[LOGBOOK_KEY], store, solved)
    if with_demo:
        _load_demos(store, app.extensions[READINGS_KEY], solved)
    resources = (
        jobs,
        solving,
        workings,
        books,
        cuts,
        day,
        materials,
        demos,
        files,
        inspection,
        instruments,
        logbook,
        packet,
        panels,
        readings,
        recordings,
        shop,
        surveys,
        told,
        tracks,
    )
    for resource in resources:
        app.register_api(resource)
    for kind, handler in HANDLERS.items():
        app.register_error_handler(kind, handler)
    app.before_request(_own_names_only)
    app.before_request(_own_pages_only)
    app.after_request(_secure)
    pack_answers(app)

    @app.route("/openapi.json")
    def openapi_document() -> Response:
        for resource in resources:
            resource.describe(app)
        return Response(json.dumps(with_shared_refusals(deepcopy(app.api_doc))), mimetype="application/json")

    serve_pages(app, front_end)
    return app


def _load_demos(store: JobStore, readings: ReadingStore, solved: Solutions) -> None:
    loaded, measured = store.demo_keys(), demo_readings()
    for key, job in demo_jobs().items():
        if key not in loaded:
            made = store.create(job, demo=key)
            taken = [ReadingBody.model_validate(each).measured(job.told) for each in measured.get(key, ())]
            readings.add_many(made.id, with_earth(solved.of(job), taken))


def _own_names_only() -> Response | None:
    """Refuse a name of somebody else's that was pointed at this machine."""
    own = current_app.config["OWN_HOSTS"]
    if own is None:
        return None
    try:
        named = urlsplit(f"//{request.headers.get('Host', '')}").hostname
    except ValueError:
        named = None
    # No outside name can be pointed at a bare address; only who is bound beyond loopback answers to one.
    bare = current_app.config["BARE_ADDRESSES"] and _is_address(named)
    return None if named in own or bare else refuse(400, "This server does not answer to that name")


def _is_address(named: str | None) -> bool:
    try:
        ipaddress.ip_address(named or "")
    except ValueError:
        return False
    return True


def _own_pages_only() -> Response | None:
    """Refuse a change asked for by another site's page in the same browser."""
    origin = request.headers.get("Origin")
    if request.method in ("GET", "HEAD", "OPTIONS") or origin is None:
        return None
    try:
        own = urlsplit(origin).netloc == request.host
    except ValueError:
        own = False
    return None if own else refuse(403, "Asked for by another site")


def _secure(response: Response) -> Response:
    response.headers["Content-Security-Policy"] = CONTENT_SECURITY_POLICY
    response.headers["X-Content-Type-Options"] = "nosniff"
    response.headers["Referrer-Policy"] = "no-referrer"
    # A tab opened before an upgrade sees by it that it is older than the server.
    response.headers["North-Span-Edition"] = EDITION
    return response
