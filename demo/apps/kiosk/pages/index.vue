<script setup>
import { FareTag, Notice } from '@saltmarsh/fairlead-vue';

const offers = [{ id: 'day', pence: 900 }];
</script>

<template>
  <main>
    <Notice title="Choose a crossing" dismissable @dismiss="offers.length = 0">Touch the screen.</Notice>
    <FareTag :amount="450" tone="calm" />
    <FareTag :amount="900" is-urgent size="m" />
    <QuayNote>Mind the gap.</QuayNote>
    <QuayBigLever @press="({ at, long }) => long && console.log(at)">Buy</QuayBigLever>
    <FareBoard :fares="offers" loud />
  </main>
</template>
