import type { EChartsCoreOption } from 'echarts/core'
import type { Schemas } from '@/api/client'
import { bounds } from '@/ui/chart/bounds'
import { DAY, dayAfter, dayWords, noon } from '@/ui/chart/days'
import { words, type Paint } from '@/ui/chart/paint'
import { unitWords, withUnit } from '@/ui/units'
import type { Stick } from './course'

/** What one chart of a course shows: a range above, pain below, the weeks at the foot. */
export interface CourseShown {
  range: Schemas['RangeOut'] | null
  sticks: Stick[]
  versions: Schemas['VersionMark'][]
  rests: Schemas['Days'][]
  weeks: Schemas['WeekOut'][]
  limit: number | null
  first: string
  today: string
}

const LEFT = 62
const RANGE = { top: 34, height: 84 }
const PAIN_HEIGHT = 104
const WEEK_HEIGHT = 22

/** Where each part lies, and how high the whole is. */
export function layout(shown: CourseShown): { pain: number; weeks: number; height: number } {
  const pain = shown.range ? RANGE.top + RANGE.height + 42 : 34
  const weeks = pain + PAIN_HEIGHT + 34
  return { pain, weeks, height: weeks + (shown.weeks.length ? WEEK_HEIGHT + 12 : -8) }
}

/** The chart of a course; every figure in it also stands in the tables beside it. */
export function courseOption(shown: CourseShown, by: Paint): EChartsCoreOption {
  const { pain, weeks } = layout(shown)
  const right = shown.range || shown.limit !== null ? 118 : 28
  const hasWeeks = shown.weeks.length > 0
  const grids = [
    ...(shown.range ? [{ left: LEFT, right, ...RANGE }] : []),
    { left: LEFT, right, top: pain, height: PAIN_HEIGHT },
    ...(hasWeeks ? [{ left: LEFT, right, top: weeks, height: WEEK_HEIGHT }] : []),
  ]
  const painAt = shown.range ? 1 : 0
  const time = (gridIndex: number) => ({
    type: 'time', gridIndex, min: noon(shown.first) - DAY / 2, max: noon(shown.today) + DAY, splitNumber: 7,
    minInterval: DAY, axisTick: { show: false }, axisLine: { show: gridIndex === painAt, lineStyle: { color: by.quiet } }, splitLine: { show: false },
    axisLabel: { ...words(by), show: gridIndex === painAt, formatter: dayWords, hideOverlap: true },
  })
  return {
    animation: false,
    textStyle: words(by),
    grid: grids,
    tooltip: { trigger: 'item', confine: true, borderColor: by.line, backgroundColor: by.card, textStyle: words(by, by.ink) },
    xAxis: grids.map((_, n) => time(n)),
    yAxis: [
      ...(shown.range ? [rangeAxis(shown.range, by)] : []),
      {
        gridIndex: painAt, min: 0, max: 10, interval: 5, name: 'Pain', nameLocation: 'end', nameTextStyle: { ...words(by, by.ink), fontWeight: 600, align: 'left', padding: [0, 0, 0, -LEFT + 8] },
        axisLabel: words(by), axisLine: { show: false }, axisTick: { show: false }, splitLine: { lineStyle: { color: by.line } },
      },
      ...(hasWeeks ? [{ gridIndex: grids.length - 1, min: 0, max: 7, show: false }] : []),
    ],
    series: [
      ...(shown.range ? rangeSeries(shown, shown.range, by) : []),
      ...painSeries(shown, painAt, by),
      ...(hasWeeks ? [weekSeries(shown, grids.length - 1, by)] : []),
    ],
  }
}

function rangeAxis(range: Schemas['RangeOut'], by: Paint): object {
  const values = range.readings.map((r) => r.value)
  const seen = [...values.flatMap((v) => [v - range.mdc, v + range.mdc]), ...(range.goal === null ? [] : [range.goal])]
  return {
    gridIndex: 0, inverse: range.better === 'down', ...bounds(seen),
    axisLabel: words(by), axisLine: { show: false }, axisTick: { show: false }, splitLine: { lineStyle: { color: by.line } },
  }
}

function rangeSeries(shown: CourseShown, range: Schemas['RangeOut'], by: Paint): object[] {
  const points = range.readings.map((r) => [noon(r.date), r.value])
  const band = (value: (v: number) => number) => points.map(([at, v]) => [at, value(v!)])
  const hidden = { type: 'line', xAxisIndex: 0, yAxisIndex: 0, stack: 'error', stackStrategy: 'all', symbol: 'none', silent: true, lineStyle: { opacity: 0 } }
  return [
    { ...hidden, data: band((v) => v - range.mdc) },
    { ...hidden, data: band(() => 2 * range.mdc), areaStyle: { color: by.river, opacity: 0.14 } },
    {
      type: 'line', name: range.name, xAxisIndex: 0, yAxisIndex: 0, data: points, symbol: 'circle', symbolSize: 9, lineStyle: { color: by.river, width: 2.4 }, itemStyle: { color: by.river },
      label: { show: true, position: 'top', ...words(by, by.river), fontWeight: 600, formatter: ({ value }: { value: number[] }) => `${value[1]}` },
      labelLayout: { hideOverlap: true },
      tooltip: { formatter: ({ value }: { value: number[] }) => `${dayWords(value[0]!)}: ${withUnit(value[1]!, range.unit)}, error ${range.mdc} ${unitWords(range.unit)}` },
      markLine: versionLines(shown, by, false, range.goal === null ? [] : [{
        yAxis: range.goal, lineStyle: { color: by.river, type: [6, 4], width: 1 }, label: { ...words(by), formatter: `goal ${withUnit(range.goal, range.unit)}`, position: 'end' },
      }]),
      markArea: restAreas(shown, by),
    },
  ]
}

