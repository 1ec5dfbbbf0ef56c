/** The figure of the body chart: one half of the outline, and where each place lies on it (right of the midline). */
export interface Spot {
  x: number
  y: number
  rx: number
  ry: number
}

const HALF: [number, number][] = [
  [0, 38], [7, 40], [20, 48], [33, 54], [40, 64], [45, 90], [51, 120], [57, 150], [63, 164], [64, 176], [58, 182], [52, 174],
  [49, 154], [42, 124], [36, 96], [31, 84], [29, 100], [27, 122], [32, 146], [34, 168], [31, 200], [26, 226], [27, 250],
  [20, 284], [24, 296], [20, 300], [8, 299], [9, 284], [7, 252], [8, 226], [5, 196], [1, 170],
]

export const SPOTS: Record<string, Spot> = {
  'hip-front': { x: 21, y: 150, rx: 10, ry: 8 }, groin: { x: 8, y: 164, rx: 8, ry: 7 }, 'thigh-front': { x: 18, y: 194, rx: 12, ry: 19 },
  'knee-front': { x: 14, y: 228, rx: 7, ry: 9 }, 'knee-outer': { x: 25, y: 228, rx: 5, ry: 9 }, shin: { x: 16, y: 259, rx: 9, ry: 17 },
  foot: { x: 16, y: 295, rx: 10, ry: 6 }, 'wrist-palm': { x: 56, y: 165, rx: 8, ry: 9 }, 'upper-back': { x: 13, y: 82, rx: 13, ry: 25 },
  'low-back': { x: 12, y: 125, rx: 12, ry: 14 }, buttock: { x: 15, y: 155, rx: 13, ry: 13 }, 'outer-hip': { x: 32, y: 152, rx: 6, ry: 13 },
  'thigh-back': { x: 18, y: 195, rx: 12, ry: 21 }, 'knee-back': { x: 16, y: 229, rx: 9, ry: 9 }, calf: { x: 17, y: 257, rx: 9, ry: 17 },
  head: { x: 6, y: 20, rx: 6, ry: 12 }, 'neck-front': { x: 5, y: 43, rx: 4, ry: 5 }, 'shoulder-front': { x: 33, y: 63, rx: 7, ry: 7 },
  chest: { x: 13, y: 76, rx: 11, ry: 14 }, 'upper-arm': { x: 40, y: 90, rx: 5, ry: 13 }, elbow: { x: 46, y: 121, rx: 5, ry: 8 }, belly: { x: 11, y: 118, rx: 11, ry: 15 },
  'head-back': { x: 6, y: 20, rx: 6, ry: 12 }, 'neck-back': { x: 5, y: 43, rx: 4, ry: 6 }, 'shoulder-back': { x: 30, y: 64, rx: 7, ry: 9 }, 'elbow-back': { x: 46, y: 121, rx: 5, ry: 8 },
  heel: { x: 16, y: 294, rx: 10, ry: 7 }, 'wrist-back': { x: 56, y: 165, rx: 8, ry: 9 },
}

/** Half of the smallest width that a finger or a pointer can hit, in the units of the drawing. */
export const HIT = 8.7

/** A place with its middle on the sheet on which both drawings lie. */
export interface Placed {
  key: string
  x: number
  y: number
}

const DIRECTIONS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }

/** The place an arrow key leads to: what lies that way, straight ahead before askew; nothing for another key or at the edge. */
export function nearest(placed: readonly Placed[], from: string, key: string): string | undefined {
  const [way, here] = [DIRECTIONS[key], placed.find((one) => one.key === from)]
  if (!way || !here) return undefined
  const found = placed.flatMap((one) => {
    const [dx, dy] = [one.x - here.x, one.y - here.y]
    const [ahead, aside] = [dx * way[0] + dy * way[1], Math.abs(dx * way[1]) + Math.abs(dy * way[0])]
    return ahead > 2 ? [{ key: one.key, far: ahead + 2 * aside }] : []
  })
  return found.sort((a, b) => a.far - b.far)[0]?.key
}

/** A smooth line through points: each stretch bends toward the next, the way a pen does. */
export function smooth(points: readonly [number, number][]): string {
  const at = (n: number) => points[Math.min(points.length - 1, Math.max(0, n))] as [number, number]
  return points
    .map(([x, y], n) => {
      if (!n) return `M${x} ${y}`
      const [a, b, d] = [at(n - 2), at(n - 1), at(n + 1)]
      const one = [b[0] + (x - a[0]) / 6, b[1] + (y - a[1]) / 6]
      const two = [x - (d[0] - b[0]) / 6, y - (d[1] - b[1]) / 6]
      return `C${one.map((v) => v.toFixed(1)).join(' ')} ${two.map((v) => v.toFixed(1)).join(' ')} ${x} ${y}`
    })
    .join(' ')
}

export const OUTLINE = smooth(HALF)

/** Whether a side lies right of the midline as one looks at the drawing: the client faces us in front. */
export function onRight(view: string, side: string): boolean {
  return (view === 'front') === (side === 'left')
}
