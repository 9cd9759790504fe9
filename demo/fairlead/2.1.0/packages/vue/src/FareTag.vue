<script setup lang="ts">
/** What one passenger pays for one crossing. */
const { amount, tone = 'calm', size = 'm', as = 'span' } = defineProps<{
  /** The fare in pence. */
  amount: number;
  /** How loudly the fare speaks. */
  tone?: 'calm' | 'notice' | 'urgent';
  /** How large the figures stand. */
  size?: 's' | 'm';
  /** The fare no longer holds. */
  struck?: boolean;
  /** The quay where the fare holds. */
  quay?: string;
  /** The element that is rendered. */
  as?: 'span' | 'strong' | 'td';
}>();
defineEmits<{ explain: [reason: 'concession' | 'season' | 'surcharge'] }>();
</script>

<template>
  <component :is="as" :data-tone="tone" :data-size="size">
    {{ quay }}
    <s v-if="struck">£{{ (amount / 100).toFixed(2) }}</s>
    <template v-else>£{{ (amount / 100).toFixed(2) }}</template>
    <slot name="note" :amount="amount"><small>per crossing</small></slot>
    <i @click="$emit('explain', amount < 500 ? 'concession' : 'surcharge')">?</i>
  </component>
</template>
