"""Settings; everything that differs between installations comes from the environment."""

from __future__ import annotations

import datetime as dt
import os
import re
import secrets
from contextlib import suppress
from pathlib import Path

from csp.constants import NONE, SELF, UNSAFE_INLINE

from easepath.database import database
from easepath.entrance.log import logging_settings

BASE_DIR = Path(__file__).resolve().parent.parent
VAR_DIR = Path(os.environ.get("EASEPATH_VAR", BASE_DIR / "var"))
os.umask(0o077)  # what this product writes is for its owner alone
VAR_DIR.mkdir(parents=True, exist_ok=True)
with suppress(PermissionError):
    VAR_DIR.chmod(0o700)


def _secret_key() -> str:
    """The key of this installation: from the environment, else made once and kept beside the database."""
    if key := os.environ.get("EASEPATH_SECRET_KEY"):
        return key
    kept = VAR_DIR / "secret-key"
    if not kept.exists():
        made = VAR_DIR / f"secret-key.{os.getpid()}"
        made.touch(mode=0o600)
        made.write_text(secrets.token_urlsafe(48), encoding="utf-8")
        with suppress(FileExistsError):
            os.link(made, kept)  # of several servers that start at once, one makes it
        made.unlink()
    return kept.read_text(encoding="utf-8")


SECRET_KEY = _secret_key()
DEBUG = os.environ.get("EASEPATH_DEBUG") == "1"
ALLOWED_HOSTS = os.environ.get("EASEPATH_HOSTS", "127.0.0.1,localhost").split(",")
SECURE = os.environ.get("EASEPATH_HTTPS") == "1"
PROXIES = int(os.environ.get("EASEPATH_PROXIES", "0"))
"""How many trusted proxies stand before this server; each adds one address to X-Forwarded-For."""
FROZEN_TODAY = dt.date.fromisoformat(day) if (day := os.environ.get("EASEPATH_TODAY")) else None

INSTALLED_APPS = [
    "easepath.clinic.account.apps.SupportConfig",
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "django_otp",
    "django_otp.plugins.otp_totp",
    "django_tasks",
    "django_tasks_db",
    "easepath.clinic",
]
MIDDLEWARE = [
    "easepath.entrance.middleware.Entrance",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django_otp.middleware.OTPMiddleware",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "easepath.urls"
WSGI_APPLICATION = "easepath.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [BASE_DIR / "frontend" / "dist", BASE_DIR / "easepath" / "interchange" / "templates"],
        "APP_DIRS": True,
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "django.contrib.auth.context_processors.auth",
                "django.contrib.messages.context_processors.messages",
            ]
        },
    }
]
DATABASES = {"default": database(os.environ.get("EASEPATH_DATABASE_URL", f"sqlite:///{VAR_DIR}/easepath.sqlite3"))}
TASKS = {"default": {"BACKEND": "django_tasks_db.DatabaseBackend"}}
AUTH_USER_MODEL = "clinic.User"
AUTHENTICATION_BACKENDS = ["axes.backends.AxesStandaloneBackend", "django.contrib.auth.backends.ModelBackend"]
PASSWORD_HASHERS = [
    "django.contrib.auth.hashers.Argon2PasswordHasher",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 12}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = dt.timedelta(minutes=15)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_CLIENT_IP_CALLABLE = "easepath.clinic.account.address.client_address"
