"""The front end as it was built: its files, packed where the browser can unpack them, and its pages."""

from mimetypes import guess_type
from pathlib import Path

from flask import Flask, Response, abort, request, send_from_directory

# Written beside each file by the build; the best comes first.
PACKED = {"br": ".br", "gzip": ".gz"}
YEAR_SECONDS = 31_536_000


def serve_pages(app: Flask, folder: Path) -> None:
    """Serve the front end built in ``folder``. A path that is no file of it is one of its pages, or 404 under a folder
    of files. What files there are is read once, so that no asked-for path ever reaches the disk.
    """
    files = {path.relative_to(folder).as_posix() for path in folder.rglob("*") if path.is_file()}

    @app.route("/", defaults={"path": "index.html"})
    @app.route("/<path:path>")
    def page(path: str) -> Response:
        if path not in files:
            if path.startswith(("api/", "assets/")):
                abort(404, "There is nothing here")
            path = "index.html"
        return _sent(folder, path, files)


def _sent(folder: Path, path: str, files: set[str]) -> Response:
    coding = request.accept_encodings.best_match([c for c, ending in PACKED.items() if path + ending in files])
    kind, _ = guess_type(path)
    response = send_from_directory(folder, path + PACKED.get(coding or "", ""), mimetype=kind)
    if coding is not None:
        response.headers["Content-Encoding"] = coding
    response.vary.add("Accept-Encoding")
    if path.startswith("assets/"):
        # Its name holds a digest of what is in it.
        response.cache_control.no_cache = None
        response.cache_control.max_age = YEAR_SECONDS
        response.cache_control.immutable = True
    else:
        response.cache_control.no_store = True
    return response
