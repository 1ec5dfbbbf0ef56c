import type { Schemas } from '@/api/client'

type Proposal = Schemas['ProposalOut']

/** Whether a proposal asks something of the clinician, or was answered here. */
export const asks = (one: Proposal): boolean => one.waits || one.decision !== 'open' || one.missing.some((m) => m.word)

/** What asks, the stop signs first, and the drills that stay as they are. */
export function sorted(proposals: readonly Proposal[]): { asking: Proposal[]; telling: Proposal[]; staying: Proposal[] } {
  const asking = proposals.filter(asks)
  const quiet = proposals.filter((one) => !asks(one))
  return {
    asking: [...asking.filter((one) => one.stop_sign), ...asking.filter((one) => !one.stop_sign && one.about === 'drill'), ...asking.filter((one) => one.about === 'plan' && !one.stop_sign)],
    telling: quiet.filter((one) => one.about === 'plan'),
    staying: quiet.filter((one) => one.about === 'drill'),
  }
}

/** How many were decided of how many that ask. */
export function decidedWords(asking: readonly Proposal[]): string {
  const open = asking.filter((one) => one.waits).length
  const things = asking.length === 1 ? '1 thing asks' : `${asking.length} things ask`
  if (!asking.length) return 'nothing asks for a change'
  return open ? `${things}, ${open} to decide` : `${things}, ${asking.length === 1 ? 'decided' : 'all decided'}`
}
