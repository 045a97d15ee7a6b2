<script setup lang="ts">
/** A chart in the colours of the theme. What it shows must stand beside it as text or table as well. */
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
const props = defineProps<{
  label: string;
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
  <div class="chart"><canvas ref="canvas" role="img" :aria-label="label" /></div>
</template>

<style scoped>
.chart {
  position: relative;
  height: 190px;
  min-width: 0;
}
</style>
