import type { Schemas } from '@/api/client'
import { shortDate } from '@/ui/dates'

type Course = Schemas['OutcomeCourse']
type Scale = Schemas['ScaleAsked']

/** One answer as it is read: the word of its number where the scale has words, else the number of its highest. */
export function valueWords(course: Pick<Course, 'low' | 'high'>, value: number, words: readonly string[] = []): string {
  return words[value - course.low] ?? `${value} of ${course.high}`
}

/** What became of it: "3 better, more than its error of 2"; a change that may be chance is said to be within the error. */
export function becameWords(course: Course, scale: Scale | undefined): string {
  if (course.difference === null) return 'asked once so far'
  const told = scale?.words.length ? valueWords(course, course.difference, scale.words) : `${course.difference > 0 ? '+' : '−'}${Math.abs(course.difference)}`
  if (course.change === 'within its error') return `${told}: within its error of ${course.error}`
  return scale?.words.length ? `${told}, more than its error of ${course.error}` : `${told}, ${course.change}: more than its error of ${course.error}`
}

/** Every answer with its day, the earliest first. */
export const pointsWords = (course: Course, words: readonly string[] = []): string =>
  course.points.map(({ date, value }) => `${shortDate(date)} ${words[value - course.low] ?? value}`).join(', ')

/** Where the points of a scale lie in a box of so much width and height, and its error about the first of them (the middle of a scale in words). */
export function linePoints(course: Course, scale: Scale | undefined, width: number, height: number) {
  const days = course.points.map(({ date }) => Date.parse(`${date}T12:00:00Z`))
  const [first, last] = [days[0]!, days.at(-1)!]
  const x = (n: number) => (last === first ? width / 2 : 4 + ((days[n]! - first) / (last - first)) * (width - 8))
  const y = (value: number) => height - 4 - ((value - course.low) / (course.high - course.low)) * (height - 8)
  const middle = scale?.words.length ? 0 : course.points[0]!.value
  const [top, foot] = [Math.min(course.high, middle + course.error), Math.max(course.low, middle - course.error)]
  return { points: course.points.map(({ value }, n) => ({ x: x(n), y: y(value) })), band: { y: y(top), height: y(foot) - y(top) } }
}
