/** A list with what it is narrowed by. */
export const list = (page: string, by: Record<string, string>) => `${page}?${new URLSearchParams(by).toString()}`
/** Room for a bar each, in pixels. */
export const barsHigh = (bars: number) => Math.min(420, 80 + bars * 34)

/** Bars that lie, one for each name; several series lie behind each other. */
export const bars = (names: readonly string[], series: readonly { name: string; data: readonly number[] }[], across: object) => ({
  xAxis: { type: 'value', ...across },
  yAxis: { type: 'category', data: names, inverse: true },
  ...(series.length > 1 ? {} : { legend: { show: false } }),
  series: series.map(one => ({ ...one, type: 'bar', ...(series.length > 1 ? { stack: 'all' } : {}) })),
})
export const whole = { minInterval: 1 }
export const hundred = { max: 100, axisLabel: { formatter: '{value} %' } }

export const percent = (part: number, whole: number) => (whole ? Math.round((100 * part) / whole) : 0)
