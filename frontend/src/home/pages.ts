import { defineAsyncComponent } from 'vue'

const LOADS = {
  BadHour: () => import('./BadHour.vue'),
  BitPage: () => import('./BitPage.vue'),
  CallPage: () => import('./CallPage.vue'),
  CheckPage: () => import('./CheckPage.vue'),
  CoursePage: () => import('./CoursePage.vue'),
  DrillsPage: () => import('./DrillsPage.vue'),
  EndPage: () => import('./EndPage.vue'),
  HurtPage: () => import('./HurtPage.vue'),
  MorningPage: () => import('./MorningPage.vue'),
  SessionPlayer: () => import('./SessionPlayer.vue'),
  SorePage: () => import('./SorePage.vue'),
  StoppedPage: () => import('./StoppedPage.vue'),
  ThanksPage: () => import('./ThanksPage.vue'),
  WholePage: () => import('./WholePage.vue'),
  YearPage: () => import('./YearPage.vue'),
}

/** The pages behind the first one: each comes when it is opened, or before. */
export const BadHour = defineAsyncComponent(LOADS.BadHour)
export const BitPage = defineAsyncComponent(LOADS.BitPage)
export const CallPage = defineAsyncComponent(LOADS.CallPage)
export const CheckPage = defineAsyncComponent(LOADS.CheckPage)
export const CoursePage = defineAsyncComponent(LOADS.CoursePage)
export const DrillsPage = defineAsyncComponent(LOADS.DrillsPage)
export const EndPage = defineAsyncComponent(LOADS.EndPage)
export const HurtPage = defineAsyncComponent(LOADS.HurtPage)
export const MorningPage = defineAsyncComponent(LOADS.MorningPage)
export const SessionPlayer = defineAsyncComponent(LOADS.SessionPlayer)
export const SorePage = defineAsyncComponent(LOADS.SorePage)
export const StoppedPage = defineAsyncComponent(LOADS.StoppedPage)
export const ThanksPage = defineAsyncComponent(LOADS.ThanksPage)
export const WholePage = defineAsyncComponent(LOADS.WholePage)
export const YearPage = defineAsyncComponent(LOADS.YearPage)

/** Fetch every page, so that a session goes on where the network does not. */
export function fetchPages(): void {
  for (const load of Object.values(LOADS)) void load().catch(() => undefined)
}
