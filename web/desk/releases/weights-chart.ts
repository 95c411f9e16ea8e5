import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js';
import type { ReleaseList } from '@core/api/releases';

Chart.defaults.font.family = "'Schibsted Grotesk Variable', sans-serif";
Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

/** Bytes as people read them. */
export function inKilobytes(bytes: number | null): string {
  if (bytes === null) return '–';
  return bytes < 1_000_000 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}

/** Draws the weight of each release, the oldest first. */
export function drawWeights(canvas: HTMLCanvasElement, releases: ReleaseList['releases']): Chart {
  const known = releases.filter((one) => one.bytes !== null).reverse();
  const colour = (name: string): string => getComputedStyle(canvas).getPropertyValue(name).trim();
  return new Chart(canvas, {
    type: 'bar',
    data: {
      labels: known.map((one) => String(one.number)),
      datasets: [
        {
          data: known.map((one) => one.bytes ?? 0),
          backgroundColor: known.map((_one, at) => colour(at === known.length - 1 ? '--lichen' : '--line')),
          maxBarThickness: 28,
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      plugins: {
        tooltip: {
          callbacks: { title: ([one]) => `Release ${one?.label}`, label: (one) => inKilobytes(one.parsed.y) },
        },
      },
      scales: {
        x: { grid: { display: false } },
        y: { beginAtZero: true, ticks: { maxTicksLimit: 4, callback: (value) => inKilobytes(Number(value)) } },
      },
    },
  });
}
