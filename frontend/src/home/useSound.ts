import { reactive, watch } from 'vue'
import { say } from './words'

/** What leads through a session beside the screen; remembered on this phone. */
export interface Sounds {
  voice: boolean
  chime: boolean
  vibrate: boolean
}

export type Cue = 'begin' | 'beat' | 'change' | 'end'

const STORE = 'easepath:sounds'
const DEFAULT: Sounds = { voice: true, chime: false, vibrate: true }
/** Two tones each, in hertz: up to begin, down to end. */
const TONES: Record<Cue, [number, number]> = { begin: [523, 784], beat: [659, 659], change: [587, 880], end: [784, 523] }
const BUZZ: Record<Cue, number[]> = { begin: [120], beat: [60], change: [80, 80, 80], end: [250] }

/** A voice that lives on the phone: nothing that is said leaves it. */
function voiceOf(language: string): SpeechSynthesisVoice | undefined {
  const voices = globalThis.speechSynthesis?.getVoices().filter((one) => one.localService) ?? []
  return voices.find(({ lang }) => lang === language) ?? voices.find(({ lang }) => lang.slice(0, 2) === language.slice(0, 2))
}

/** Voice, chime and vibration of a session. Where there is no voice on the phone, the chime rings in its place. */
export function useSound(): { sounds: Sounds; unlock: () => void; tell: (words: string, cue: Cue) => void; quiet: () => void } {
  const sounds = reactive<Sounds>({ ...DEFAULT, ...(JSON.parse(localStorage.getItem(STORE) ?? '{}') as Partial<Sounds>) })
  let context: AudioContext | null = null
  watch(sounds, (now) => localStorage.setItem(STORE, JSON.stringify(now)))

  /** A browser lets a page sound after a touch only. */
  function unlock(): void {
    context ??= 'AudioContext' in globalThis ? new AudioContext() : null
    void context?.resume()
    globalThis.speechSynthesis?.getVoices()
  }

  function ring(cue: Cue): void {
    if (!context) return
    const at = context.currentTime
    TONES[cue].forEach((hertz, n) => {
      const [tone, gain] = [context!.createOscillator(), context!.createGain()]
      tone.frequency.value = hertz
      gain.gain.setValueAtTime(0.0001, at + n * 0.14)
      gain.gain.exponentialRampToValueAtTime(0.25, at + n * 0.14 + 0.02)
      gain.gain.exponentialRampToValueAtTime(0.0001, at + n * 0.14 + 0.3)
      tone.connect(gain).connect(context!.destination)
      tone.start(at + n * 0.14)
      tone.stop(at + n * 0.14 + 0.32)
    })
  }

  function tell(words: string, cue: Cue): void {
    const voice = sounds.voice ? voiceOf(say.language) : undefined
    if (voice && words) {
      const speech = new SpeechSynthesisUtterance(words)
      Object.assign(speech, { voice, lang: voice.lang, rate: 0.95 })
      globalThis.speechSynthesis.cancel()
      globalThis.speechSynthesis.speak(speech)
    }
    if (sounds.chime || (sounds.voice && !voice)) ring(cue)
    if (sounds.vibrate) navigator.vibrate?.(BUZZ[cue])
  }

  function quiet(): void {
    globalThis.speechSynthesis?.cancel()
  }

  return { sounds, unlock, tell, quiet }
}
