<script setup lang="ts">
import { provide } from 'vue';
import type { Density, Sailing } from './kinds';
import { timetableKey } from './shared';

const { density = 'tight' } = defineProps<{
  sailings: Sailing[];
  port: string;
  density?: Density;
  /** Keeps the times up to date by itself. */
  live?: boolean;
}>();
/** The chosen sailing. */
const value = defineModel<string | null>({ default: null });
defineSlots<{
  /** Draws one row. */
  row(given: { sailing: Sailing; place: number }): unknown;
  /** What stands there when nothing sails. */
  empty(): unknown;
  /** Stands above the rows. */
  heading(): unknown;
}>();
provide(timetableKey, { density });
defineExpose({ clear: () => { value.value = null; } });
</script>

<template>
  <section :data-density="density" :aria-label="port">
    <slot name="heading" />
    <slot v-if="sailings.length === 0" name="empty"><p>No sailings today</p></slot>
    <ol>
      <li v-for="(sailing, index) in sailings" :key="sailing.id" :aria-current="sailing.id === value" @click="value = sailing.id">
        <slot name="row" :sailing="sailing" :place="index"><time>{{ sailing.leaves }}</time></slot>
      </li>
    </ol>
  </section>
</template>
