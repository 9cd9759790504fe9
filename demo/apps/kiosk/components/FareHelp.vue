<script>
import { FareTag, Lever, Timetable } from '@saltmarsh/fairlead-vue';

export default {
  components: { FareTag, Lever, Timetable },
  props: { sailings: { type: Array, required: true } },
  data() {
    return { pence: 300 };
  },
};
</script>

<template>
  <section>
    <FareTag :amount="pence" :tone="notice" />
    <FareTag amount="450" />
    <FareTag :amount="pence" @explained="pence = 0" />
    <Timetable :sailings="sailings" port="Northquay">
      <template #rows="{ sailing }">{{ sailing.vessel }}</template>
    </Timetable>
    <Timetable :sailings="sailings" port="Southquay">
      <template #row="{ sailing, number }">{{ number }} {{ sailing.vessel }}</template>
    </Timetable>
    <Timetable :sailings="sailings" port="Ferryquay">
      <template #row>{{ rowNo }}</template>
    </Timetable>
    <FareTag :amount="pence">a fare</FareTag>
    <Lever @press="pence = prise">More</Lever>
    <Lever busy="false">Less</Lever>
    <Notices title="Fog" />
  </section>
</template>
