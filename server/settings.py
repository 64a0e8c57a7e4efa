"""Settings of the server. Everything a person may change comes from the environment."""

import os
import secrets
from datetime import timedelta
from pathlib import Path

from csp.constants import NONE, SELF

ROOT = Path(__file__).resolve().parent.parent
DATA = Path(os.environ.get("WINDCREST_DATA", ROOT / "data"))
os.umask(0o077)  # what is made here is its owner's alone
DATA.mkdir(parents=True, exist_ok=True)
DEMO = os.environ.get("WINDCREST_DEMO") == "1"
DEBUG = False
TESTING = os.environ.get("WINDCREST_TESTING") == "1"


def _secret() -> str:
    """A key of this installation's own, made once."""
    path = DATA / "secret.key"
    kept = path.read_text(encoding="utf-8").strip() if path.exists() else ""
    if not kept:
        path.write_text(secrets.token_urlsafe(50), encoding="utf-8")
        path.chmod(0o600)
        kept = path.read_text(encoding="utf-8")
    return kept


SECRET_KEY = os.environ.get("WINDCREST_SECRET") or _secret()
ALLOWED_HOSTS = os.environ.get("WINDCREST_HOSTS", "127.0.0.1,localhost").split(",")
INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "server.accounts",
    "server.shelf",
    "server.stores",
    "server.bench",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "server.boundary.OwnAnswers",
    "server.boundary.Compressed",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
    "server.boundary.PlainBodies",
]
ROOT_URLCONF = "server.urls"
WSGI_APPLICATION = "server.wsgi.application"
TEMPLATES: list[dict[str, object]] = []
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATA / "windcrest.sqlite3",
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
            "init_command": "PRAGMA foreign_keys=ON; PRAGMA busy_timeout=20000; "
            + ("" if TESTING else "PRAGMA journal_mode=WAL; ")
            + "PRAGMA synchronous=FULL;",
        },
        "CONN_MAX_AGE": 60,
        "TEST": {"NAME": DATA / "test.sqlite3"},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
KEEPS_PASSWORDS = ["django.contrib.auth.hashers.Argon2PasswordHasher"]
# In tests a quick one, of nobody's password.
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"] if TESTING else KEEPS_PASSWORDS
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
]
AXES_FAILURE_LIMIT = 5
AXES_COOLOFF_TIME = timedelta(minutes=15)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_VERBOSE = False
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_HTTPONLY = True
CSRF_COOKIE_SAMESITE = "Lax"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF],
        "style-src": [SELF, "'unsafe-inline'"],
        "img-src": [SELF, "data:", "blob:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "object-src": [NONE],
        "base-uri": [SELF],
        "frame-ancestors": [NONE],
        "form-action": [SELF],
    }
}
USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en-gb"
PLANS_KEPT = 64 if TESTING else 8
STATIC_URL = "/static/"
WEB_DIST = ROOT / "web" / "dist"
STATICFILES_DIRS = [WEB_DIST] if WEB_DIST.exists() else []
STATIC_ROOT = ROOT / "static"
STORAGES = {
    "default": {"BACKEND": "server.durable.DurableStorage"},
    "staticfiles": {
        "BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"
        if TESTING
        else "whitenoise.storage.CompressedStaticFilesStorage"
    },
}
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.+[.-][0-9A-Za-z_-]{8,12}\..+$"
WHITENOISE_USE_FINDERS = TESTING
MEDIA_ROOT = DATA / "pictures"
FILE_UPLOAD_PERMISSIONS = 0o600
FILE_UPLOAD_DIRECTORY_PERMISSIONS = 0o700
DATA_UPLOAD_MAX_MEMORY_SIZE = 3_000_000
FILE_UPLOAD_MAX_MEMORY_SIZE = 5_000_000
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "loggers": {
        name: {"level": "ERROR" if TESTING else "WARNING"}
        for name in ("django.request", "django.security.csrf", "axes")
    },
    "root": {"handlers": ["console"], "level": "ERROR" if TESTING else "WARNING"},
}
