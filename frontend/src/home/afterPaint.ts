/** Do something once the page as it stands now was painted; a hidden page paints nothing and does it soon all the same. */
export function afterPaint(what: () => void): void {
  if (document.hidden) setTimeout(what)
  else requestAnimationFrame(() => setTimeout(what))
}
