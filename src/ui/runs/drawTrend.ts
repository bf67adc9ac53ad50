import { CategoryScale, Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'

Chart.register(CategoryScale, LinearScale, LineController, LineElement, PointElement, Tooltip)

export interface TrendDrawing {
  points: readonly { label: string; value: number }[]
  /** Index of the point that is marked; -1 for none. */
  selected: number
  name: string
  print(value: number): string
  onSelect(at: number): void
}

/** Draws values over time, in the colours that stand at the canvas. @returns how it is ended */
export function drawTrend(canvas: HTMLCanvasElement, drawing: TrendDrawing): () => void {
  const { points, selected, name, print, onSelect } = drawing
  const style = getComputedStyle(canvas)
  const [ink, quiet, line, sheet] = ['--ink', '--quiet', '--line', '--sheet'].map((each) =>
    style.getPropertyValue(each),
  )
  const font = { family: style.fontFamily, size: 11 }
  const chart = new Chart(canvas, {
    type: 'line',
    data: {
      labels: points.map(({ label }) => label),
      datasets: [
        {
          data: points.map(({ value }) => value),
          borderColor: ink!,
          borderWidth: 1,
          // What lies between two runs nobody knows: it stays as it was until the next.
          stepped: 'before',
          pointBackgroundColor: points.map((_, at) => (at === selected ? ink! : sheet!)),
          pointBorderColor: ink!,
          pointRadius: points.map((_, at) => (at === selected ? 5 : 3)),
          pointHoverRadius: 5,
          pointStyle: 'rect',
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      interaction: { mode: 'nearest', axis: 'x', intersect: false },
      onClick: (_, elements) => elements[0] && onSelect(elements[0].index),
      layout: { padding: { top: 6, right: 6 } },
      scales: {
        x: { ticks: { color: quiet!, font, maxRotation: 0, autoSkipPadding: 24 }, grid: { display: false } },
        y: {
          beginAtZero: true,
          grid: { color: line! },
          ticks: { color: quiet!, font, maxTicksLimit: 4, callback: (value) => print(Number(value)) },
        },
      },
      plugins: {
        tooltip: { displayColors: false, callbacks: { label: ({ parsed }) => `${name}: ${print(parsed.y ?? 0)}` } },
      },
    },
  })
  return () => chart.destroy()
}
