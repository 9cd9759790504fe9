<script setup lang="ts">
import type { Density, Sailing } from './kinds';

const { density = 'regular' } = defineProps<{
  /** The crossing. */
  sailing: Sailing;
  /** How the crossing is numbered on the quay. */
  line: string;
  density?: Density;
  /** Passengers are going on board. */
  isBoarding?: boolean;
}>();
defineEmits<{ select: [sailing: Sailing, via: 'key' | 'press'] }>();
</script>

<template>
  <div :data-density="density" :data-boarding="isBoarding" @click="$emit('select', sailing, 'press')">
    <time>{{ sailing.leaves }}</time>
    <span>{{ line }} {{ sailing.vessel }}</span>
    <!-- Stands behind the times. -->
    <slot name="aside"><small>on time</small></slot>
  </div>
</template>
