"""The HTTP API, version 1: one router an app."""

from __future__ import annotations

from ninja.security import django_auth

from server.accounts.api import router as accounts
from server.accounts.reading_api import router as reading
from server.bench.api import router as bench
from server.bench.bakes_api import router as bakes
from server.bench.calendar_api import router as calendar
from server.bench.check_api import router as checks
from server.bench.devices_api import router as devices
from server.bench.live_api import router as live
from server.bench.loads_api import router as loads
from server.bench.mend_api import router as mending
from server.bench.timers_api import router as timers
from server.boundary import PlainParser
from server.document import DescribedApi
from server.problems import install
from server.shelf.booking_api import router as bookings
from server.shelf.calibration_api import router as calibrations
from server.shelf.drag_api import router as drags
from server.shelf.edits_api import router as edits
from server.shelf.figures_api import router as figures
from server.shelf.fixing_api import router as fixing
from server.shelf.needs_api import router as needs
from server.shelf.order_api import router as order
from server.shelf.prints_api import router as prints
from server.shelf.references_api import router as references
from server.shelf.views_api import router as views
from server.speaking import SpokenRenderer
from server.stores.api import router as stores
from server.stores.stock_api import router as stock
from server.writes import in_one_write

api = DescribedApi(
    title="Windcrest",
    version="1",
    auth=django_auth,
    parser=PlainParser(),
    renderer=SpokenRenderer(),
    openapi_url="/openapi.json",
    docs_url=None,
    urls_namespace="api",
)
install(api)
api.add_router("/v1/", in_one_write(accounts))
api.add_router("/v1/", in_one_write(reading))
api.add_router("/v1/", in_one_write(figures))
api.add_router("/v1/", in_one_write(edits))
api.add_router("/v1/", in_one_write(drags))
api.add_router("/v1/", in_one_write(views))
api.add_router("/v1/", in_one_write(references))
api.add_router("/v1/", in_one_write(order))
api.add_router("/v1/", in_one_write(fixing))
api.add_router("/v1/", in_one_write(prints))
api.add_router("/v1/", in_one_write(stores))
api.add_router("/v1/", in_one_write(stock))
api.add_router("/v1/", in_one_write(needs))
api.add_router("/v1/", in_one_write(bookings))
api.add_router("/v1/", in_one_write(calibrations))
api.add_router("/v1/", in_one_write(bench))
api.add_router("/v1/", in_one_write(devices))
api.add_router("/v1/", in_one_write(timers))
api.add_router("/v1/", in_one_write(live))
api.add_router("/v1/", in_one_write(bakes))
api.add_router("/v1/", in_one_write(mending))
api.add_router("/v1/", in_one_write(calendar))
api.add_router("/v1/", in_one_write(loads))
api.add_router("/v1/", in_one_write(checks))
