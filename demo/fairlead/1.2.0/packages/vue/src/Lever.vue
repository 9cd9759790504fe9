<script setup lang="ts">
/** Something to press. */
withDefaults(
  defineProps<{
    tone?: 'calm' | 'notice' | 'urgent';
    size?: 's' | 'm' | 'l';
    /** Work is going on; presses are held back. */
    busy?: boolean;
    disabled?: boolean;
  }>(),
  { tone: 'calm', size: 'm' },
);
defineEmits<{ press: [{ at: number; long: boolean }] }>();
</script>

<template>
  <button :data-tone="tone" :data-size="size" :disabled="disabled || busy" @click="$emit('press', { at: $event.timeStamp, long: false })">
    <slot name="icon" />
    <slot />
  </button>
</template>
