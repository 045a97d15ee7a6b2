<script setup lang="ts">
/** placeholder until the calendar's own part is written below */
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
defineProps<{ catalogue: Catalogue }>();
</script>

<template><span /></template>
