import type { Schemas } from '@/api/client'

export type PainRule = Schemas['DrillResponse']['pain_rule']

/** How much a drill may hurt, by the pain rule of its method; a rule without words does not compile. */
export const PAIN_RULES: Record<PainRule, string> = {
  'pain-free': 'no more than one above the start',
  tolerable: 'what is easy to bear',
  'touch-and-release': 'touch the pain and let go',
}
