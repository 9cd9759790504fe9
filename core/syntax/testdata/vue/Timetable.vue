<!-- A component that writes its template in most of the ways there are. -->
<script setup lang="ts" generic="T extends { id: string }">
defineProps<{ sailings: T[] }>();
</script>

<template>
  <section v-bind="$attrs" :class="['timetable', { 'is-full': sailings.length > 3 && !narrow }]" class="a">
    <!-- what stands above -->
    <slot name="head" :count="sailings.length" quay="north">
      <h2 v-text="title" />
    </slot>
    <template v-for="(sailing, index) in sailings" :key="sailing.id">
      <SailingRow
        v-if="sailing.open &amp;&amp; index &lt; 10"
        v-model:seats.number="seats[index]"
        :sailing="(sailing as Open)"
        :compact
        .lane="lane"
        @book.once="(fare: number) => { book(fare); close() }"
        @[gesture].prevent="count++; note('x')"
        @update:open="open = $event"
      >
        <template #fare="{ fare: price = 0, ...rest }">{{ price }} of {{ rest.all }}</template>
        <template v-slot:[`berth-${index}`]="berth"><b>{{ berth.name | upper }}</b></template>
        <template #row.gap>-<br>gap</template>
      </SailingRow>
      <p v-else-if="sailing.cancelled">1 < 2 {{ a <b ? `<c>` : '' }}</p>
      <input v-else type=text disabled :value='sailing.id'>
    </template>
    <textarea v-pre>{{ raw }} <b></textarea>
    <component :is="as" v-bind:[name].camel="value" ref="end"></component>
    <svg viewBox="0 0 1 1"><path d="M0 0"/><foreignObject><p>x</p></foreignObject></svg>
  </section>
  <Teleport to="#end"><slot /></Teleport>
</template>

<style scoped>
.timetable > b { color: red }
</style>
