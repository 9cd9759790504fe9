<!-- //= root a b by as //= pass root a -->
<script setup lang="ts">
const { size = 'm', as = 'a', label: text = 'x', ...others } = defineProps<{
  size?: 's' | 'm'; //= prop size: 's' | 'm' = "m" variant
  as?: 'a' | 'b'; //= prop as: 'a' | 'b' = "a" identity
  label?: string; //= prop label: string = "x"
  wide?: boolean; //= prop wide: boolean = false
}>();
</script>

<template>
  <component :is="as" :class="`link-${size}`" :data-wide="others.wide">{{ text }}</component>
</template>
