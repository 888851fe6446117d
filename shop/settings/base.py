"""What every installation shares."""

import os
from pathlib import Path
from typing import Any

from shop.people.lockout import TRIES, WAIT

ROOT = Path(__file__).resolve().parents[2]
DATA = Path(os.environ.get("FIERCE_BORE_DATA") or ROOT / "data")
WEB = ROOT / "web" / "dist"

DEBUG = False
# Whether something in front of this ends TLS and says, itself, where a request comes from.
BEHIND_PROXY = os.environ.get("FIERCE_BORE_PROXY") == "1"
SECRET_KEY = os.environ.get("FIERCE_BORE_SECRET", "")
ALLOWED_HOSTS: list[str] = []
DEMO = False

# How many days the history of records reaches back; 0: for ever.
HISTORY_DAYS = int(os.environ.get("FIERCE_BORE_HISTORY_DAYS") or 0)

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "ninja",
    "simple_history",
    "axes",
    "shop.people",
    "shop.yard",
    "shop.jobs",
    "shop.logbook",
    "shop.practice",
    "shop.upkeep",
    "shop.demo",
]
MIDDLEWARE = [
    "shop.log.RequestLogMiddleware",
    "shop.headers.HeadersMiddleware",
    "shop.headers.SizeMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "simple_history.middleware.HistoryRequestMiddleware",
    "axes.middleware.AxesMiddleware",
    "shop.api.known.KnownMiddleware",
]
ROOT_URLCONF = "shop.urls"
TEMPLATES: list[dict[str, Any]] = []
WSGI_APPLICATION = "shop.wsgi.application"

# Durable before fast: every acknowledged write is on the disk, writers wait for one another instead of failing.
SQLITE_START = (
    ";".join(
        [
            "PRAGMA journal_mode=WAL",
            "PRAGMA synchronous=FULL",
            "PRAGMA foreign_keys=ON",
            "PRAGMA temp_store=MEMORY",
            "PRAGMA cache_size=-20000",
            "PRAGMA mmap_size=134217728",
            "PRAGMA journal_size_limit=67108864",
        ]
    )
    + ";"
)
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA / "shop.sqlite3",
        "CONN_MAX_AGE": None,
        "OPTIONS": {"transaction_mode": "IMMEDIATE", "timeout": 20, "init_command": SQLITE_START},
    }
}
# Wrong passwords from one place for one name lock that name out there for a while.
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
AXES_FAILURE_LIMIT = TRIES
AXES_COOLOFF_TIME = WAIT
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_LOCKOUT_CALLABLE = "shop.people.lockout.locked_out"
AXES_RESET_ON_SUCCESS = True
AXES_CLIENT_IP_CALLABLE = "shop.people.lockout.place_of"
AXES_DISABLE_ACCESS_LOG = True
AXES_VERBOSE = False
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}", **options}
    for name, options in (
        ("UserAttributeSimilarityValidator", {}),
        ("MinimumLengthValidator", {"OPTIONS": {"min_length": 10}}),
        ("CommonPasswordValidator", {}),
        ("NumericPasswordValidator", {}),
    )
]
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_USER_MODEL = "people.User"
USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en-gb"
USE_I18N = False

STATIC_URL = "/static/"
# The built interface is all there is to serve.
STATIC_ROOT = WEB
WHITENOISE_AUTOREFRESH = False
# Vite puts a hash into every name under assets/: those never change.
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/static/assets/.+-[\w-]{8,}\.\w+$"

# A working day; signing in again is asked for the next morning.
SESSION_COOKIE_AGE = 12 * 3600
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
CSRF_FAILURE_VIEW = "shop.refusals.on_forbidden"
X_FRAME_OPTIONS = "DENY"
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
# How big each kind of body may be is `shop.headers`' affair; this is the most of all.
DATA_UPLOAD_MAX_MEMORY_SIZE = 32 * 1024 * 1024
# One line of JSON for each request, sign-in and fault: to the console, which whatever runs this keeps and turns over, or to a file, which is
# opened anew when it is moved away (logrotate).
LOG_FILE = os.environ.get("FIERCE_BORE_LOG", "")
LOG_HANDLER: dict[str, Any] = (
    {"class": "logging.handlers.WatchedFileHandler", "filename": LOG_FILE, "delay": True}
    if LOG_FILE
    else {"class": "logging.StreamHandler"}
)
LOGGING: dict[str, Any] = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"json": {"()": "shop.log.JsonFormatter"}},
    "handlers": {"lines": LOG_HANDLER | {"formatter": "json"}},
    "root": {"handlers": ["lines"], "level": "WARNING"},
    "loggers": {
        "shop": {"level": os.environ.get("FIERCE_BORE_LOG_LEVEL", "INFO")},
        "axes": {"level": "ERROR"},
        "django.request": {"level": "ERROR"},
    },
}
