export const shared = { helped: { type: Boolean, default: true } }; //= prop helped: boolean = true
export const helper = {
  props: { ...shared },
  methods: {
    help() { this.$emit('help', { at: 1 }); }, //= event help (value)
  },
};
