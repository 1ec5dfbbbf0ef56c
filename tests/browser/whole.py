"""Whether a page is whole: nothing that axe finds, and nothing that runs out of it."""

from __future__ import annotations

from axe_playwright_python.base import AXE_SCRIPT
from playwright.sync_api import Page

STILL = """Promise.allSettled(document.getAnimations()
    .filter((one) => one.effect?.getComputedTiming().endTime !== Infinity).map((one) => one.finished))"""
"""What opens is half transparent for a moment."""
NEWLY = """() => {
    const looks = (window.looks ??= new WeakMap())
    return [...document.body.querySelectorAll('*')].filter((node) => {
        if (!node.checkVisibility({ visibilityProperty: true })) return false
        const { color, backgroundColor, backgroundImage, opacity, fontSize, fontWeight } = getComputedStyle(node)
        const look = [color, backgroundColor, backgroundImage, opacity, fontSize, fontWeight].join()
        const other = looks.get(node) !== look
        looks.set(node, look)
        return other
    })
}"""
"""What was not on this page when it was looked at before, or looked otherwise."""
VIOLATIONS = f"""async () => {{
    const CONTRAST = 'color-contrast'
    const run = async (where, what) => {{
        const asked = {{ elementRef: true, resultTypes: ['violations', 'incomplete'], ...what }}
        const {{ violations, incomplete }} = await axe.run(where, asked)
        const open = incomplete.filter(({{ id }}) => id === CONTRAST)
        for (const {{ element }} of open.flatMap(({{ nodes }}) => nodes)) window.looks.delete(element)
        return violations.map(({{ id, nodes }}) => `${{id}}: ${{nodes[0].html.slice(0, 140)}}`)
    }}
    const again = !!window.looks
    const newly = ({NEWLY})()
    if (!again) return run(document, {{}})
    const found = await run(document, {{ rules: {{ [CONTRAST]: {{ enabled: false }} }} }})
    const there = newly.filter((node) => node.isConnected)
    if (there.length) found.push(...await run({{ include: there }}, {{ runOnly: [CONTRAST] }}))
    return found
}}"""
"""Contrast takes longer than all else together: it is measured once for what looks the same, and again where axe could
not tell."""


def faults(page: Page) -> list[str]:
    """What axe finds, and what runs out of the page."""
    page.wait_for_load_state("networkidle")
    if not page.evaluate("!!window.axe"):
        page.evaluate(AXE_SCRIPT)
    page.evaluate(STILL)
    found = page.evaluate(VIOLATIONS)
    wide = page.evaluate("document.documentElement.scrollWidth - window.innerWidth")
    return [*found, *([f"runs out sideways by {wide}"] if wide > 1 else [])]
