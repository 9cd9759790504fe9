<script setup>
import { Notice } from '@saltmarsh/fairlead-vue';
</script>

<template>
  <Notice title="The quay" v-bind="$attrs"><slot /></Notice>
</template>
