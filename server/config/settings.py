"""Settings. What differs between machines comes from `GRELT_*` variables; the start command sets them."""

from __future__ import annotations

import os
import sys
from pathlib import Path
from typing import Any

from grelt.api import report_components

ROOT = Path(__file__).resolve().parents[2]
VAR = Path(os.environ.get("GRELT_VAR", ROOT / "var"))
PORT = int(os.environ.get("GRELT_PORT", "8417"))

DEBUG = os.environ.get("GRELT_DEBUG") == "1"
# Good for tests and commands alone: the web server refuses to run with it.
PUBLIC_KEY = "only-for-tests-and-commands-that-serve-nobody"
SECRET_KEY = os.environ.get("GRELT_SECRET_KEY", PUBLIC_KEY)
ALLOWED_HOSTS = [
    "127.0.0.1",
    "localhost",
    "[::1]",
    *os.environ.get("GRELT_HOSTS", "").replace(",", " ").split(),
]

# Behind a proxy that speaks TLS (it must set `X-Forwarded-Proto`): cookies travel encrypted alone.
HTTPS = os.environ.get("GRELT_HTTPS") == "1"
SESSION_COOKIE_SECURE = HTTPS
CSRF_COOKIE_SECURE = HTTPS
SECURE_SSL_REDIRECT = HTTPS
# Asked by what keeps the web server up, on this machine and without the proxy.
SECURE_REDIRECT_EXEMPT = [r"^api/health$"]
SECURE_HSTS_SECONDS = 31_536_000 if HTTPS else 0
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if HTTPS else None
# Neighbours under the same domain, and lists kept by browsers, are not Grelt's to decide on.
SILENCED_SYSTEM_CHECKS = ["security.W005", "security.W021"]

# The look-up of records: where it answers, and how many seconds it may take for one.
RECORDS_ADDRESS = os.environ.get("GRELT_RECORDS_ADDRESS", "")
RECORDS_WAIT = float(os.environ.get("GRELT_RECORDS_WAIT", "2"))
# What all questions of one paper may take together, and how many there may be.
RECORDS_WHOLE_WAIT = float(os.environ.get("GRELT_RECORDS_WHOLE_WAIT", "20"))
RECORDS_MOST = int(os.environ.get("GRELT_RECORDS_MOST", "300"))

# How many bytes of papers one person may keep.
QUOTA = int(os.environ.get("GRELT_QUOTA_MB", "8192")) * 2**20

# What one check may take, in bytes and in seconds.
# Who may make an account: open (anybody), invited (whoever has an invitation into a course), closed (nobody).
SIGN_UP = os.environ.get("GRELT_SIGN_UP", "invited")
if SIGN_UP not in ("open", "invited", "closed"):
    raise SystemExit(f"GRELT_SIGN_UP is “{SIGN_UP}”; it may be open, invited or closed.")
CHECK_MEMORY = int(os.environ.get("GRELT_CHECK_MB", "1024")) * 2**20
CHECK_SECONDS = float(os.environ.get("GRELT_CHECK_SECONDS", "60"))

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "procrastinate.contrib.django",
    "rest_framework",
    "drf_spectacular",
    "accounts",
    "courses",
    "sources",
    "papers",
    "bundles",
    "decisions",
    "returns",
    "classes",
    "keeping",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "django.middleware.gzip.GZipMiddleware",
    "config.content_policy.ContentPolicyMiddleware",
    "config.caching.NothingKeptMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]
ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"

