"""The tints of the pictures: for the screen in paper, ink and river; for black-and-white paper in greys."""

from __future__ import annotations

from collections.abc import Mapping

from easepath.figure.build import BUILDS, BuildName

SCREEN = {
    "ink": "#1C2A31", "skin": "#F3E7D6", "skin-far": "#DCCBB4", "shirt": "#CFE1E3", "sleeve": "#CFE1E3",
    "sleeve-far": "#AFC9CD", "shorts": "#47747D", "shorts-far": "#2C525C", "hair": "#55656C", "cuff": "#1E5A68",
    "prop": "#EBE2CF", "prop-side": "#DDD1B8", "prop-line": "#8C7B58", "soft": "#F7F0DE", "mat": "#EEE7D8",
    "ground": "#B9AC93", "strap": "#7A5A12", "band": "#8A3A52", "patch": "#D9743A", "arrow": "#A23E10", "none": "none",
    "metal": "#5B6B72", "word": "#1E5A68", "card": "#FFFEFB",
}  # fmt: skip
PRINT = {
    "ink": "#000000", "skin": "#FFFFFF", "skin-far": "#DADADA", "shirt": "#F2F2F2", "sleeve": "#F2F2F2",
    "sleeve-far": "#CFCFCF", "shorts": "#9A9A9A", "shorts-far": "#6E6E6E", "hair": "#444444", "cuff": "#000000",
    "prop": "#F4F4F4", "prop-side": "#E4E4E4", "prop-line": "#555555", "soft": "#FAFAFA", "mat": "#F1F1F1",
    "ground": "#777777", "strap": "#222222", "band": "#222222", "patch": "#000000", "arrow": "#000000", "none": "none",
    "metal": "#333333", "word": "#000000", "card": "#FFFFFF",
}  # fmt: skip
STYLES = {"screen": SCREEN, "print": PRINT}


def tints_of(style: str, build: BuildName) -> Mapping[str, str]:
    """The tints of a style for a body; on paper all are drawn alike. Raises KeyError for a style there is not."""
    return {**STYLES[style], **BUILDS[build].tints} if style == "screen" else STYLES[style]
