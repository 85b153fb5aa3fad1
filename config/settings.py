"""Settings of the one-machine server. Everything it keeps lies in ``var/``."""

from __future__ import annotations

import os
import secrets
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
VAR = Path(os.environ.get("FAIRHINGE_VAR", ROOT / "var"))
VAR.mkdir(parents=True, exist_ok=True)


def _secret() -> str:
    kept = VAR / "secret"
    if not kept.exists():
        kept.write_text(secrets.token_urlsafe(48))
        kept.chmod(0o600)
    return kept.read_text()


SECRET_KEY = _secret()
DEBUG = False
ALLOWED_HOSTS = os.environ.get("FAIRHINGE_HOSTS", "127.0.0.1,localhost,[::1],testserver").split(",")
INSTALLED_APPS = ["workshop"]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "workshop.middleware.SameOrigin",
    "django.middleware.gzip.GZipMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.common.CommonMiddleware",
]
ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        # a job's process is told which books its server keeps
        "NAME": os.environ.get("FAIRHINGE_BOOKS", VAR / "workshop.sqlite3"),
        "TEST": {"NAME": VAR / "test.sqlite3"},
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL;",
        },
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
USE_TZ = True
TIME_ZONE = "UTC"
DATA_UPLOAD_MAX_MEMORY_SIZE = 4_500_000
FILE_UPLOAD_MAX_MEMORY_SIZE = 20_000_000
WEB = ROOT / "web" / "dist"
WEB.mkdir(parents=True, exist_ok=True)
STATIC_URL = "/static/"
WHITENOISE_ROOT = WEB
WHITENOISE_MAX_AGE = 0
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    # waitress warns of every 304 that a file wrapper answers; nothing is wrong with them
    "loggers": {"waitress": {"level": "ERROR"}},
}
