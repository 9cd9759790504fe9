<script setup>
import { ref } from 'vue';
import { Timetable, useTide } from '@saltmarsh/fairlead-vue';

const chosen = ref(null);
const table = ref();
const sailings = ref([]);
const { level } = useTide('north');
const again = () => table.value.clear();
</script>

<template>
  <Timetable ref="table" v-model="chosen" :sailings="sailings" port="Northquay" live>
    <template #heading><h1>Departures, tide {{ level }}</h1></template>
    <template #row="{ sailing, rowNo }">
      <SailingRow :sailing="sailing" :line="`N${rowNo}`" @row-select="chosen = sailing.id">
        <b>{{ sailing.minutesLate }} min</b>
      </SailingRow>
    </template>
  </Timetable>
  <sailing-row :sailing="sailings[0]" line="S1" density="tight" />
  <button @click="again">Again</button>
</template>
