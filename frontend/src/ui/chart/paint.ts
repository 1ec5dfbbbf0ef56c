/** The colours of the pages, for charts: one set of tokens for both. */
export interface Paint { ink: string; quiet: string; line: string; river: string; clay: string; card: string; rest: string; font: string }

/** The tokens as they stand on the page; where there is no page (a test) each is empty. */
export function paint(): Paint {
  const style = getComputedStyle(document.documentElement)
  const token = (name: string) => style.getPropertyValue(`--${name}`).trim()
  return {
    ink: token('ink'), quiet: token('ink-2'), line: token('line'), river: token('river'), clay: token('clay'),
    card: token('card'), rest: token('paper-deep'), font: token('sans'),
  }
}

/** Text of a chart: the page's letters, 12 px. */
export const words = (by: Paint, colour = by.quiet) => ({ fontFamily: by.font, fontSize: 12, color: colour })
