<script setup lang="ts">
/** A chart in the colours of the theme, with a table of what it shows, for whoever does not see it or wants the numbers. */
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartConfiguration,
} from 'chart.js';
import { onMounted, onUnmounted, ref, watch } from 'vue';
import { useTheme } from 'vuetify';

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);

/** Colours by the names of the theme. */
export type ChartColours = Readonly<Record<string, string>>;
/** What a chart shows: heads of the columns, and rows of texts that begin with what they are about. */
export interface ChartTable {
  readonly heads: readonly [string, string];
  readonly rows: readonly (readonly [string, string])[];
}
const props = defineProps<{
  title: string;
  table: ChartTable;
  /** Makes the configuration in the colours given; asked again when they change. */
  make: (colours: ChartColours) => ChartConfiguration;
}>();
const theme = useTheme();
const canvas = ref<HTMLCanvasElement | null>(null);
let chart: Chart | null = null;

function draw(): void {
  chart?.destroy();
  if (!canvas.value) return;
  const colours = theme.current.value.colors as ChartColours;
  Chart.defaults.font.family = getComputedStyle(document.body).fontFamily;
  Chart.defaults.font.size = 12;
  Chart.defaults.color = colours['ink-soft'];
  Chart.defaults.borderColor = colours.line;
  const config = props.make(colours);
  chart = new Chart(canvas.value, {
    ...config,
    options: { ...config.options, animation: false, maintainAspectRatio: false, responsive: true },
  });
}
onMounted(draw);
onUnmounted(() => chart?.destroy());
watch([() => props.make, () => theme.name.value], draw);
</script>

<template>
  <figure>
    <figcaption>{{ title }}</figcaption>
    <div class="chart" aria-hidden="true"><canvas ref="canvas" /></div>
    <details class="small">
      <summary class="soft">As a table</summary>
      <table class="plain-table">
        <caption class="visually-hidden">
          {{
            title
          }}
        </caption>
        <thead>
          <tr>
            <th v-for="(head, i) in table.heads" :key="head" scope="col" :class="{ number: i > 0 }">
              {{ head }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="[about, value] in table.rows" :key="about">
            <th scope="row">{{ about }}</th>
            <td class="number mono">{{ value }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  min-width: 0;
}
figcaption {
  font-weight: 600;
  margin-bottom: 4px;
}
.chart {
  position: relative;
  height: 190px;
  min-width: 0;
}
summary {
  cursor: pointer;
  width: fit-content;
}
</style>
