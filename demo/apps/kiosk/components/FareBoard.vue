<script>
import { FareTag } from '@saltmarsh/fairlead-vue';

export default {
  components: { FareTag },
  props: { fares: { type: Array, required: true }, loud: Boolean },
  methods: {
    asked(reason) {
      this.$router.push('/why/' + reason);
    },
  },
};
</script>

<template>
  <ul>
    <li v-for="fare in fares" :key="fare.id">
      <fare-tag :amount="fare.pence" :is-urgent="loud" tone="hush" @explain="asked">
        <template #note="{ amount }">{{ amount }} p</template>
      </fare-tag>
    </li>
  </ul>
</template>
