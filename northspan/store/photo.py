"""A photo as it is kept: looked into, no larger than a sheet shows, and without the place that it was taken at."""

import io
import warnings

from PIL import Image, ImageOps, UnidentifiedImageError

# The longer side that is kept (px); more than a sheet of paper shows. Above this many nothing is unpacked.
LONGEST_PX, MOST_PX = 2400, 80_000_000
QUALITY = 85
KINDS = {"JPEG": "image/jpeg", "PNG": "image/png"}


class NoPhoto(ValueError):
    """What was sent is no photo; the message says why, in words."""


def kept_photo(body: bytes) -> tuple[str, bytes]:
    """A photo upright, shrunk, and with nothing beside its picture: no place, no camera, no name. Gives its content
    type and itself. Raises NoPhoto.

    >>> made = io.BytesIO()
    >>> Image.new("RGB", (4800, 60)).save(made, "JPEG")
    >>> kind, body = kept_photo(made.getvalue())
    >>> kind, Image.open(io.BytesIO(body)).size
    ('image/jpeg', (2400, 30))
    """
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            opened = Image.open(io.BytesIO(body), formats=tuple(KINDS))
            if opened.width * opened.height > MOST_PX:
                raise NoPhoto("That photo is too large: take one of fewer megapixels")
            kind = opened.format or "JPEG"
            upright = ImageOps.exif_transpose(opened)
            upright.thumbnail((LONGEST_PX, LONGEST_PX))
            whole = upright.convert("RGB" if kind == "JPEG" else "RGBA" if "A" in upright.getbands() else "RGB")
    except NoPhoto:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError, Warning) as error:
        raise NoPhoto("That is no photo: take a JPEG or a PNG") from error
    # A new picture: what hangs on the old one beside its pixels stays behind.
    bare = Image.frombytes(whole.mode, whole.size, whole.tobytes())
    made = io.BytesIO()
    bare.save(made, kind, quality=QUALITY, optimize=True)
    return KINDS[kind], made.getvalue()
