/** The tide over one day. */
export class TideStripElement extends HTMLElement {
  static observedAttributes = ['quay', 'metres', 'falling'];

  quay!: string;
  metres: number = 0;
  falling: boolean = false;

  connectedCallback(): void {
    this.attachShadow({ mode: 'open' }).innerHTML = `<meter part="scale"></meter><slot name="key"></slot>`;
  }
}

customElements.define('tide-strip', TideStripElement);
