import { BarChart, LineChart } from 'echarts/charts'
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components'
import { init, use, type EChartsCoreOption } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'

use([BarChart, LineChart, AriaComponent, GridComponent, LegendComponent, TooltipComponent, SVGRenderer])

/** Inks of the house but vermilion, which marks headings; in the order in which a chart takes them. Bars differ by pattern, too. */
const inks = ['#27468c', '#7d5200', '#2a6557', '#635a4f', '#8296c4']

/**
 * Draws a chart into an element, and keeps it to its size; gives how to change and to end it.
 * @param open what is behind a place that is clicked: the so manyth on its axis, of a series
 */
export function draw(element: HTMLElement, option: EChartsCoreOption, open?: (at: number, series: string) => void) {
  const chart = init(element, undefined, { renderer: 'svg' })
  if (open) chart.on('click', ({ dataIndex, seriesName }) => open(dataIndex, seriesName ?? ''))
  const set = (next: EChartsCoreOption) =>
    chart.setOption(
      {
        color: inks,
        animation: false,
        textStyle: { fontFamily: '"Source Sans 3 Variable", sans-serif', fontSize: 14, color: '#221d18' },
        // What it says stands in its label; the library would put its own in the place of that at each change.
        aria: { enabled: true, label: { enabled: false }, decal: { show: true } },
        tooltip: { trigger: 'axis', axisPointer: { type: 'shadow' } },
        legend: { top: 0, left: 0, itemWidth: 18, itemGap: 20 },
        grid: { left: 8, right: 16, top: 36, bottom: 4, containLabel: true },
        ...next,
      },
      { notMerge: true },
    )
  set(option)
  const watcher = new ResizeObserver(() => chart.resize())
  watcher.observe(element)
  return {
    set,
    end() {
      watcher.disconnect()
      chart.dispose()
    },
  }
}
