<!-- //= root section //= pass root section //= two value//valueChange both //= two open//openChange both //= type T extends { id: string } //= handle unknown -->
<script setup lang="ts" generic="T extends { id: string }">
/** One crossing after another. */
import { computed, ref } from 'vue';
import type { Shared } from './shared';

interface Props extends Shared {
  /** What stands above. */
  title: string; //= prop title: string required
  sailings?: T[]; //= prop sailings: T[] = []
  tone?: 'calm' | 'urgent'; //= prop tone: 'calm' | 'urgent' = "calm" variant
  full?: boolean; //= prop full: boolean = false
  lane?: string | number; //= prop lane: string | number
  renderLane?: (at: { lane: string }) => VNode; //= slot lane function gives { lane }
  onPing?: (at: number) => void; //= event ping (at)
}
import type { VNode } from 'vue';
const props = withDefaults(defineProps<Props>(), { tone: 'calm', sailings: () => [] });
const emit = defineEmits<{ //= event leave (at, by) //= event arrive (at, by)
  (e: 'leave' | 'arrive', at: number, by?: string): void;
}>();
const more = defineEmits<{ book: [fare: number, seat?: string]; close: []; note: [{ text: string }] }>(); //= event book (fare, seat) //= event close () //= event note { text }
const value = defineModel<string>(); //= prop value: string //= event valueChange (value)
const open = defineModel<boolean>('open', { default: true }); //= prop open: boolean = true //= event openChange (value)
defineSlots<{
  head(given: { count: number }): unknown; //= slot head function gives { count }
  default?(): unknown; //= slot default content fallback
}>();
const count = ref(0);
const classes = computed(() => ['timetable', `timetable--${props.tone}`, { 'is-full': props.full }]);
defineExpose({ count, clear: () => emit('leave', 1) });
</script>

<template>
  <section :class="classes" :data-lane="lane">
    <h2 v-if="full">{{ title }}</h2>
    <slot name="head" :count="sailings.length" />
    <slot :first="sailings[0]">Nothing <b>sails</b></slot>
    <ul>
      <li v-for="{ id } in sailings" :key="id">
        <slot name="row" :id="id" kind="row" v-bind="{ at: count }" /> <!-- //= slot row function loop gives { id, kind, at } -->
      </li>
    </ul>
    <button @click="$emit('book', 1)" @focus="emit('arrive', count)">x</button>
  </section>
</template>
