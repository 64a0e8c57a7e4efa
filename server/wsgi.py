"""The application a WSGI server runs."""

import os

from django.core.wsgi import get_wsgi_application

from server.quiet import quieten

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
application = get_wsgi_application()

quieten()
