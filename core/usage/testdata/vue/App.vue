<script setup lang="ts">
import { ref, h } from 'vue';
import { FareTag, SailingRow as Row, Timetable, Notice } from 'lib';
import * as Lib from 'lib';
import Wrapped from './Wrapped.vue';
import { useTide } from 'lib';

const tone = 'calm' as const;
const row = ref();
const more = { tone: 'calm', 'row-count': 3 };
const shown = ref(true);
const { level } = useTide('north'); //= useTide call 1="north" =>(1:level)
function told(at: { by: number }) { return at.by + row.value.focus(); }
const made = () => h(Notice, { tone: 'calm', onDismiss: (a: number) => a }, { default: () => 'x' }); //= Notice call tone="calm" @dismiss(1:*) #default
</script>

<template>
  <FareTag tone="calm" :amount="3" struck :lines="['a']" @explain="told" /> <!-- //= FareTag element tone="calm" amount=3 struck=true lines={['a']}:['a'] @explain(1:by) -->
  <fare-tag :tone :amount="shown ? 1 : 2" :row-no.camel="x" @row-pick="(a, b) => b" /> <!-- //= FareTag element tone~"calm"! amount~1|2! rowNo={x} @rowPick(1:;2:*) -->
  <Row ref="row" v-model="shown" v-model:open.trim="shown" /> <!-- //= SailingRow element ref={row}(1:focus) modelValue={shown} @valueChange(1:*) open={shown} @openChange(1:*) -->
  <Timetable v-bind="more" v-on="{ close: told }" @open="count = $event.by"> <!-- //= Timetable element ...more[tone,rowCount] @close(1:by) @open(1:by) #row(1:id,quay) #head(1:all) #default -->
    <template #row="{ id, quay: at = 'x' }">{{ id }}</template>
    <template v-slot:head="bag"><b :title="bag.all">x</b></template>
    <p>rest</p>
  </Timetable>
  <Timetable.Row v-slot="whole" :key="1" class="x">{{ keep(whole) }}</Timetable.Row> <!-- //= Timetable.Row element #default(1:*) class="x" -->
  <Lib.Notice v-for="tone in list" :tone="tone" v-bind:[name]="1" /> <!-- //= Notice element tone={tone} ...v-bind:[name]="1"+ -->
  <component :is="shown ? FareTag : Notice" tone="x" /> <!-- //= FareTag element tone="x" //= Notice element tone="x" -->
  <component is="notice" /> <!-- //= Notice element -->
  <Wrapped :tone="'calm'" size="m" @gone="told"><b/></Wrapped> <!-- //= FareTag element via default tone="calm" size="m" @explain(1:by) #note -->
  <BaseBerth /> <BerthMap quay="n" /> <!-- //= Notice element via default quay="n" -->
  <Global plain /> <!-- //= Plank element plain=true -->
  <div @click="told"><Nothing /></div>
</template>
