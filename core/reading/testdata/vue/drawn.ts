import { defineComponent, h, mergeProps, type PropType, type SlotsType } from 'vue';

export const sharedProps = {
  tone: { type: String as PropType<'calm' | 'loud'>, default: 'calm' }, //= prop tone: 'calm' | 'loud' = "calm" variant
  rows: Array as PropType<string[]>, //= prop rows: string[]
} as const;

export const Drawn = defineComponent({ //= root div //= pass root div
  name: 'Drawn',
  props: { ...sharedProps, wide: { type: Boolean, required: true } }, //= prop wide: boolean required
  emits: ['close'], //= event close (value)
  slots: Object as SlotsType<{
    head: { at: number }; //= slot head function fallback gives { at }
    default: void; //= slot default content
  }>,
  setup(props, { slots, emit, attrs }) {
    return () => h('div', mergeProps(attrs, { class: `drawn--${props.tone}`, onClick: () => emit('close', 1) }), [
      slots.head ? slots.head({ at: 1 }) : h('b'),
      slots.default?.(),
    ]);
  },
});

export const Told = (props: { label: string }, { slots }: { slots: any }) => h('em', [props.label, slots.default?.()]); //= root em //= pass root em //= prop label: string required //= slot default content
