export const Sized = (Base: any) => class extends Base {
  static properties = {
    size: { type: String, reflect: true }, //= prop size: string = "m"
    inner: { state: true },
  };
  constructor() {
    super();
    this.size = 'm';
  }
};
