"""`python -m benchmarks.pages`: how soon each page can be used in a real browser, on a practice clinic of its own."""

from __future__ import annotations

import tempfile
import time
from collections.abc import Callable

from playwright.sync_api import Page, sync_playwright

from benchmarks.__main__ import report
from docs.browser import CHROMIUM, QUIET
from docs.screenshots import BASE, LAPTOP, PASSWORD, PHONE, serve

TARGET_MS = 1500
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


def main() -> None:
    """Sign in once, then open every page some times."""
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as driver:
        server, link = serve(folder)
        browser = driver.chromium.launch(executable_path=CHROMIUM, args=list(QUIET))
        try:
            page = browser.new_page(viewport=LAPTOP)  # type: ignore[arg-type]
            page.goto(BASE)
            page.fill("input[name=username]", "hanne")
            page.fill("input[name=password]", PASSWORD)
            page.get_by_role("button", name="Sign in").click()
            page.get_by_role("button", name="Ines Varga").first.click()
            page.wait_for_url("**/visit/**")
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
            begin = phone.get_by_role("button", name="Start the session")
            report("usable: the client's sheet", TARGET_MS, [timed(phone, link, begin.wait_for) for _ in range(ROUNDS)])
        finally:
            browser.close()
            server.terminate()


if __name__ == "__main__":
    main()
