import { computed, ref } from 'vue';

/** How high the water stands at a quay. */
export function useTide(quay: string) {
  const level = ref(0);
  const isHigh = computed(() => level.value > 3);
  return { quay, level, isHigh };
}
