/** The tide over one day. */
export class TideStripElement extends HTMLElement {
  static observedAttributes = ['quay', 'metres'];

  quay!: string;
  metres: number = 0;

  connectedCallback(): void {
    this.attachShadow({ mode: 'open' }).innerHTML = `<meter part="scale"></meter><slot name="legend"></slot>`;
  }
}

customElements.define('tide-strip', TideStripElement);
