"""Telling an address that a plan ran: JSON, signed with a key that both sides have (RFC 9421, RFC 9530).

Addresses are those that the owner of this machine listed, none by default; a redirect is not followed.
"""

import base64
import hashlib
import hmac
import json
import time
import urllib.error
import urllib.request
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from http.client import HTTPException
from typing import Any
from urllib.parse import urlsplit

from mottled_finch.core.common.errors import RecipeError, did_you_mean

KEY_ID = "mottled-finch"
_COVERED = ("@method", "@target-uri", "content-type", "content-digest")
_SECONDS = 10.0
_TRIES = 3
_TROUBLE = 500
_LEAST_KEY = 32


@dataclass(frozen=True, kw_only=True)
class Addresses:
    """Those that may be told, letter by letter, and the key that both sides have."""

    allowed: tuple[str, ...]
    key: bytes = field(repr=False)

    @classmethod
    def listed(cls, environment: Mapping[str, str]) -> "Addresses":
        """As whoever starts the program has listed them: ``FINCH_TELL``, with blanks between, and ``FINCH_TELL_KEY``. Raises
        RecipeError for what is no address of HTTP, and for a key that can be guessed.
        """
        allowed, key = tuple(environment.get("FINCH_TELL", "").split()), environment.get("FINCH_TELL_KEY", "").encode()
        for address in allowed:
            parts = urlsplit(address)
            if parts.scheme not in ("http", "https") or not parts.hostname or parts.username:
                raise RecipeError(f'"{address}" is no address of HTTP; write it as https://example.org/path', path="FINCH_TELL")
        if allowed and len(key) < _LEAST_KEY:
            raise RecipeError(f"what is told is signed; give a key of at least {_LEAST_KEY} letters", path="FINCH_TELL_KEY")
        return cls(allowed=allowed, key=key)

    def check(self, address: str) -> None:
        """Raises RecipeError for one that may not be told."""
        if not self.allowed:
            words = "no address may be told from here; whoever starts Mottled Finch lists them in FINCH_TELL"
            raise RecipeError(words, path="tell", received=address)
        if address not in self.allowed:
            near = did_you_mean(address, self.allowed)
            raise RecipeError(f"this address is not among those that may be told; {near}", path="tell", received=address)

    def tell(self, address: str, news: Mapping[str, Any]) -> str:
        """Tell one; why it could not be told, or nothing. A server that has trouble is asked again twice."""
        body = json.dumps(news, ensure_ascii=False, separators=(",", ":")).encode()
        problem = ""
        for trial in range(_TRIES):
            time.sleep(trial)
            headers = signed(address, body, self.key, int(time.time()))
            try:
                with _OPENER.open(urllib.request.Request(address, body, headers, method="POST"), timeout=_SECONDS) as answer:
                    answer.read(1 << 16)
                return ""
            except urllib.error.HTTPError as error:
                problem = f"it answered {error.code}"
                if error.code < _TROUBLE:
                    break
            except (OSError, ValueError, HTTPException) as error:
                problem = f"it cannot be reached ({getattr(error, 'reason', error)})"
        return f"{address} was not told: {problem}"


def signed(address: str, body: bytes, key: bytes, created: int) -> dict[str, str]:
    """The headers of a request that is told, its signature among them."""
    headers = {
        "content-type": "application/json",
        "content-digest": f"sha-256=:{base64.b64encode(hashlib.sha256(body).digest()).decode()}:",
    }
    values = {"@method": "POST", "@target-uri": address, **headers}
    names = " ".join(f'"{name}"' for name in _COVERED)
    parameters = f'({names});created={created};keyid="{KEY_ID}";alg="hmac-sha256"'
    signature = signature_of([(name, values[name]) for name in _COVERED], parameters, key)
    return {**headers, "signature-input": f"finch={parameters}", "signature": f"finch=:{signature}:"}


def signature_of(covered: Sequence[tuple[str, str]], parameters: str, key: bytes) -> str:
    """The signature over parts of a message, each by its name, and its own parameters (RFC 9421, 2.5 and 3.3.3), in base 64."""
    lines = [f'"{name}": {value}' for name, value in (*covered, ("@signature-params", parameters))]
    return base64.b64encode(hmac.new(key, "\n".join(lines).encode(), hashlib.sha256).digest()).decode()


class _Stays(urllib.request.HTTPRedirectHandler):
    """An address that leads elsewhere is not among those that were listed."""

    def redirect_request(self, *_given: object) -> None:
        """The answer is taken as it is."""


_OPENER = urllib.request.build_opener(_Stays, urllib.request.ProxyHandler({}))