DATABASES: dict[str, dict[str, Any]] = {
    "default": {
        "ENGINE": "django.db.backends.postgresql",
        "NAME": os.environ.get("GRELT_DB_NAME", "grelt"),
        "USER": os.environ.get("GRELT_DB_USER", "grelt"),
        "HOST": os.environ.get("GRELT_DB_HOST", "127.0.0.1"),
        "PORT": os.environ.get("GRELT_DB_PORT", "54417"),
        "PASSWORD": os.environ.get("GRELT_DB_PASSWORD", ""),
        # A connection is tried before it is used, so that a database that was away is found again; one that is
        # away is told within seconds.
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {
            "connect_timeout": 3,
            # One on another machine that vanishes without a word: given up after this long.
            "tcp_user_timeout": 5000,
            "keepalives_idle": 5,
            "keepalives_interval": 2,
            "keepalives_count": 3,
            "pool": {"min_size": 1, "max_size": 12, "timeout": 3, "reconnect_timeout": 5},
        },
    }
}
# One store for all processes and machines: the counts of tries to sign in are worth something only so.
CACHES = {
    "default": {"BACKEND": "django.core.cache.backends.db.DatabaseCache", "LOCATION": "grelt_cache"}
}
# Tries to sign in: for one name from one address, for one name from anywhere, from one address for anybody (a
# class may sit behind one).
SIGN_IN_RATES = {"both": "10/min", "name": "60/hour", "address": "300/hour"}
AUTHENTICATION_BACKENDS = ["django.contrib.auth.backends.ModelBackend"]
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

PASSWORD_HASHERS = ["django.contrib.auth.hashers.Argon2PasswordHasher"]
if sys.argv[1:2] == ["test"]:
    # What is slow on purpose is not to be waited for by every test that has somebody sign in.
    PASSWORD_HASHERS.insert(0, "django.contrib.auth.hashers.MD5PasswordHasher")
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_HTTPONLY = True
CSRF_COOKIE_SAMESITE = "Lax"
CSRF_FAILURE_VIEW = "config.problems.forged"
X_FRAME_OPTIONS = "DENY"
SECURE_REFERRER_POLICY = "same-origin"

LANGUAGE_CODE = "en-us"
TIME_ZONE = "UTC"
USE_TZ = True

STATIC_URL = "/static/"
WEB_DIST = ROOT / "web" / "dist"
STATICFILES_DIRS = [WEB_DIST] if WEB_DIST.is_dir() else []
STORAGES = {"staticfiles": {"BACKEND": "django.contrib.staticfiles.storage.StaticFilesStorage"}}
WHITENOISE_USE_FINDERS = True
WHITENOISE_AUTOREFRESH = DEBUG
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/static/assets/.+-[0-9A-Za-z_-]{8}\.[a-z0-9.]+$"

TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "DIRS": []}]

# A paper may weigh 30 MB (the core says so with a message of its own); the form around it a little.
DATA_UPLOAD_MAX_MEMORY_SIZE = 2 * 1024 * 1024
DATA_UPLOAD_MAX_NUMBER_FILES = 50
FILE_UPLOAD_MAX_MEMORY_SIZE = 4 * 1024 * 1024

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["config.requests.Session"],
    "DEFAULT_PERMISSION_CLASSES": ["courses.policy.ByRole"],
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_PARSER_CLASSES": [
        "config.requests.SoundJson",
        "rest_framework.parsers.MultiPartParser",
    ],
    "DEFAULT_SCHEMA_CLASS": "config.described.Described",
    "EXCEPTION_HANDLER": "config.problems.handle",
    # Who asks is who connects: the web server believes the proxy that is set up, and no other.
    "NUM_PROXIES": 0,
    "UNAUTHENTICATED_USER": "django.contrib.auth.models.AnonymousUser",
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Grelt",
    "VERSION": "1",
    "SERVE_INCLUDE_SCHEMA": False,
    "COMPONENT_SPLIT_REQUEST": True,
    "APPEND_COMPONENTS": {"schemas": report_components()},
    "ENUM_NAME_OVERRIDES": {
        "OpenFormat": [("csl", "csl"), ("bibtex", "bibtex"), ("ris", "ris")],
        "CheckState": "papers.models.Check.State",
        "CourseRole": "courses.models.Role",
        "InvitedRole": [("helper", "helper"), ("reader", "reader")],
        "PaperState": [("read on", "read on"), ("mend", "mend"), ("send back", "send back")],
        "Verdict": "decisions.models.Decision.Verdict",
    },
    "OAS_VERSION": "3.1.0",
}

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {
        "console": {
            "class": "logging.StreamHandler",
            "level": os.environ.get("GRELT_LOG_LEVEL", "WARNING"),
        }
    },
    "root": {"handlers": ["console"], "level": os.environ.get("GRELT_LOG_LEVEL", "WARNING")},
}
