<script setup lang="ts">
/** One thing that can be done, in a `MenuList`. Takes what `v-list-item` takes. */
</script>

<template>
  <v-list-item role="menuitem">
    <template v-if="$slots.append" #append><slot name="append" /></template>
  </v-list-item>
</template>
