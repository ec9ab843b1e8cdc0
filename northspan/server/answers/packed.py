"""Long answers to what is only asked for, packed where the browser can unpack them; an edit is answered at once."""

from flask import Flask, Response, request
from flask_compress import Compress

# Shorter than this (bytes) an answer fits a few packets anyway.
WORTH_IT = 8_000


def pack_answers(app: Flask) -> None:
    """Pack the JSON that a GET is answered with."""
    app.config.update(
        COMPRESS_REGISTER=False,
        COMPRESS_MIMETYPES=["application/json"],
        COMPRESS_MIN_SIZE=WORTH_IT,
        COMPRESS_ALGORITHM=["zstd", "br", "gzip"],
        COMPRESS_STREAMS=False,
    )
    compress = Compress(app)

    @app.after_request
    def pack(response: Response) -> Response:
        return compress.after_request(response) if request.method == "GET" else response
