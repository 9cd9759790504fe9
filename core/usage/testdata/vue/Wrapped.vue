<script>
import { FareTag } from 'lib';
export default { components: { FareTag }, props: ['tone'], emits: ['gone'] };
</script>

<template>
  <FareTag :tone="tone" kind="a" @explain="$emit('gone', $event)"><template #note><slot /></template></FareTag> <!-- //= FareTag element tone={tone} kind="a" @explain(1:*) #note -->
</template>
