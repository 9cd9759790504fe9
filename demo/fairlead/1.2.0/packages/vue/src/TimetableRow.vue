<script setup lang="ts">
import { inject } from 'vue';
import type { Sailing } from './kinds';
import { timetableKey } from './shared';

defineProps<{ sailing: Sailing }>();
const shared = inject(timetableKey);
if (!shared) throw new Error('TimetableRow stands outside of Timetable');
</script>

<template>
  <li :data-sailing="sailing.id" :data-density="shared.density"><slot /></li>
</template>
