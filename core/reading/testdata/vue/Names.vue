<!-- //= root li -->
<template>
  <li v-for="item in items" :key="item" @click="$emit('pick', item)"> <!-- //= event pick (item) -->
    <slot :item="item" /> <!-- //= slot default function loop gives { item } -->
  </li>
</template>

<script>
export default { props: ['items', 'note-text'], emits: ['gone'] }; //= prop items: unknown //= prop noteText: unknown //= event gone unknown
</script>
