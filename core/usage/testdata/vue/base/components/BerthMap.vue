<script setup lang="ts">
import { Notice } from 'lib';
</script>

<template><Notice v-bind="$attrs" /></template> <!-- //= Notice element ...$attrs+ -->
