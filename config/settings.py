"""Settings of the one-machine server. Everything it keeps lies in ``var/``."""

from __future__ import annotations

import os
import secrets
from datetime import timedelta
from pathlib import Path
from typing import Any
from urllib.parse import unquote, urlsplit

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
ALLOWED_HOSTS = os.environ.get("FAIRHINGE_HOSTS", "127.0.0.1,localhost,[::1]").split(",")
INSTALLED_APPS = [
    "workshop",
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "axes",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "workshop.api.refusals.OneShape",
    "workshop.middleware.OwnPages",
    "workshop.middleware.Packed",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "workshop.middleware.Csrf",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "workshop.middleware.SignedIn",
    "workshop.middleware.Asking",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"


def _books() -> dict[str, Any]:
    """Where the books are kept: a file, or a PostgreSQL that several machines share."""
    url = os.environ.get("FAIRHINGE_DATABASE", "")
    if url:
        at = urlsplit(url)
        return {
            "ENGINE": "django.db.backends.postgresql",
            "NAME": unquote(at.path.strip("/")),
            "USER": unquote(at.username or ""),
            "PASSWORD": unquote(at.password or ""),
            "HOST": at.hostname or "",
            "PORT": str(at.port or ""),
        }
    return {
        "ENGINE": "django.db.backends.sqlite3",
        # a builder is told which books its server keeps
        "NAME": os.environ.get("FAIRHINGE_BOOKS", VAR / "workshop.sqlite3"),
        "TEST": {"NAME": VAR / "test.sqlite3"},
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 10,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL;",
        },
    }


DATABASES = {"default": _books()}
# how many processes build and prove, and what one may take before it is ended and replaced
BUILDERS = int(os.environ.get("FAIRHINGE_BUILDERS", max(os.cpu_count() or 2, 2)))
BUILDERS_ASIDE = int(os.environ.get("FAIRHINGE_BUILDERS_ASIDE", os.cpu_count() or 2))
BUILD_SECONDS = float(os.environ.get("FAIRHINGE_BUILD_SECONDS", 60))
BUILD_MB = float(os.environ.get("FAIRHINGE_BUILD_MB", 4000))
JOB_SECONDS = float(os.environ.get("FAIRHINGE_JOB_SECONDS", 600))  # of a large mesh
# where long work is queued: empty for a file beside the books, else redis://host:port/number
QUEUE = os.environ.get("FAIRHINGE_QUEUE", "")
IMPORT_SECONDS = float(os.environ.get("FAIRHINGE_IMPORT_SECONDS", 9))  # of a small file
# titles of projects that may take ten times all of these, divided by semicolons
LET_THROUGH = {one.strip() for one in os.environ.get("FAIRHINGE_LET_THROUGH", "").split(";")} - {""}
# how large a design may be: by name, what is not told stays as `core.limits` has it
LIMITS: dict[str, Any] = {
    name: float(os.environ[variable])
    for name, variable in (
        ("size_mm", "FAIRHINGE_MOST_MM"),
        ("copies", "FAIRHINGE_MOST_COPIES"),
        ("facets", "FAIRHINGE_MOST_FACETS"),
        ("triangles", "FAIRHINGE_MOST_TRIANGLES"),
    )
    if variable in os.environ
}
# solids and measurements that all builders keep together, and how large one may grow before it
# begins afresh when it is free
KEEPS_MB = float(os.environ.get("FAIRHINGE_KEEPS_MB", 130))
BUILDER_GROWS_MB = float(os.environ.get("FAIRHINGE_BUILDER_GROWS_MB", 600))
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
USE_TZ = True
TIME_ZONE = "UTC"
DATA_UPLOAD_MAX_MEMORY_SIZE = 4_500_000
FILE_UPLOAD_MAX_MEMORY_SIZE = 20_000_000
WEB = ROOT / "web" / "dist"
WEB.mkdir(parents=True, exist_ok=True)
STATIC_URL = "/static/"
WHITENOISE_ROOT = WEB
WHITENOISE_MAX_AGE = 0  # asked for again each time, but for what has its content in its name


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:
    """Whether a file is never another under the same name, as the front end's built parts are."""
    return url.startswith("/assets/")


SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
CSRF_FAILURE_VIEW = "workshop.middleware.forged"
CSRF_COOKIE_SAMESITE = "Strict"
# everything the pages use is shipped with them, and nothing else is run, shown, asked or framed
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'none'"],
        "script-src": ["'self'"],
        "style-src": ["'self'"],
        # the one style attribute that stands in a template of ours: of the finder's list (bits-ui),
        # "display: contents;"
        "style-src-attr": [
            "'unsafe-hashes'",
            "'sha256-iaOezIDcQIoxCULa6FBKKuLUu09R7kG+Mlu+JVfU3Rw='",
        ],
        "img-src": ["'self'", "data:", "blob:"],
        "font-src": ["'self'"],
        "connect-src": ["'self'"],
        "manifest-src": ["'self'"],
        "base-uri": ["'none'"],
        "form-action": ["'self'"],
        "frame-ancestors": ["'none'"],
    }
}
# whether makers sign in: said by `serve` where it serves beyond this machine
SIGN_IN = os.environ.get("FAIRHINGE_SIGN_IN", "") == "yes"
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}", "OPTIONS": options}
    for name, options in (
        ("MinimumLengthValidator", {"min_length": 10}),
        ("CommonPasswordValidator", {}),
        ("NumericPasswordValidator", {}),
        ("UserAttributeSimilarityValidator", {}),
    )
]
SESSION_COOKIE_SAMESITE = "Strict"
SESSION_COOKIE_AGE = 30 * 24 * 3600
# five wrong passwords for a name from one address: nothing more from there for a quarter of an hour
AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = timedelta(minutes=15)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_VERBOSE = False
# whether something in front of it signs makers in: only then is it served beyond this machine
SIGNED_IN_ELSEWHERE = os.environ.get("FAIRHINGE_SIGNED_IN_ELSEWHERE", "") == "yes"
# whether the workshop is reached through a proxy that speaks TLS (docs/machines.md)
TLS = os.environ.get("FAIRHINGE_TLS", "") == "yes"
CSRF_COOKIE_SECURE = SESSION_COOKIE_SECURE = TLS
SECURE_SSL_REDIRECT = TLS
SECURE_HSTS_SECONDS = 31_536_000 if TLS else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = TLS
if TLS:
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
# the check of forged requests is there, as `workshop.middleware.Csrf`
SILENCED_SYSTEM_CHECKS = ["security.W003"]
if not TLS:  # on one's own machine there is no TLS to be had
    SILENCED_SYSTEM_CHECKS += ["security.W004", "security.W008", "security.W012", "security.W016"]
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    # waitress warns of every 304 that a file wrapper answers; nothing is wrong with them
    "loggers": {"waitress": {"level": "ERROR"}},
}
