/** Something to press. */
export class LeverElement extends HTMLElement {
  static observedAttributes = ['tone', 'size', 'busy', 'disabled'];

  tone: 'calm' | 'notice' | 'urgent' = 'calm';
  size: 's' | 'm' = 'm';
  /** Work is going on; presses are held back. */
  busy: boolean = false;
  disabled: boolean = false;

  constructor() {
    super();
    this.attachShadow({ mode: 'open' }).innerHTML = `<button part="plate"><slot name="icon"></slot><slot></slot></button>`;
    this.shadowRoot?.addEventListener('click', (event) => this.press(event.timeStamp));
  }

  private press(at: number): void {
    if (this.busy || this.disabled) return;
    this.dispatchEvent(new CustomEvent<{ at: number }>('press', { detail: { at } }));
  }
}

customElements.define('fl-lever', LeverElement);
