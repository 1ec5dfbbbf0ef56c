import type { EChartsCoreOption } from 'echarts/core'
import { words, type Paint } from '@/ui/chart/paint'
import type { Sample } from './useInclinometer'

/** A trace over its seconds: the limb, the pelvis beside it, and where the reading was taken. */
export function traceOption(samples: readonly Sample[], read: { angle: number; at: number } | null, by: Paint): EChartsCoreOption {
  const last = samples.at(-1)?.[0] ?? 0
  const line = (name: string, at: 1 | 2, colour: string, type: 'solid' | number[]) => ({
    type: 'line', name, symbol: 'none', silent: true, data: samples.map((one) => [one[0], one[at]]), lineStyle: { color: colour, width: 2, type },
    endLabel: { show: samples.length > 1, formatter: name, ...words(by, colour), offset: [2, 0] },
  })
  const mark = read === null ? {} : {
    markLine: { symbol: 'none', silent: true, lineStyle: { color: by.ink, type: 'solid', width: 1.5 }, label: { ...words(by, by.ink), formatter: `${read.angle}°`, position: 'end' }, data: [{ xAxis: read.at }] },
  }
  return {
    animation: false, textStyle: words(by), grid: { left: 40, right: 56, top: 18, bottom: 24 },
    xAxis: { type: 'value', axisLine: { onZero: false, lineStyle: { color: by.quiet } }, min: 0, max: Math.max(8, Math.ceil(last)), axisLabel: { ...words(by), formatter: '{value} s' }, splitLine: { show: false } },
    yAxis: { type: 'value', axisLabel: { ...words(by), formatter: '{value}°' }, splitLine: { lineStyle: { color: by.line } } },
    series: [{ ...line('limb', 1, by.river, 'solid'), ...mark }, ...(samples.some((one) => one[2] !== null) ? [line('pelvis', 2, by.quiet, [5, 4])] : [])],
  }
}
