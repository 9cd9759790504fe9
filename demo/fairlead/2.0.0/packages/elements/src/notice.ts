/** Something that passengers must know now. */
export class NoticeElement extends HTMLElement {
  static observedAttributes = ['kind', 'hint', 'dismissable'];

  /** How loudly the notice speaks. */
  kind: 'calm' | 'notice' | 'urgent' = 'calm';
  /** A second, quieter line. */
  hint: string = '';
  /** Can be put away. */
  dismissable: boolean = false;

  constructor() {
    super();
    this.attachShadow({ mode: 'open' }).innerHTML = `
      <aside role="status" part="board">
        <h2><slot name="heading"></slot></h2>
        <slot></slot>
        <button part="away">Put away</button>
      </aside>
    `;
    this.shadowRoot?.querySelector('button')?.addEventListener('click', () => this.close('passenger'));
  }

  /** Puts the notice away. */
  close(by: 'passenger' | 'clock'): void {
    this.dispatchEvent(new CustomEvent<{ by: 'passenger' | 'clock' }>('dismiss', { detail: { by }, cancelable: true }));
  }
}

customElements.define('fl-notice', NoticeElement);
