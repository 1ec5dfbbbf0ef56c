import type { EChartsCoreOption } from 'echarts/core'
import type { Schemas } from '@/api/client'
import { bounds } from '@/ui/chart/bounds'
import { dayWords, noon } from '@/ui/chart/days'
import { words, type Paint } from '@/ui/chart/paint'
import { withUnit } from '@/ui/units'

/** Everything measured of a test over time: each side with its error, and where the norm begins. */
export function readingsOption(test: Schemas['TestOut'], by: Paint): EChartsCoreOption {
  const sides = test.sides.filter((side) => side.series.length)
  const error = test.error.in_use
  const values = sides.flatMap((side) => side.series.flatMap((p) => [p.value - error, p.value + error]))
  const axis = bounds(test.norm === null ? values : [...values, test.norm])
  const usual = test.norm === null ? {} : {
    markArea: {
      silent: true, itemStyle: { color: by.rest, opacity: 0.9 },
      label: { ...words(by), position: 'insideTopRight', formatter: `usual: ${withUnit(test.norm, test.unit)} ${test.better === 'up' ? 'and more' : 'and less'}` },
      data: [[{ yAxis: test.norm }, { yAxis: test.better === 'up' ? axis.max : axis.min }]],
    },
  }
  return {
    animation: false, textStyle: words(by),
    grid: { left: 44, right: 52, top: 14, bottom: 26 },
    tooltip: { trigger: 'item', confine: true, borderColor: by.line, backgroundColor: by.card, textStyle: words(by, by.ink) },
    xAxis: { type: 'time', axisLabel: { ...words(by), formatter: dayWords, hideOverlap: true }, axisTick: { show: false }, axisLine: { lineStyle: { color: by.quiet } }, splitLine: { show: false }, boundaryGap: ['6%', '6%'], minInterval: 86_400_000 },
    yAxis: { ...axis, inverse: test.better === 'down', axisLabel: words(by), splitLine: { lineStyle: { color: by.line } } },
    series: sides.flatMap((side, n) => sideSeries(side, error, test.unit, n === 0 ? usual : {}, n, by)),
  }
}

function sideSeries(side: Schemas['TestSide'], error: number, unit: string, usual: object, n: number, by: Paint): object[] {
  const points = side.series.map((p) => [noon(p.date), p.value])
  const colour = n ? by.quiet : by.river
  const band = { type: 'line', stack: `error ${side.side}`, stackStrategy: 'all', symbol: 'none', silent: true, lineStyle: { opacity: 0 } }
  return [
    { ...band, data: points.map(([at, v]) => [at, v! - error]), ...usual },
    { ...band, data: points.map(([at]) => [at, 2 * error]), areaStyle: { color: colour, opacity: 0.13 } },
    {
      type: 'line', name: side.side, data: points, symbol: n ? 'emptyCircle' : 'circle', symbolSize: 8, itemStyle: { color: colour },
      lineStyle: { color: colour, width: 2.2, type: n ? [5, 4] : 'solid' },
      endLabel: { show: side.side !== 'both', formatter: side.side, ...words(by, colour), fontWeight: 600, offset: [2, 0] },
      tooltip: { formatter: ({ value }: { value: number[] }) => `${dayWords(value[0]!)}: ${withUnit(value[1]!, unit)}` },
    },
  ]
}
