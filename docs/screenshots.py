"""`python -m docs.screenshots`: one picture of each main view from the practice clinic, on a fixed day.

Builds a practice clinic of its own in a temporary folder, serves it, and writes docs/screenshots/*.png.
"""

from __future__ import annotations

import os
import re
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from base64 import b64encode
from pathlib import Path

from playwright.sync_api import Browser, Page, sync_playwright

from docs.browser import CHROMIUM, QUIET

OUT = Path(__file__).parent / "screenshots"
PORT = 8765
BASE = f"http://127.0.0.1:{PORT}"
DAY = "2026-11-25"
PASSWORD = "river-lock-demo"
LAPTOP, PHONE = {"width": 1280, "height": 800}, {"width": 390, "height": 844}


def serve(folder: str) -> tuple[subprocess.Popen[bytes], str]:
    """The running server and the private link of the first client."""
    here = Path(__file__).parent.parent
    environment = {
        **os.environ,
        "EASEPATH_VAR": folder,
        "EASEPATH_TODAY": DAY,
        "DJANGO_SETTINGS_MODULE": "easepath.settings",
    }

    def run(*arguments: str) -> str:
        done = subprocess.run(
            [sys.executable, *arguments], cwd=here, env=environment, check=True, capture_output=True, text=True
        )
        return done.stdout

    run("manage.py", "migrate", "--verbosity", "0")
    run("manage.py", "collectstatic", "--noinput", "--verbosity", "0")
    words = run("-m", "easepath.standins", "--address", BASE)
    link = re.search(r"private link: (\S+)", words)
    assert link is not None
    command = [str(Path(sys.executable).parent / "gunicorn"), "easepath.wsgi", "--bind", f"127.0.0.1:{PORT}",
               "--control-socket", f"{folder}/g.sock", "--log-level", "error"]  # fmt: skip
    server = subprocess.Popen(command, cwd=here, env=environment)
    for _ in range(60):
        try:
            urllib.request.urlopen(BASE, timeout=1)
            break
        except (urllib.error.URLError, OSError):
            time.sleep(0.5)
    return server, link.group(1)


def shot(page: Page, name: str) -> None:
    """Write one picture once the page has come to rest."""
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(500)
    page.screenshot(path=OUT / f"{name}.png")
    print(name)


