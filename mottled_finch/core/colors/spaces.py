"""Color spaces, and how well one color can be read on another.

OKLab and OKLCH after Björn Ottosson, "A perceptual color space for image processing" (2020); sRGB after IEC 61966-2-1 (1999);
contrast after W3C, "Web Content Accessibility Guidelines 2.2" (2023). Arrays have colors along their last axis.
"""

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Bytes = NDArray[np.uint8]

_TO_LMS = np.array(
    [
        [0.4122214708, 0.5363325363, 0.0514459929],
        [0.2119034982, 0.6806995451, 0.1073969566],
        [0.0883024619, 0.2817188376, 0.6299787005],
    ]
)
_TO_LAB = np.array(
    [
        [0.2104542553, 0.7936177850, -0.0040720468],
        [1.9779984951, -2.4285922050, 0.4505937099],
        [0.0259040371, 0.7827717662, -0.8086757660],
    ]
)
_FROM_LMS = np.linalg.inv(_TO_LMS)
_FROM_LAB = np.linalg.inv(_TO_LAB)
LUMINANCE = np.array([0.2126, 0.7152, 0.0722])


def linear_from_bytes(color: Bytes) -> Floats:
    """8-bit sRGB to linear light, 0 to 1."""
    share = color / 255
    return np.where(share <= 0.04045, share / 12.92, ((share + 0.055) / 1.055) ** 2.4)


def bytes_from_linear(light: Floats) -> Bytes:
    """Linear light to 8-bit sRGB; what lies outside 0 to 1 is cut off."""
    light = np.clip(light, 0, 1)
    share = np.where(light <= 0.0031308, light * 12.92, 1.055 * light ** (1 / 2.4) - 0.055)
    color: Bytes = np.rint(share * 255).astype(np.uint8)
    return color


def oklab_from_bytes(color: Bytes) -> Floats:
    lab: Floats = np.cbrt(linear_from_bytes(color) @ _TO_LMS.T) @ _TO_LAB.T
    return lab


def linear_from_oklab(lab: Floats) -> Floats:
    """OKLab to linear light, which lies outside 0 to 1 where a screen cannot show the color."""
    light: Floats = ((lab @ _FROM_LAB.T) ** 3) @ _FROM_LMS.T
    return light


def oklab_from_oklch(lch: Floats) -> Floats:
    """Lightness, chroma and hue in degrees to OKLab."""
    hue = np.deg2rad(lch[..., 2])
    return np.stack([lch[..., 0], lch[..., 1] * np.cos(hue), lch[..., 1] * np.sin(hue)], axis=-1)


def luminance(color: Bytes) -> Floats:
    """Relative luminance of 8-bit sRGB, 0 (black) to 1 (white)."""
    light: Floats = linear_from_bytes(color) @ LUMINANCE
    return light


def contrast(one: Bytes, other: Bytes) -> Floats:
    """Contrast ratio, 1 to 21, whichever of the two is the lighter."""
    a, b = luminance(one), luminance(other)
    return (np.maximum(a, b) + 0.05) / (np.minimum(a, b) + 0.05)


def hex_of(color: Bytes) -> str:
    return "#" + bytes(color.tolist()).hex()


def bytes_of(hexadecimal: str) -> Bytes:
    """``#rrggbb`` to its three bytes."""
    return np.frombuffer(bytes.fromhex(hexadecimal.removeprefix("#")), dtype=np.uint8)
