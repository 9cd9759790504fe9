<!-- //= root div //= pass inner input //= two value//valueChange app -->
<template>
  <div class="field">
    <label><slot name="label" v-bind="given" /></label> <!-- //= slot label function gives unknown -->
    <input v-bind="$attrs" :value="modelValue" @input="$emit('update:modelValue', $event.target.value)" @blur="onBlur">
    <p v-if="$slots.help"><slot name="help" /></p> <!-- //= slot help content -->
    <p v-if="invalid"><slot name="why" :text="message">wrong</slot></p> <!-- //= slot why function fallback gives { text } -->
  </div>
</template>

<script>
import { helper } from './helper';
import { mixed } from 'elsewhere';
import base from './base';
const sizes = ['s', 'm', 'l'];

export default {
  name: 'TextField',
  extends: base,
  mixins: [helper, mixed], //= base mixed
  inheritAttrs: false,
  props: {
    modelValue: String, //= prop value: string
    size: { type: String, default: 'm', validator: (value) => sizes.includes(value) }, //= prop size: 's' | 'm' | 'l' = "m" variant
    kind: { type: String, validator(v) { return ['plain', 'loud'].indexOf(v) !== -1; } }, //= prop kind: 'plain' | 'loud' variant
    count: { type: Number, required: true, validator: (n) => n >= 0 && n <= 9 }, //= prop count: number required
    code: { type: String, validator: (code) => /^[A-Z]+$/.test(code) }, //= prop code: string
    odd: { type: String, validator: (value) => helper(value) }, //= prop odd: string unread
    either: [String, Number], //= prop either: string | number
    list: { type: Array, default: () => ['a'] }, //= prop list: any[] = ["a"]
    make: { type: Function, default: (x) => x + 1 }, //= prop make: (...args: any[]) => any
    'is-open': Boolean, //= prop isOpen: boolean = false
    none: { type: Boolean, default: undefined }, //= prop none: boolean
    any: null, //= prop any: any
    day: { type: [Date, null], required: false }, //= prop day: Date | null
    when: { type: Object }, //= prop when: Record<string, any>
  },
  emits: {
    'update:modelValue': null, //= event valueChange (value)
    done: (at, by) => true, //= event done (at, by)
  },
  computed: {
    message() { return this.count + ' is wrong'; },
    invalid() { return this.count < 0; },
    given() { return { a: 1 }; },
  },
  methods: {
    onBlur() {
      this.$emit('blur'); //= event blur ()
      this.$emit('blurred-late', this.count, 1); //= event blurredLate (count, value)
    },
  },
};
</script>
