"""The application as a web server runs it."""

import os

from django.conf import settings
from django.core.exceptions import ImproperlyConfigured
from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
application = get_wsgi_application()
if settings.SECRET_KEY == settings.PUBLIC_KEY:
    raise ImproperlyConfigured(
        "GRELT_SECRET_KEY is not set: with the published key anybody can sign in."
    )
