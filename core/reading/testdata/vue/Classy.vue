<template><p @click="close">{{ text }}</p></template> <!-- //= root p //= pass root p -->

<script lang="ts">
import { Component, Prop, Emit, Vue } from 'vue-property-decorator';

/** A class that decorators make a component. */
@Component
export default class Classy extends Vue {
  @Prop({ default: 'm' }) readonly size!: 's' | 'm'; //= prop size: 's' | 'm' = "m" variant
  @Prop({ type: String, required: true }) readonly text!: string; //= prop text: string required
  @Emit() close(at: number) {} //= event close (at)
}
</script>
