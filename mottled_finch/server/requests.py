"""What requests say: bodies, read as strictly as recipes; files given as bodies; numbers in addresses; versions that were seen."""

import codecs
import json
import re
from typing import Any, TypeVar

from django.conf import settings
from django.core.exceptions import RequestDataTooBig
from django.utils.http import parse_header_parameters
from rest_framework.parsers import BaseParser
from rest_framework.request import Request

from mottled_finch.core.common.recipe import load_object

from .refusal import Problem

T = TypeVar("T")
_CONTROLS = re.compile(r"[\x00-\x1f\x7f-\x9f\u2028\u2029]+")
NUMBER_MOST = 2**63 - 1


class StrictJson(BaseParser):
    """JSON in any charset that Python knows; what it says that cannot be kept is refused here, in one sentence."""

    media_type = "application/json"

    def parse(self, stream: Any, media_type: str | None = None, parser_context: Any = None) -> Any:  # noqa: ARG002
        charset = parse_header_parameters(media_type or "")[1].get("charset", "utf-8")
        most = settings.DATA_UPLOAD_MAX_MEMORY_SIZE
        sent = stream.read(most + 1)
        if len(sent) > most:
            raise RequestDataTooBig
        try:
            text = codecs.lookup(charset).decode(sent)[0]
            if not isinstance(text, str):
                raise LookupError
            found = json.loads(text, parse_constant=_refuse)
        except LookupError as error:
            raise Problem(415, f'There is no charset "{charset[:40]}"; send JSON in UTF-8.') from error
        except UnicodeDecodeError as error:
            raise Problem(400, f"What was sent is not text in {charset[:40]}; send JSON in UTF-8.") from error
        except RecursionError as error:
            raise Problem(400, "What was sent is nested too deeply; send it flatter.") from error
        except json.JSONDecodeError as error:
            raise Problem(
                400, f"What was sent is not JSON ({error.msg} at line {error.lineno}, column {error.colno}); correct it there."
            ) from error
        except ValueError as error:  # Python reads no number of thousands of digits
            raise Problem(400, "A number that was sent has too many digits; write it with fewer.") from error
        _check_texts(found)
        return found


def _refuse(constant: str) -> None:
    raise Problem(400, f"{constant} is not a number that can be kept; leave it out.")


def _check_texts(sent: Any) -> None:
    """Raises Problem for half of a character that takes two, which nothing can keep and no answer could tell."""
    left = [sent]
    while left:
        each = left.pop()
        if isinstance(each, dict):
            left += [*each.keys(), *each.values()]
        elif isinstance(each, list):
            left += each
        elif isinstance(each, str) and not each.isascii():
            try:
                each.encode()
            except UnicodeEncodeError as error:
                raise Problem(422, "A text that was sent holds half of a character; write it anew.") from error


class RawParser(BaseParser):
    """Leaves the body alone, so that a file can be taken in piece by piece."""

    media_type = "*/*"

    def parse(self, stream: Any, media_type: str | None = None, parser_context: Any = None) -> Any:  # noqa: ARG002
        return stream


def sent(request: Request, shape: type[T], *, as_it_is: tuple[str, ...] = ()) -> T:
    """The object that was sent. Raises RecipeError, as a recipe does, for what is not of the shape."""
    return load_object(shape, request.data, as_it_is=as_it_is)


def file_name(request: Request) -> str:
    """What a file is called, on one line."""
    return _CONTROLS.sub(" ", request.query_params.get("name", "")).strip()[:255] or "table.csv"


def length(request: Request) -> int:
    """Bytes of the body, as announced."""
    announced = str(request.META.get("CONTENT_LENGTH") or "0")
    return int(announced) if announced.isdecimal() and len(announced) < 19 else 0


def whole_number(text: str, path: str) -> int:
    """Raises Problem for anything else."""
    if not (text.isascii() and text.isdecimal()):
        raise Problem(422, f'"{text[:40]}" is not a whole number.', path)
    if len(text) > 18:
        raise Problem(422, f"{text[:40]}… is too large a number.", path)
    return int(text)


def seen(request: Request) -> str | None:
    """The version that whoever asks for a change has seen (If-Match, RFC 9110); None where that is not said, or "*" is."""
    tag = request.headers.get("If-Match", "").strip()
    return None if tag in ("", "*") else tag.strip('"')
