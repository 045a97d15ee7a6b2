/** The charts of the freshness screen as Chart.js configurations, each with the same as a table. */
import type { ChartConfiguration } from 'chart.js';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { formatDay } from '../../../core/catalogue/days.ts';
import { formatCount, formatShare } from '../../../core/wording/valueText.ts';
import type { DelayEstimate } from '../../../core/packages/delay.ts';
import type { FreshnessSummary, PackageFreshness } from '../../../core/packages/freshnessFigures.ts';
import type { ChartColours, ChartTable } from '../../parts/ChartCanvas.vue';

interface DescribedChart {
  readonly table: ChartTable;
  readonly make: (colours: ChartColours) => ChartConfiguration;
}

/** Classes of days behind: the highest of each. */
const BINS = [7, 14, 30, 60, 120, 365, Infinity] as const;

function binLabel(place: number): string {
  const from = place === 0 ? 1 : BINS[place - 1] + 1;
  return BINS[place] === Infinity ? `over ${from - 1}` : `${from}–${BINS[place]}`;
}

/** How many packages are behind by how many days. */
export function chartOfDays(packages: readonly PackageFreshness[]): DescribedChart {
  const counts: number[] = BINS.map(() => 0);
  for (const { standing, days } of packages)
    if (standing === 'behind') counts[BINS.findIndex((most) => days <= most)]++;
  const last = counts.findLastIndex((count) => count > 0);
  const labels = BINS.map((_, place) => binLabel(place)).slice(0, Math.max(last + 1, 3));
  return {
    table: {
      heads: ['Days behind', 'Packages'],
      rows: labels.map((label, i) => [label, formatCount(counts[i])]),
    },
    make: (colours) => ({
      type: 'bar',
      data: {
        labels,
        datasets: [
          { data: counts.slice(0, labels.length), backgroundColor: colours.seen, maxBarThickness: 44 },
        ],
      },
      options: {
        scales: {
          x: {
            grid: { display: false },
            ticks: { maxRotation: 0, autoSkip: false, font: { size: 11 } },
            title: { display: true, text: 'days behind' },
          },
          y: { beginAtZero: true, ticks: { precision: 0 } },
        },
        plugins: {
          tooltip: { callbacks: { label: ({ parsed }) => `${formatCount(Number(parsed.y))} packages` } },
        },
      },
    }),
  };
}

/** The share current on several days. */
export function chartOfCourse(course: readonly { day: number; summary: FreshnessSummary }[]): DescribedChart {
  const points = course.map(({ day, summary: { current, ahead, known } }) => ({
    x: day,
    y: known ? (100 * (current + ahead)) / known : 0,
  }));
  const word = (day: number) => formatWhen(formatDay(day));
  return {
    table: {
      heads: ['Day', 'Share current'],
      rows: course.map(({ day, summary: { current, ahead, known } }) => [
        word(day),
        formatShare(current + ahead, known),
      ]),
    },
    make: (colours) => line(colours, points, { word, y: 'share current, %' }),
  };
}

/** The share of the base's changes that have not arrived, by their age. */
export function chartOfDelay({ steps }: DelayEstimate): DescribedChart {
  const points = steps.map(({ age, waiting }) => ({ x: age, y: 100 * waiting }));
  const every = steps.filter((_, i) => i % Math.ceil(steps.length / 12) === 0);
  return {
    table: {
      heads: ['Days after the base', 'Still waiting'],
      rows: every.map(({ age, waiting }) => [String(age), `${Math.round(waiting * 100)} %`]),
    },
    make: (colours) =>
      line(colours, points, { word: String, x: 'days after the base', y: 'still waiting, %', steps: true }),
  };
}

interface LineWords {
  readonly word: (x: number) => string;
  readonly x?: string;
  readonly y: string;
  /** Falls or rises at once, with the ground beneath it filled. */
  readonly steps?: boolean;
}

function line(
  colours: ChartColours,
  points: readonly { x: number; y: number }[],
  { word, x, y, steps = false }: LineWords,
): ChartConfiguration {
  return {
    type: 'line',
    data: {
      datasets: [
        {
          data: [...points],
          borderColor: colours.seen,
          backgroundColor: `${colours.seen}33`,
          pointRadius: points.length > 30 ? 0 : 3,
          pointBackgroundColor: colours.seen,
          borderWidth: 2,
          stepped: steps,
          fill: steps,
        },
      ],
    },
    options: {
      scales: {
        x: {
          type: 'linear',
          grid: { display: false },
          min: points[0]?.x,
          max: points.at(-1)?.x,
          title: { display: x !== undefined, text: x },
          ticks: { maxTicksLimit: 5, maxRotation: 0, callback: (value) => word(Number(value)) },
        },
        y: { min: 0, max: 100, title: { display: true, text: y } },
      },
      plugins: {
        tooltip: {
          callbacks: {
            title: ([item]) => word(Number(item.parsed.x)),
            label: ({ parsed }) => `${Number(parsed.y).toFixed(1)} %`,
          },
        },
      },
    },
  };
}
