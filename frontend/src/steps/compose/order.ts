/** Moving a drill inside its phase; a drill never leaves the phase it belongs to. */
export interface Ordered {
  drill: string
  phase: string
}

/** The order with one drill moved; null where the move would leave the phase. */
export function moved(drills: readonly Ordered[], from: number, to: number): string[] | null {
  const held = drills[from]
  if (!held || from === to || drills[to]?.phase !== held.phase) return null
  const others = drills.filter((_, n) => n !== from).map((d) => d.drill)
  others.splice(to, 0, held.drill)
  return others
}
