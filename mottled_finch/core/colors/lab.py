"""CIE spaces, and how different two colors look.

XYZ by IEC 61966-2-1 (1999), relative to the white of D65; CIELAB by ISO/CIE 11664-4 (2019); CIEDE2000 by G. Sharma, W. Wu and
E. N. Dalal, "The CIEDE2000 Color-Difference Formula: Implementation Notes, Supplementary Test Data, and Mathematical
Observations" (2005). Arrays have colors along their last axis.
"""

import numpy as np

from .spaces import Bytes, Floats, linear_from_bytes

_TO_XYZ = np.array([[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]])
WHITE = _TO_XYZ.sum(axis=1)


def xyz_from_linear(light: Floats) -> Floats:
    """Linear light to XYZ, in which white has a Y of 1."""
    xyz: Floats = light @ _TO_XYZ.T
    return xyz


def lab_from_xyz(xyz: Floats) -> Floats:
    """XYZ to CIELAB: lightness from 0 to 100, then red against green and yellow against blue."""
    share = xyz / WHITE
    edge = 6 / 29
    curved = np.where(share > edge**3, np.cbrt(share), share / (3 * edge**2) + 4 / 29)
    x, y, z = curved[..., 0], curved[..., 1], curved[..., 2]
    return np.stack([116 * y - 16, 500 * (x - y), 200 * (y - z)], axis=-1)


def lab_from_bytes(color: Bytes) -> Floats:
    return lab_from_xyz(xyz_from_linear(linear_from_bytes(color)))


def difference(one: Floats, other: Floats) -> Floats:
    """CIEDE2000 between colors in CIELAB; about 1 is the least that is seen side by side."""
    chroma = (np.hypot(one[..., 1], one[..., 2]) + np.hypot(other[..., 1], other[..., 2])) / 2
    stretch = 1.5 - 0.5 * np.sqrt(chroma**7 / (chroma**7 + 25.0**7))
    l1, c1, h1 = _polar(one, stretch)
    l2, c2, h2 = _polar(other, stretch)
    gray = c1 * c2 == 0

    turn = h2 - h1
    turn = np.where(turn > 180, turn - 360, np.where(turn < -180, turn + 360, turn))
    turn = np.where(gray, 0.0, turn)
    dl, dc = l2 - l1, c2 - c1
    dh = 2 * np.sqrt(c1 * c2) * np.sin(np.deg2rad(turn) / 2)

    light, chroma = (l1 + l2) / 2, (c1 + c2) / 2
    both = h1 + h2
    far = np.abs(h1 - h2) > 180
    hue = np.where(gray, both, np.where(far, np.where(both < 360, both + 360, both - 360) / 2, both / 2))

    t = 1 - 0.17 * _cos(hue - 30) + 0.24 * _cos(2 * hue) + 0.32 * _cos(3 * hue + 6) - 0.20 * _cos(4 * hue - 63)
    sl = 1 + 0.015 * (light - 50) ** 2 / np.sqrt(20 + (light - 50) ** 2)
    sc, sh = 1 + 0.045 * chroma, 1 + 0.015 * chroma * t
    rotation = -2 * np.sqrt(chroma**7 / (chroma**7 + 25.0**7)) * np.sin(np.deg2rad(60 * np.exp(-(((hue - 275) / 25) ** 2))))
    found: Floats = np.sqrt((dl / sl) ** 2 + (dc / sc) ** 2 + (dh / sh) ** 2 + rotation * (dc / sc) * (dh / sh))
    return found


def _polar(lab: Floats, stretch: Floats) -> tuple[Floats, Floats, Floats]:
    """Lightness, chroma and hue in degrees, red against green being stretched where colors are nearly gray."""
    a, b = lab[..., 1] * stretch, lab[..., 2]
    return lab[..., 0], np.hypot(a, b), np.rad2deg(np.arctan2(b, a)) % 360


def _cos(degrees: Floats) -> Floats:
    return np.asarray(np.cos(np.deg2rad(degrees)))
