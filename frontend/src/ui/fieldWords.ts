/** A field as people read it: "drills.2.manner.cap_lift" is "drill 3, cap lift". */
export function fieldWords(field: string): string {
  const [first = '', number, ...rest] = field.split('.')
  const row = number !== undefined && /^\d+$/.test(number)
  const name = row ? `${first.replace(/s$/, '')} ${Number(number) + 1}` : first
  const parts = (row ? rest : [number, ...rest]).filter((part): part is string => part !== undefined && !/^\d+$/.test(part))
  return [name, ...parts.slice(-1)].join(', ').replaceAll(/[_-]/g, ' ')
}
