<script setup>
import { Lever } from '@saltmarsh/fairlead-vue';

defineProps(['busy']);
defineEmits(['press']);
</script>

<template>
  <Lever size="l" :busy="busy" @press="$emit('press', $event)"><slot /></Lever>
</template>
