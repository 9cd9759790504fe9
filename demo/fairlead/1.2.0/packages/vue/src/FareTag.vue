<template>
  <component :is="as" :data-tone="isUrgent ? 'urgent' : tone" :data-size="size">
    <s v-if="struck">£{{ pounds }}</s>
    <template v-else>£{{ pounds }}</template>
    <slot name="note" :amount="amount"><small>per crossing</small></slot>
    <i @click="$emit('explain', amount < 500 ? 'concession' : 'surcharge')">?</i>
  </component>
</template>

<script>
/** What one passenger pays for one crossing. */
export default {
  name: 'FareTag',
  props: {
    /** The fare in pence. */
    amount: { type: Number, required: true },
    /** How loudly the fare speaks. */
    tone: { type: String, default: 'calm', validator: (tone) => ['calm', 'hush', 'notice'].includes(tone) },
    /** How large the figures stand. */
    size: { type: String, default: 'm', validator: (size) => ['s', 'm'].includes(size) },
    /** The fare no longer holds. */
    struck: Boolean,
    /** Marks a fare that ends today. */
    isUrgent: Boolean,
    /** The element that is rendered. */
    as: { type: String, default: 'span', validator: (as) => ['span', 'strong', 'td'].includes(as) },
  },
  emits: ['explain'],
  computed: {
    pounds() {
      return (this.amount / 100).toFixed(2);
    },
  },
};
</script>
