import { defineComponent, ref } from 'vue';

export default defineComponent({ //= root ol //= pass root ol //= handle unknown
  name: 'WrittenRow',
  props: {
    items: { type: Array as () => { id: string }[], default: () => [] }, //= prop items: { id: string }[] = []
  },
  setup(props, { slots, expose }) {
    const first = ref(0);
    expose({ first });
    return () => (
      <ol class="written">
        {props.items.map((item) => <li key={item.id}>{slots.row?.({ item }) ?? item.id}</li>)} //= slot row function fallback loop gives { item }
        {slots.end && <li>{slots.end()}</li>} //= slot end content
      </ol>
    );
  },
});
