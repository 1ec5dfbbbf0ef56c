/** What a day before a morning was like, as staff enter it. */
export const UNUSUAL: { value: string; text: string }[] = [
  { value: 'none', text: 'a usual day' }, { value: 'training', text: 'hard training' }, { value: 'work', text: 'heavy work' },
  { value: 'travel', text: 'a long journey' }, { value: 'poor-sleep', text: 'poor sleep' }, { value: 'other', text: 'something else' },
]

/** Where something was felt, in words. */
export function siteWords(site: string, feel = ''): string {
  return site === 'target' ? ['where it should be', feel].filter(Boolean).join(': ') : site.replaceAll('-', ' ')
}
