"""How colors look to color-weak eyes, and in gray print.

The three weaknesses, each in its strongest form, by G. M. Machado, M. M. Oliveira and L. A. F. Fernandes, "A Physiologically-based
Model for Simulation of Color Vision Deficiency" (2009), table 1: matrices over linear light. Gray keeps the luminance of WCAG 2.2.
"""

from dataclasses import dataclass

import numpy as np

from .spaces import LUMINANCE, Bytes, Floats, bytes_from_linear, linear_from_bytes


@dataclass(frozen=True, eq=False)
class Vision:
    """``matrix`` of shape (3, 3) takes linear light to the linear light it looks like. ``title`` is what people choose it by."""

    title: str
    matrix: Floats


VISIONS: dict[str, Vision] = {
    "no_red": Vision(
        "Eyes without red",
        np.array(
            [[0.152286, 1.052583, -0.204868], [0.114503, 0.786281, 0.099216], [-0.003882, -0.048116, 1.051998]],
        ),
    ),
    "no_green": Vision(
        "Eyes without green",
        np.array(
            [[0.367322, 0.860646, -0.227968], [0.280085, 0.672501, 0.047413], [-0.011820, 0.042940, 0.968881]],
        ),
    ),
    "no_blue": Vision(
        "Eyes without blue",
        np.array(
            [[1.255528, -0.076749, -0.178779], [-0.078411, 0.930809, 0.147602], [0.004733, 0.691367, 0.303900]],
        ),
    ),
    "gray": Vision("Gray print", np.tile(LUMINANCE, (3, 1))),
}
"""Every way of seeing by its name: protanopia, deuteranopia, tritanopia, and gray."""


def seen(colors: Bytes, vision: str) -> Bytes:
    """What colors, 8-bit sRGB along the last axis, look like."""
    return bytes_from_linear(linear_from_bytes(colors) @ VISIONS[vision].matrix.T)
