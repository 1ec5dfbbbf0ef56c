"""`python -m benchmarks.pages`: how soon each page can be used in a real browser, on a practice clinic of its own."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable

from playwright.sync_api import Browser, Page, sync_playwright

from benchmarks.__main__ import report
from docs.browser import CHROMIUM, QUIET
from docs.screenshots import BASE, LAPTOP, PASSWORD, PHONE, serve

TARGET_MS = 1500
FIRST_VIEW_MS = 500
"""From a click on the path to a step that can be used, seen for the first time, of a client with a year of sessions."""
READ_MS = 1500
"""Somebody reads the page that opened before pressing the next step."""
ROUNDS = 5
DRAWN = """() => {
  const seen = [...document.images].slice(0, 18)
  return seen.length === 18 && seen.every((image) => image.complete && image.naturalWidth)
}"""


def timed(page: Page, address: str, usable: Callable[[], None]) -> float:
    """Milliseconds from asking for an address until the page can be used."""
    start = time.perf_counter()
    page.goto(address, wait_until="commit")
    usable()
    return (time.perf_counter() - start) * 1000


A_YEAR = """
import datetime, django
django.setup()
from benchmarks.clinic import year_of_sessions
from easepath.clinic.models import Complaint
complaint = Complaint.objects.get(client__first_name="Ines", condition="adductor-strain")
year_of_sessions(complaint, complaint.versions.last(), datetime.date(2026, 11, 15))
"""
STEPS = {
    "screening": ".question", "measure": ".test", "plan": "[data-drill]", "tryout": ".pick", "home": ".version",
    "respond": "figure svg", "adjust": "article", "story": "input[name=words]",
}  # fmt: skip


def first_views(page: Page) -> dict[str, float]:
    """Milliseconds from the click to each step of the open visit, none of them seen before."""
    taken = {}
    for step, ready in STEPS.items():
        link = page.locator(f"nav[aria-label='Steps of the visit'] a[href$='/{step}']")
        start = time.perf_counter()
        link.click()
        page.locator(ready).first.wait_for()
        taken[step] = (time.perf_counter() - start) * 1000
        page.wait_for_load_state("networkidle")
    return taken


SLOW = {"offline": False, "latency": 150, "downloadThroughput": 200_000, "uploadThroughput": 94_000}
"""A phone of some years ago on a weak mobile network: bytes a second, milliseconds of latency."""
SLOWER_BY = 4
"""How many times slower than this machine its processor is taken to be."""
LEFT_ALONE_MS = 5000
"""Nobody asks the page anything meanwhile."""
PAINTED = "performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0"
SEEN = """new MutationObserver((_, watch) => {
  if (!document.querySelector('.today .next')) return
  watch.disconnect()
  requestAnimationFrame(() => setTimeout(() => { window.startSeen = performance.now() }))
}).observe(document, { childList: true, subtree: true })"""
"""The page notes itself when Start was painted: to ask it from outside takes a slow phone as long again."""


def slow_phone(browser: Browser, link: str) -> tuple[float, float]:
    """Milliseconds to the first paint and to Start on the today card, on a slow phone that never opened it before."""
    phone = browser.new_page(viewport=PHONE)  # type: ignore[arg-type]
    wire = phone.context.new_cdp_session(phone)
    wire.send("Network.enable")
    wire.send("Network.emulateNetworkConditions", SLOW)
    wire.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER_BY})
    phone.add_init_script(SEEN)
    phone.goto(link, wait_until="commit")
    phone.wait_for_timeout(LEFT_ALONE_MS)
    painted, seen = (float(phone.evaluate(f"() => {moment}")) for moment in (PAINTED, "window.startSeen"))
    phone.close()
    return painted, seen


def sign_in(browser: Browser) -> Page:
    """A page of its own, at the visit of the client with a year of sessions, come to rest."""
    page = browser.new_page(viewport=LAPTOP)  # type: ignore[arg-type]
    page.add_init_script("localStorage.setItem('easepath:tour', 'answered')")
    page.goto(BASE)
    page.fill("input[name=username]", "hanne")
    page.fill("input[name=password]", PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.get_by_role("button", name="Ines Varga").first.click()
    page.wait_for_url("**/visit/**")
    page.get_by_role("heading", level=1).wait_for()
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(READ_MS)
    return page


def main() -> None:
    """Give one client a year, see every step for the first time, then open every page some times."""
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as driver:
        server, link = serve(folder)
        browser = driver.chromium.launch(executable_path=CHROMIUM, args=list(QUIET))
        try:
            told = {**os.environ, "EASEPATH_VAR": folder, "DJANGO_SETTINGS_MODULE": "easepath.settings"}
            subprocess.run([sys.executable, "-c", A_YEAR], env=told, check=True)
            views = []
            for _ in range(ROUNDS):
                page = sign_in(browser)
                views.append(first_views(page))
                page.close()
            for step in STEPS:
                report(f"first view from the click: {step}", FIRST_VIEW_MS, [one[step] for one in views])
            page = sign_in(browser)
            visit = page.url.rsplit("/", 1)[0]
            ready: dict[str, tuple[str, str]] = {
                "caseload": (BASE, "[aria-label=Caseload] .name"),
                "story": (f"{visit}/story", "input[name=words]"),
                "screen": (f"{visit}/screening", ".question"),
                "measure": (f"{visit}/measure", ".test"),
                "plan": (f"{visit}/plan", "[data-drill]"),
                "try": (f"{visit}/tryout", ".pick"),
                "home": (f"{visit}/home", ".version"),
                "respond": (f"{visit}/respond", "tbody tr"),
                "adjust": (f"{visit}/adjust", "article"),
            }
            for name, (address, selector) in ready.items():
                taken = [timed(page, address, page.locator(selector).first.wait_for) for _ in range(ROUNDS)]
                report(f"usable: {name}", TARGET_MS, taken)
            taken = [timed(page, f"{BASE}/library", lambda: page.wait_for_function(DRAWN)) for _ in range(ROUNDS)]
            report("the library, the pictures in sight drawn", TARGET_MS, taken)
            phone = browser.new_page(viewport=PHONE)  # type: ignore[arg-type]
            begin = phone.get_by_role("button", name="Start", exact=True)
            report("usable: the client's sheet", TARGET_MS, [timed(phone, link, begin.wait_for) for _ in range(ROUNDS)])
            slow = [slow_phone(browser, link) for _ in range(ROUNDS)]
            report("slow phone, never opened before: first paint", TARGET_MS, [one for one, _ in slow])
            report("slow phone, never opened before: the today card", TARGET_MS, [one for _, one in slow])
        finally:
            browser.close()
            server.terminate()


if __name__ == "__main__":
    main()