AXES_LOCKOUT_CALLABLE = "easepath.api.errors.too_many_attempts"
AXES_RESET_ON_SUCCESS = True  # of the pair that got in alone
AXES_VERBOSE = False
SLOW_AFTER_FAILURES = 20
SLOW_SECONDS = 30
"""A name that failed so often from anywhere within the quarter of an hour is tried once in so many seconds."""
IDLE_LOCK_SECONDS = 30 * 60
OTP_TOTP_ISSUER = "Ease Path"
OTP_ADMIN_HIDE_SENSITIVE_DATA = True
SESSION_COOKIE_AGE = 10 * 3600
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE
SECURE_SSL_REDIRECT = SECURE
SECURE_REDIRECT_EXEMPT = [r"^healthz$"]
SECURE_HSTS_SECONDS = 365 * 24 * 3600 if SECURE else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = SECURE_HSTS_PRELOAD = SECURE
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if PROXIES else None
CSRF_TRUSTED_ORIGINS = [f"https://{host}" for host in ALLOWED_HOSTS] if SECURE else []
SESSION_COOKIE_SAMESITE = CSRF_COOKIE_SAMESITE = "Lax"
SECURE_REFERRER_POLICY = "no-referrer"
X_FRAME_OPTIONS = "DENY"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF],
        "style-src": [SELF, UNSAFE_INLINE],
        "img-src": [SELF, "data:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "object-src": [NONE],
        "frame-ancestors": [NONE],
        "base-uri": [SELF],
        "form-action": [SELF],
    }
}
LANGUAGE_CODE = "en-gb"
TIME_ZONE = os.environ.get("EASEPATH_TIME_ZONE", "Europe/London")
USE_TZ = True
LOGGING = logging_settings(os.environ.get("EASEPATH_LOG", "INFO").upper())
BODY_MOST = 256 * 1024
"""Bytes of a request; a file that is brought may be larger."""
DATA_UPLOAD_MAX_MEMORY_SIZE = 24 * 1024 * 1024
STATIC_URL = "/static/"
STATIC_ROOT = VAR_DIR / "static"
PICTURES = VAR_DIR / "pictures"
STATICFILES_DIRS = [BASE_DIR / "frontend" / "dist" / "static"]
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
_HASHED_NAME = re.compile(r"/assets/.+-[A-Za-z0-9_-]{8}\.\w+$")


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:  # noqa: N802  (the setting's own name)
    """Vite's hashed names never change their content."""
    return bool(_HASHED_NAME.search(url))


SILENCED_SYSTEM_CHECKS = [
    "staticfiles.W004",
    "fields.W161",  # the quiet hours begin and end at a fixed time of day: looked at then, that is taken for a mistake
]
LINK_DAYS_AFTER_PLAN = 30
INCLINOMETER = os.environ.get("EASEPATH_INCLINOMETER", "easepath.standins.inclinometer.SimulatedInclinometer")
"""What streams an angle in Measure: the shipped stand-in, another class by its path, or nothing where it is empty."""
_MESSAGE_BOX = "easepath.standins.message_box.MessageBox"
TEXT_CARRIER = os.environ.get("EASEPATH_TEXT_CARRIER", _MESSAGE_BOX)
"""What carries text messages: the shipped stand-in, another class by its path, or nothing where it is empty."""
EMAIL_HOST = os.environ.get("EASEPATH_SMTP_HOST", "")
EMAIL_PORT = int(os.environ.get("EASEPATH_SMTP_PORT", "587"))
EMAIL_HOST_USER = os.environ.get("EASEPATH_SMTP_USER", "")
EMAIL_HOST_PASSWORD = os.environ.get("EASEPATH_SMTP_PASSWORD", "")
EMAIL_USE_TLS = os.environ.get("EASEPATH_SMTP_TLS", "1") == "1"
EMAIL_TIMEOUT = 10
DEFAULT_FROM_EMAIL = os.environ.get("EASEPATH_SMTP_FROM", "easepath@localhost")
MAIL_CARRIER = os.environ.get("EASEPATH_MAIL_CARRIER", "easepath.clinic.carriers.Smtp" if EMAIL_HOST else _MESSAGE_BOX)
"""What carries mail: a mail server where one is named, else the shipped stand-in."""
MESSAGE_BOX = VAR_DIR / "messages"
"""Where the stand-in lays down what it was given to carry."""
RETENTION_YEARS = float(years) if (years := os.environ.get("EASEPATH_RETENTION_YEARS")) else None
"""How long the record of an archived client is kept after the last thing that happened; None for ever."""
RETENTION_ERASES = os.environ.get("EASEPATH_RETENTION_ERASES") == "1"
"""Whether the daily job erases what is older than is kept; else it says how many records that are."""
