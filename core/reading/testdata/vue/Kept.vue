<!-- //= root nav footer -->
<script setup>
import { provide, inject } from 'vue';
provide('quay', 1);
const berth = inject('berth', null);
</script>

<template>
  <nav><Teleport to="#a"><slot name="afar" /></Teleport></nav> <!-- //= slot afar content -->
  <footer><Other><slot name="handed" /></Other></footer> <!-- //= slot handed content -->
</template>