function versionLines(shown: CourseShown, by: Paint, named: boolean, more: object[]): object {
  const versions = shown.versions.map((version) => ({
    xAxis: noon(version.date), lineStyle: { color: by.ink, type: 'solid', width: 1.3 },
    label: { show: named, formatter: `version ${version.number}`, position: 'end', ...words(by, by.ink), distance: 4 },
  }))
  return { symbol: 'none', silent: true, animation: false, data: [...versions, ...more] }
}

const restAreas = (shown: CourseShown, by: Paint): object => ({
  silent: true, itemStyle: { color: by.rest, opacity: 0.8 },
  data: shown.rests.map((rest) => [{ xAxis: noon(rest.first) - DAY / 2 }, { xAxis: noon(rest.last) + DAY / 2 }]),
})

const colourOf = (kind: Stick['kind'], by: Paint): string => ({ flared: by.clay, stirred: by.ink, calm: by.river, waiting: by.quiet })[kind ?? 'waiting']

/** One session in words. */
export function stickWords(one: Stick): string {
  const told = (value: number | null) => value ?? 'not known'
  return `${dayWords(one.at)}: ${one.kind ?? 'not counted'}; before ${told(one.before)}, worst ${told(one.worst)}, next morning ${told(one.morning)}`
}

function painSeries(shown: CourseShown, at: number, by: Paint): object[] {
  const axes = { xAxisIndex: at, yAxisIndex: at }
  const told = (pick: (s: Stick) => number | null) => shown.sticks.filter((s) => pick(s) !== null)
  const mornings = told((s) => s.morning)
  const tooltip = { formatter: ({ dataIndex, seriesName }: { dataIndex: number; seriesName: string }) => stickWords(told((s) => (seriesName === 'before' ? s.before : s.worst))[dataIndex]!) }
  return [
    {
      type: 'line', name: 'next morning', ...axes, data: mornings.map((s) => [dayAfter(s.date) - DAY / 4, s.morning]), symbol: 'none', silent: true, lineStyle: { color: by.quiet, width: 1.4, type: [2, 4] },
      markLine: versionLines(shown, by, true, shown.limit === null ? [] : [{
        yAxis: shown.limit, lineStyle: { color: by.quiet, type: [6, 4], width: 1 }, label: { ...words(by), formatter: `allowed, up to ${shown.limit}`, position: 'end' },
      }]),
      markArea: restAreas(shown, by),
    },
    {
      type: 'custom', name: 'stick', ...axes, silent: true, encode: { x: 0, y: [1, 2] },
      data: shown.sticks.filter((s) => s.before !== null && s.worst !== null).map((s) => ({ value: [s.at, s.before, s.worst], itemStyle: { color: colourOf(s.kind, by) } })),
      renderItem: (_: unknown, api: StickApi) => stick(api),
    },
    {
      type: 'scatter', name: 'before', ...axes, symbolSize: 7, tooltip,
      data: told((s) => s.before).map((s) => ({ value: [s.at, s.before], itemStyle: { color: by.card, borderColor: colourOf(s.kind, by), borderWidth: 1.8 } })),
    },
    {
      type: 'scatter', name: 'worst', ...axes, symbolSize: 8, tooltip,
      data: told((s) => s.worst).map((s) => ({ value: [s.at, s.worst], symbol: s.kind === 'flared' ? 'diamond' : 'circle', symbolSize: s.kind === 'flared' ? 14 : 8, itemStyle: { color: colourOf(s.kind, by) } })),
    },
  ]
}

interface StickApi { value: (n: number) => number; coord: (at: number[]) => number[]; visual: (what: string) => string }

function stick(api: StickApi): object {
  const [x, y1] = api.coord([api.value(0), api.value(1)])
  const [, y2] = api.coord([api.value(0), api.value(2)])
  return { type: 'line', shape: { x1: x, y1, x2: x, y2 }, style: { stroke: api.visual('color'), lineWidth: 2.2 } }
}

interface WeekApi extends StickApi { size: (of: number[]) => number[] }

/** A week as the days due, outlined, and those done, filled, left to right. */
function weekSeries(shown: CourseShown, at: number, by: Paint): object {
  return {
    type: 'custom', name: 'weeks', xAxisIndex: at, yAxisIndex: at, encode: { x: 0, y: 2 },
    data: shown.weeks.map((w) => [noon(w.first) - DAY / 2, noon(w.last) + DAY / 2, w.due, w.done]),
    tooltip: { formatter: ({ value }: { value: number[] }) => `${dayWords(value[0]! + DAY / 2)} to ${dayWords(value[1]! - DAY / 2)}: ${value[3]} of ${value[2]} days due were done` },
    renderItem: (_: unknown, api: WeekApi) => {
      const [left, bottom] = api.coord([api.value(0), 0])
      const [right] = api.coord([api.value(1), 0])
      const wide = right! - left! - 4
      const share = api.value(2) ? Math.min(1, api.value(3) / api.value(2)) : 0
      const box = (width: number, style: object) => ({ type: 'rect', shape: { x: left! + 2, y: bottom! - 9, width: Math.max(0, width), height: 9 }, style })
      const said = { type: 'text', style: { text: wide > 34 ? `${api.value(3)} of ${api.value(2)}` : '', x: left! + 2, y: bottom! - 22, ...words(by), fill: by.quiet } }
      return { type: 'group', children: [said, box(wide * share, { fill: by.river, opacity: 0.75 }), box(wide, { fill: 'none', stroke: by.quiet })] }
    },
  }
}
