<script setup lang="ts">
/** Something that passengers must know now. */
const { kind = 'calm', hint = '' } = defineProps<{
  /** How loudly the notice speaks. */
  kind?: 'calm' | 'notice' | 'urgent';
  title: string;
  /** A second, quieter line. */
  hint?: string;
  /** Can be put away. */
  dismissable?: boolean;
}>();
defineEmits<{ dismiss: [] }>();
</script>

<template>
  <aside role="status" :data-kind="kind">
    <h2>{{ title }}</h2>
    <slot />
    <small>{{ hint }}</small>
    <button v-if="dismissable" @click="$emit('dismiss')">Put away</button>
  </aside>
</template>
