"""Photos from elsewhere: decoded within limits, turned upright, and written anew.

What is kept is what this program wrote: whatever else a file held (where it was taken, a tail of
another kind) is gone, and its size is one that a browser can be handed.
"""

from __future__ import annotations

import io

from PIL import Image, ImageOps, UnidentifiedImageError

from core.errors import FormatError

LARGEST_PHOTO = 12_000_000  # bytes, as it comes
MOST_PIXELS = 60_000_000
WIDEST = 2000  # pixels, as it is kept
QUALITY = 85
_BEGINS = {b"\x89PNG\r\n\x1a\n": "image/png", b"\xff\xd8\xff": "image/jpeg"}


def picture_type(data: bytes) -> str | None:
    """What a picture says it is, by its beginning; None where it is neither PNG nor JPEG.

    >>> picture_type(b"GIF89a") is None
    True
    """
    return next((kind for begins, kind in _BEGINS.items() if data.startswith(begins)), None)


def photo_of(data: bytes) -> bytes:
    """A photo as it is kept: a JPEG no wider than WIDEST, upright, with nothing beside the picture.

    Raises:
        FormatError: too large, no PNG or JPEG, or damaged.
    """
    if len(data) > LARGEST_PHOTO:
        raise FormatError(
            f"this photo is larger than {LARGEST_PHOTO // 1_000_000} MB", remedy="a smaller one"
        )
    if picture_type(data) is None:
        raise FormatError("this is no photo read here", remedy="png or jpeg")
    try:
        with Image.open(io.BytesIO(data), formats=("PNG", "JPEG")) as picture:
            width, height = picture.size
            if width * height > MOST_PIXELS:  # told by its head: nothing has been unpacked yet
                raise FormatError(
                    f"this photo is {width} by {height} pixels",
                    remedy=f"up to {MOST_PIXELS // 1_000_000} million pixels are read",
                )
            picture.draft("RGB", (WIDEST, WIDEST))
            upright = ImageOps.exif_transpose(picture)
            flat = Image.new("RGB", upright.size, "white")
            seen = upright.convert("RGBA")
            flat.paste(seen, mask=seen.getchannel("A"))
            flat.thumbnail((WIDEST, WIDEST))
            out = io.BytesIO()
            flat.save(out, "JPEG", quality=QUALITY)
            return out.getvalue()
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, EOFError):
        raise FormatError("this photo is damaged") from None
    except Image.DecompressionBombError:
        raise FormatError("this photo unpacks to too many pixels", remedy="a smaller one") from None
