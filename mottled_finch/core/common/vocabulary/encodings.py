"""Encodings of text, in the order in which they are offered. ``ENCODING_TERMS`` is the table that a new one is entered in; where it
is to be found by itself, it is entered in ``intake/code_pages.py``, too.
"""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class EncodingTerm:
    """``title`` is what an encoding is called, with where it is used."""

    title: str


ENCODING_TERMS: dict[str, EncodingTerm] = {
    "utf-8": EncodingTerm(title="UTF-8"),
    "utf-16": EncodingTerm(title="UTF-16"),
    "utf-32": EncodingTerm(title="UTF-32"),
    "windows-1252": EncodingTerm(title="Windows-1252, Western Europe"),
    "windows-1250": EncodingTerm(title="Windows-1250, Central Europe"),
    "windows-1251": EncodingTerm(title="Windows-1251, Cyrillic"),
    "windows-1253": EncodingTerm(title="Windows-1253, Greek"),
    "windows-1254": EncodingTerm(title="Windows-1254, Turkish"),
    "windows-1255": EncodingTerm(title="Windows-1255, Hebrew"),
    "windows-1256": EncodingTerm(title="Windows-1256, Arabic"),
    "windows-1257": EncodingTerm(title="Windows-1257, Baltic"),
    "windows-1258": EncodingTerm(title="Windows-1258, Vietnamese"),
    "cp874": EncodingTerm(title="Windows-874, Thai"),
    "iso-8859-1": EncodingTerm(title="Latin-1"),
    "iso-8859-2": EncodingTerm(title="Latin-2"),
    "iso-8859-5": EncodingTerm(title="ISO 8859-5, Cyrillic"),
    "iso-8859-7": EncodingTerm(title="ISO 8859-7, Greek"),
    "iso-8859-15": EncodingTerm(title="Latin-9"),
    "koi8-u": EncodingTerm(title="KOI8, Cyrillic"),
    "macintosh": EncodingTerm(title="Macintosh Roman"),
    "cp437": EncodingTerm(title="DOS 437, United States"),
    "cp850": EncodingTerm(title="DOS 850, Western Europe"),
    "cp852": EncodingTerm(title="DOS 852, Central Europe"),
    "cp857": EncodingTerm(title="DOS 857, Turkish"),
    "cp866": EncodingTerm(title="DOS 866, Cyrillic"),
    "cp737": EncodingTerm(title="DOS 737, Greek"),
    "shift_jis": EncodingTerm(title="Shift JIS, Japanese"),
    "euc-jp": EncodingTerm(title="EUC-JP, Japanese"),
    "gb18030": EncodingTerm(title="GB 18030, Chinese"),
    "big5": EncodingTerm(title="Big5, Chinese"),
    "euc-kr": EncodingTerm(title="EUC-KR, Korean"),
}
