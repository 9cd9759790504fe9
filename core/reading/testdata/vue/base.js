export default {
  props: {
    count: { type: String }, // the component's own wins
    based: { type: String, default: 'b' }, //= prop based: string = "b"
  },
};
