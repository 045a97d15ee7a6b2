<script setup lang="ts">
/** The way between the screens: all of them at the left; in a narrow window the groups at the foot, and the group's own above. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { groupAt, isOn, SCREEN_GROUPS } from './screens.ts';

const route = useRoute();
const here = computed(() => groupAt(route.path));
</script>

<template>
  <nav class="rail" aria-label="Screens">
    <div
      v-for="group in SCREEN_GROUPS"
      :key="group.label"
      class="group"
      :class="{ here: group === here }"
      role="group"
      :aria-label="group.label"
    >
      <router-link :to="group.screens[0].to" class="group-name">{{ group.label }}</router-link>
      <div class="screens">
        <router-link
          v-for="screen in group.screens"
          :key="screen.to"
          :to="screen.to"
          class="rail-entry"
          :class="{ active: isOn(screen, route.path) }"
          :aria-current="isOn(screen, route.path) ? 'page' : undefined"
        >
          <svg viewBox="0 0 24 20" width="22" height="18" aria-hidden="true">
            <path
              :d="screen.mark"
              fill="none"
              stroke="currentColor"
              stroke-width="1.7"
              stroke-linejoin="round"
            />
          </svg>
          <span>{{ screen.label }}</span>
        </router-link>
      </div>
    </div>
  </nav>
</template>

<style scoped>
.rail {
  overflow-y: auto;
  background: rgb(var(--v-theme-rail));
  border-right: 1px solid rgb(var(--v-theme-line));
  scrollbar-width: none;
}
.group + .group {
  border-top: 1px solid rgb(var(--v-theme-line));
}
.group {
  padding: 3px 0;
}
.group-name {
  display: none;
}
.rail-entry {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 3px;
  padding: 8px 0 7px;
  font-size: 11px;
  text-align: center;
  color: rgb(var(--v-theme-ink-soft));
  text-decoration: none;
  border-left: 3px solid transparent;
}
.rail-entry.active {
  color: rgb(var(--v-theme-ink));
  font-weight: 700;
  background: rgb(var(--v-theme-background));
  border-left-color: rgb(var(--v-theme-accent));
}
.rail-entry:hover {
  color: rgb(var(--v-theme-ink));
}
/* Low windows: the names alone. */
@media (height <= 700px) {
  .rail-entry {
    padding: 5px 0;
  }
}
@media (height <= 560px) {
  .rail-entry svg {
    display: none;
  }
}
/* Narrow ones: the groups in a row, and above it the screens of the one at hand. */
@media (width <= 800px) {
  .rail {
    position: relative;
    display: flex;
    overflow: visible;
    padding-top: 40px;
    border: 0;
  }
  .group,
  .group + .group {
    flex: 1;
    padding: 0;
    border: 0;
  }
  .group-name {
    display: grid;
    place-items: center;
    min-height: 44px;
    font-size: 12px;
    color: rgb(var(--v-theme-ink-soft));
    text-decoration: none;
    border-top: 3px solid transparent;
  }
  .here .group-name {
    color: rgb(var(--v-theme-ink));
    font-weight: 700;
    border-top-color: rgb(var(--v-theme-accent));
  }
  .screens {
    display: none;
  }
  .here .screens {
    position: absolute;
    inset: 0 0 auto;
    display: flex;
    height: 40px;
    border-top: 1px solid rgb(var(--v-theme-line));
    border-bottom: 1px solid rgb(var(--v-theme-line));
    background: rgb(var(--v-theme-background));
  }
  .rail-entry {
    flex: 1;
    justify-content: center;
    padding: 0 2px;
    font-size: 12.5px;
    border-left: 0;
  }
  .rail-entry svg {
    display: none;
  }
  .rail-entry.active {
    background: rgb(var(--v-theme-accent-soft));
  }
}
</style>
