import { say } from './words'

const two = (n: number): string => String(n).padStart(2, '0')

/** The name of a day of the week. The names stand in the catalogue: a slow phone takes long to ask its system for them. */
export const weekday = (moment: Date): string => say.dates.weekdays[moment.getDay()]!

/** A day with its date, in the language that is spoken now. */
export const dayAndDate = (moment: Date): string => say.dates.day(weekday(moment), moment.getDate(), say.dates.months[moment.getMonth()]!)

/** The time of day of a moment on this phone. */
export const timeOf = (moment: Date): string => `${two(moment.getHours())}:${two(moment.getMinutes())}`

/** A day of the wire as a moment: its noon on this phone. */
export const noon = (date: string): Date => new Date(`${date}T12:00`)

/** The day a moment has on this phone, as on the wire. */
export const dayOf = (moment: Date): string => [moment.getFullYear(), two(moment.getMonth() + 1), two(moment.getDate())].join('-')
