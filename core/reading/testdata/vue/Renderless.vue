<script setup>
defineProps({ step: { type: Number, default: 1 } }); //= prop step: number = 1
const add = (by) => by;
</script>

<template>
  <slot :count="1" :add="add" /> <!-- //= slot default function gives { count, add } -->
</template>
