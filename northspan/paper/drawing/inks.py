"""The inks of paper: it is white and they are dark, whatever a screen is."""

from northspan.paper.drawing.shapes import Ink

INKS: dict[Ink, str] = {
    "ink": "#17332d",
    "quiet": "#5d6b64",
    "rule": "#cfc6b2",
    "danger": "#b5301a",
    "caution": "#8f5806",
    "good": "#2c6b52",
}
