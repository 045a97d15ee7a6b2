<script setup lang="ts">
/** What the map's signs mean. */
import { STRIP_AREAS } from '../../../core/catalogue/stripAreas.ts';
import { DASHES } from '../../../core/drawing/mapPicture.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { colourOfArea } from '../../parts/theme.ts';

defineProps<{ links: number; measured: number }>();
</script>

<template>
  <div class="legend" role="note" aria-label="Legend">
    <h2>Bands: from base to derivative</h2>
    <dl>
      <dt>
        <svg width="60" height="18"><path d="M2 9H58" class="wide" /></svg>
      </dt>
      <dd>wide: nearly all packages unmodified</dd>
      <dt>
        <svg width="60" height="18">
          <path d="M2 9H58" class="halo" />
          <path d="M2 9H58" class="narrow" />
        </svg>
      </dt>
      <dd>narrow in its pale band: few unmodified</dd>
      <dt>
        <svg width="60" height="18">
          <path d="M2 9H58" class="line" :stroke-dasharray="DASHES.unmeasured" />
        </svg>
      </dt>
      <dd>thin and broken: not measured</dd>
      <dt>
        <svg width="60" height="18"><path d="M2 9H58" class="line" :stroke-dasharray="DASHES.part" /></svg>
      </dt>
      <dd>of one edition only</dd>
      <dt>
        <svg width="60" height="18">
          <path d="M2 9H58" class="line" :stroke-dasharray="DASHES.past" opacity="0.5" />
        </svg>
      </dt>
      <dd>its last base, before it ended</dd>
      <dt>
        <svg width="60" height="18">
          <path d="M2 9H58" class="line" :stroke-dasharray="DASHES.succession" />
        </svg>
      </dt>
      <dd>continues a project that ended</dd>
      <dt>
        <svg width="60" height="18">
          <path d="M2 9H58" class="line" :stroke-dasharray="DASHES.lateral" stroke-linecap="round" />
        </svg>
      </dt>
      <dd>borrows parts only</dd>
    </dl>
    <p class="small soft">{{ formatNumberOf(links, 'link') }} to bases shown, {{ measured }} measured.</p>
    <h2>Change strip: how much a layer changes</h2>
    <ol>
      <li v-for="{ id, label } in STRIP_AREAS" :key="id">
        <i :style="{ background: colourOfArea(id) }" />{{ label }}
      </li>
    </ol>
    <p class="small soft">
      Filled by a third for one change, two thirds for two or three, whole for more. Empty: looked at,
      unchanged. A thin line: said, but not comparable with the base. Hatched: not examined.
    </p>
  </div>
</template>

<style scoped>
.legend {
  width: 300px;
  padding: 12px 14px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
  font-size: 12.5px;
}
h2 {
  font-size: 12.5px;
}
dl {
  display: grid;
  grid-template-columns: 66px 1fr;
  align-items: center;
  margin: 4px 0 10px;
}
path {
  stroke: rgb(var(--v-theme-seen));
  fill: none;
}
.wide,
.halo {
  stroke-width: 14;
}
.halo {
  opacity: 0.2;
}
.narrow {
  stroke-width: 5;
}
.line {
  stroke-width: 1.8;
}
ol {
  columns: 2;
  list-style: none;
  padding: 0;
  margin: 4px 0 6px;
}
i {
  display: inline-block;
  width: 16px;
  height: 5px;
  border-radius: 2px;
  margin-right: 7px;
  vertical-align: middle;
}
</style>
