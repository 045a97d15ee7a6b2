<script setup lang="ts">
/** What a button drops down: a list of `MenuItem`s, which is a menu to whoever hears it. */
</script>

<template>
  <v-list role="menu" density="compact" slim><slot /></v-list>
</template>