def clinic(browser: Browser) -> None:
    """The clinician's views."""
    page = browser.new_page(viewport=LAPTOP, locale="en-GB")  # type: ignore[arg-type]
    page.add_init_script("localStorage.setItem('easepath:tour', 'answered')")
    page.goto(BASE)
    page.fill("input[name=username]", "hanne")
    page.fill("input[name=password]", PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.get_by_role("region", name="Caseload").get_by_role("row").first.wait_for()
    page.mouse.move(0, 0)
    shot(page, "caseload")
    page.goto(f"{BASE}/library/half-kneel")
    page.get_by_role("button", name="Hold the picture").wait_for()
    shot(page, "library")
    open_client(page, "Piet Halloran")
    shot(page, "screen-held")
    open_client(page, "Marta Lind")
    page.get_by_role("article").first.wait_for()
    page.get_by_role("button", name="Accept").first.click()
    page.get_by_role("button", name="The whole page").wait_for()
    shot(page, "adjust")
    base = page.url.rsplit("/", 1)[0]
    visit(page, base, "screening", "screen")
    page.goto(f"{base}/tryout")
    page.get_by_role("button", name="try left Rocking in a deep step, hands on a chair").click()
    for label, value in (("readings before", "28"), ("readings after", "39")):
        page.get_by_label(label).fill(value)
        page.get_by_label(label).press("Enter")
    page.get_by_role("button", name="rushes").click()
    shot(page, "try")
    open_client(page, "Emre Dahl", "Hip impingement")
    base = page.url.rsplit("/", 1)[0]
    for step in ("story", "measure", "plan", "home"):
        visit(page, base, step, step)
    printed(browser, page)
    page.goto(f"{base}/plan")
    page.get_by_role("list", name="The session").locator(".name").nth(1).click()
    page.get_by_role("button", name="In turn with the next").click()
    page.get_by_role("group", name="In turn: 2 to 3").wait_for()
    page.get_by_role("region", name="Others").get_by_text(re.compile("by hand$")).click()
    page.get_by_role("button", name="Reason").first.click()
    page.get_by_role("list", name="The session").evaluate("list => list.scrollIntoView()")
    shot(page, "plan-by-hand")
    page.get_by_role("region", name="Others").locator("li .name").first.click()
    page.get_by_text("It supports your decision").wait_for()
    shot(page, "reasons")
    course(page)
    page.close()


def printed(browser: Browser, page: Page) -> None:
    """The first two pages of the sheet on paper, side by side."""
    with page.expect_download() as waiting:
        page.get_by_role("button", name="Sheet as PDF").click()
    subprocess.run(
        ["pdftoppm", "-r", "75", "-l", "2", "-png", str(waiting.value.path()), str(OUT / "paper")], check=True
    )
    drawn = sorted(OUT.glob("paper-*.png"))
    side_by_side = "".join(f'<img src="data:image/png;base64,{b64encode(one.read_bytes()).decode()}">' for one in drawn)
    for one in drawn:
        one.unlink()
    paper = browser.new_page(viewport={"width": 1280, "height": 900})
    paper.set_content(f"<style>body{{margin:8px;background:#999;display:flex;gap:8px}}</style>{side_by_side}")
    shot(paper, "printed-sheet")
    paper.close()


def course(page: Page) -> None:
    """How a complaint goes over time, and the person it belongs to."""
    open_client(page, "Greta Moss", "Knee will not bend")
    base = page.url.rsplit("/", 1)[0]
    page.goto(f"{base}/respond")
    page.get_by_role("img", name=re.compile("sessions since")).wait_for()
    shot(page, "respond")
    page.get_by_role("link", name="Greta Moss").click()
    knee = page.get_by_role("article", name=re.compile("Knee will not bend"))
    knee.get_by_role("link", name="Course").click()
    page.get_by_role("img", name=re.compile("sessions since")).wait_for()
    shot(page, "course")
    page.get_by_role("link", name="Greta Moss").click()
    page.get_by_role("heading", name="Complaints").wait_for()
    shot(page, "person")


def visit(page: Page, base: str, step: str, name: str) -> None:
    """One step of a visit."""
    page.goto(f"{base}/{step}")
    page.get_by_role("heading", level=1).wait_for()
    if step == "measure":
        page.get_by_role("button", name="Hip internal rotation").first.click()
    if step == "plan":
        page.get_by_role("button", name=re.compile("^Put .* on$")).first.wait_for()
    shot(page, name)


def open_client(page: Page, name: str, condition: str = "") -> None:
    """Open the visit of a client's complaint from the caseload."""
    page.goto(BASE)
    page.get_by_role("searchbox").fill(name.rsplit(maxsplit=1)[-1])
    row = page.get_by_role("region", name="Caseload").get_by_role("row").filter(has_text=name.rsplit(maxsplit=1)[-1])
    row = row.filter(has_text=condition).first
    row.wait_for()
    of_many = row.get_by_role("button").filter(has_text=condition or name)
    (of_many if of_many.count() else row.get_by_role("button")).first.click()
    page.wait_for_url("**/visit/**")
    page.get_by_role("heading", level=1).wait_for()


def phone(browser: Browser, link: str) -> None:
    """The client's views."""
    page = browser.new_page(viewport=PHONE, locale="en-GB")  # type: ignore[arg-type]
    page.clock.install()
    page.goto(link)
    start = page.get_by_role("button", name="Start", exact=True)
    start.wait_for()
    shot(page, "phone-today")
    start.click()
    page.get_by_role("button", name="How is the pain now? 1 of 10").click()
    for _ in range(2):
        page.get_by_role("button", name="More", exact=True).click()
        page.get_by_role("button", name="Go past this drill").click()
    page.get_by_role("button", name="I am there").click()
    page.clock.run_for(4_000)
    page.screenshot(path=OUT / "phone-session.png")
    with page.expect_response(lambda answer: answer.url.endswith("/sessions")):
        page.get_by_role("button", name="It hurts: stop").click()
    page.get_by_text("The clinic knows that you stopped").wait_for()
    page.screenshot(path=OUT / "phone-stopped.png")
    page.close()


def main() -> None:
    """Write every picture."""
    OUT.mkdir(exist_ok=True)
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as driver:
        server, link = serve(folder)
        browser = driver.chromium.launch(executable_path=CHROMIUM, args=list(QUIET))
        try:
            clinic(browser)
            phone(browser, link)
        finally:
            browser.close()
            server.terminate()


if __name__ == "__main__":
    main()
