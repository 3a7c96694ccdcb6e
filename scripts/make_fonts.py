"""Make the bundled fonts: static weights of IBM Plex Sans, renamed as its licence asks of changed versions.

Run by hand when the source font or the weights change: pip install 'fontpkg-ibm-plex-sans==3.201' 'fonttools[woff]==4.68.0',
then python scripts/make_fonts.py. Needed only by who changes the fonts; the results are committed.
"""

from pathlib import Path

import fontpkg_ibm_plex_sans
from fontTools.subset import Options, Subsetter
from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

FAMILY = "Mottled Sans"
WEIGHTS = {400: "Regular", 500: "Medium", 600: "SemiBold"}
FOLDER = Path(__file__).parent.parent / "mottled_finch" / "core" / "figures" / "fonts"
COPYRIGHT = "Copyright 2017 IBM Corp. Changed by the Mottled Finch authors: static weights of the original, renamed."


def make(weight: int, style: str) -> None:
    source = Path(fontpkg_ibm_plex_sans.__file__).parent / "files" / "IBMPlexSans[wdth,wght].ttf"
    font = instantiateVariableFont(TTFont(source), {"wght": weight, "wdth": 100}, updateFontNames=False)
    options = Options()
    options.layout_features = ["kern", "mark", "mkmk", "ccmp", "locl"]
    options.name_IDs = []
    options.hinting = False
    subsetter = Subsetter(options)
    subsetter.populate(unicodes=range(0x20, 0x10000))
    subsetter.subset(font)
    for name_id, text in {
        0: COPYRIGHT,
        1: FAMILY if weight == 400 else f"{FAMILY} {style}",
        2: "Regular",
        3: f"{FAMILY} {style} 1.0",
        4: f"{FAMILY} {style}",
        5: "Version 1.0",
        6: f"{FAMILY.replace(' ', '')}-{style}",
        13: "SIL Open Font License, Version 1.1",
        14: "https://openfontlicense.org",
        16: FAMILY,
        17: style,
    }.items():
        font["name"].setName(text, name_id, 3, 1, 0x409)
    font["OS/2"].usWeightClass = weight
    font.save(FOLDER / f"MottledSans-{style}.ttf")
    font.flavor = "woff2"
    font.save(FOLDER / f"MottledSans-{style}.woff2")


if __name__ == "__main__":
    for weight, style in WEIGHTS.items():
        make(weight, style)
