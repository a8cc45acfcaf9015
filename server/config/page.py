"""The one page: the built interface, with the nonce of its content policy put in."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_safe

_NOT_BUILT = (
    "The interface is not built. Run bin/grelt start, which builds it, "
    "or `npm --prefix web run build`."
)


@require_safe
@ensure_csrf_cookie
def page(request: HttpRequest, path: str = "") -> HttpResponse:
    """Every address that is not the API's or a static file's: the interface finds its view."""
    index = settings.WEB_DIST / "index.html"
    if not index.is_file():
        return HttpResponse(_NOT_BUILT, status=503, content_type="text/plain")
    nonce = getattr(request, "csp_nonce", "")
    html = index.read_text(encoding="utf-8").replace("__CSP_NONCE__", nonce)
    response = HttpResponse(html)
    response.headers["Cache-Control"] = "no-store"
    return response
