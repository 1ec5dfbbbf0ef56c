import type { Schemas } from '@/api/client'

type Step = Schemas['PathStep']

/** The steps that wait for somebody, in the order of the work. */
export const waitingSteps = (path: readonly Step[]): Step[] => path.filter((step) => ['waiting', 'stopped'].includes(step.state))

/** Where the work goes on after a step: the next on the path; Home, Respond and Adjust only once there is something in them. */
export function nextStep(path: readonly Step[], here: string): Step | undefined {
  const at = path.findIndex((step) => step.step === here)
  if (at < 0) return undefined
  return path.slice(at + 1).find((step) => step.state !== 'idle' || !['home', 'respond', 'adjust'].includes(step.step))
}
