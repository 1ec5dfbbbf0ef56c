import { onBeforeUnmount, watch, type Ref } from 'vue'

/** Keep the screen on while something runs, where the phone can; without it a session waits each time the phone sleeps. */
export function useAwake(running: Ref<boolean>): void {
  let lock: WakeLockSentinel | null = null

  async function hold(): Promise<void> {
    try {
      lock = (await navigator.wakeLock?.request('screen')) ?? null
      if (!running.value) await release()
    } catch {
      lock = null // a phone that saves power says no; the session then waits when it sleeps
    }
  }

  async function release(): Promise<void> {
    const held = lock
    lock = null
    await held?.release()
  }

  watch(running, (now) => void (now ? hold() : release()))
  onBeforeUnmount(() => void release())
}
