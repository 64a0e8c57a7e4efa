"""The application a WSGI server runs."""

import gc
import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
application = get_wsgi_application()

# A plan makes thousands of small objects that die together: what lives for good is not looked
# through again, and the rest less often, so that a preview is not held up.
gc.collect()
gc.freeze()
gc.set_threshold(20_000, 20, 20)
