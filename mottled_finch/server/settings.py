"""Django's settings. The data folder comes from FINCH_DATA, which run.py sets; everything kept lies in it."""

import os
import secrets
from pathlib import Path

from mottled_finch import __version__

DATA = Path(os.environ.get("FINCH_DATA", ".finch/data")).resolve()
WEB = Path(__file__).parent / "web"

UPLOAD_BYTES_MOST = int(os.environ.get("FINCH_UPLOAD_BYTES") or 768 * 1024**2)
"""The largest file taken in. A table this size needs about three times as much memory while it is read (docs/speed.md)."""

DEBUG = False
SECRET_KEY = secrets.token_hex(32)  # nothing outlives the process that would be signed with it
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
ROOT_URLCONF = "mottled_finch.server.urls"
INSTALLED_APPS = [
    "rest_framework",
    "drf_spectacular",
    "mottled_finch.server.tables",
    "mottled_finch.server.plates",
    "mottled_finch.server.folios",
    "mottled_finch.server.plans",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "mottled_finch.server.guard.SameSite",
    "mottled_finch.server.guard.ContentPolicy",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "mottled_finch.server.guard.FewAtATime",
]
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA / "library.sqlite3",
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 30,
            # Large pages suit chunks of columns; they must be set before the first table is made.
            "init_command": "PRAGMA page_size=32768; PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL; PRAGMA foreign_keys=ON;",
        },
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
USE_TZ = True
TIME_ZONE = "UTC"
USE_I18N = False
STATIC_URL = "static/"
WHITENOISE_ROOT = WEB if WEB.is_dir() else None
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[\w-]{8}\.\w+$"  # the builder puts a digest into these names
WHITENOISE_USE_FINDERS = False
WHITENOISE_ALLOW_ALL_ORIGINS = False  # no page of another site has any business here
WHITENOISE_INDEX_FILE = True  # the desk, before any address is known
WHITENOISE_MAX_AGE = 0
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
SECURE_CROSS_ORIGIN_OPENER_POLICY = "same-origin"
DATA_UPLOAD_MAX_MEMORY_SIZE = 12 * 1024**2  # a recipe may hold a picture

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    # What broke goes to standard error; refusals are answers, not news.
    "loggers": {"django.request": {"handlers": ["console"], "level": "ERROR", "propagate": False}},
}

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": [],
    "DEFAULT_PERMISSION_CLASSES": [],
    "UNAUTHENTICATED_USER": None,
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_PARSER_CLASSES": ["mottled_finch.server.requests.StrictJson"],
    "DEFAULT_SCHEMA_CLASS": "drf_spectacular.openapi.AutoSchema",
    "EXCEPTION_HANDLER": "mottled_finch.server.problems.refusal_of",
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Mottled Finch",
    "VERSION": __version__,
    "DESCRIPTION": "Tables in, figures out. Recipes are described in docs/recipe.md.",
    "SERVE_INCLUDE_SCHEMA": False,
    "POSTPROCESSING_HOOKS": ["mottled_finch.server.openapi.with_core_schemas"],
}
