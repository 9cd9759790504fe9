<script setup lang="ts">
/** Something to press. */
withDefaults(
  defineProps<{
    tone?: 'calm' | 'notice' | 'urgent';
    size?: 's' | 'm';
    /** Work is going on; presses are held back. */
    busy?: boolean;
    disabled?: boolean;
    /** As wide as what it stands in. */
    wide?: boolean;
  }>(),
  { tone: 'calm', size: 'm' },
);
defineEmits<{ press: [{ at: number }] }>();
</script>

<template>
  <button :data-tone="tone" :data-size="size" :data-wide="wide" :disabled="disabled || busy" @click="$emit('press', { at: $event.timeStamp })">
    <slot name="icon" />
    <slot />
  </button>
</template>
