/** What one passenger pays for one crossing. */
export class FareTagElement extends HTMLElement {
  static observedAttributes = ['amount', 'tone', 'size', 'struck', 'quay'];

  /** The fare in pence. */
  amount!: number;
  /** How loudly the fare speaks. */
  tone: 'calm' | 'notice' | 'urgent' = 'calm';
  /** How large the figures stand. */
  size: 's' | 'm' = 's';
  /** The fare no longer holds. */
  struck: boolean = false;
  /** The quay where the fare holds. */
  quay: string = '';

  constructor() {
    super();
    this.attachShadow({ mode: 'open' }).innerHTML = `
      <style>:host { color: var(--fare-ink, inherit); }</style>
      <span part="figure" data-tone=""></span>
      <!-- Stands behind the fare. -->
      <slot name="note"><small>per crossing</small></slot>
    `;
    this.addEventListener('click', () => this.explain(this.amount < 500 ? 'concession' : 'surcharge'));
  }

  attributeChangedCallback(name: string, _before: string | null, value: string | null): void {
    if (name === 'amount') this.amount = Number(value);
    if (name === 'tone') this.tone = (value ?? 'calm') as 'calm';
    this.shadowRoot?.querySelector('[part=figure]')?.setAttribute('data-tone', this.tone);
  }

  /** Somebody asks why the fare is what it is. */
  private explain(reason: 'concession' | 'season' | 'surcharge'): void {
    this.dispatchEvent(new CustomEvent<{ reason: 'concession' | 'season' | 'surcharge' }>('explain', { detail: { reason }, bubbles: true }));
  }
}

customElements.define('fare-tag', FareTagElement);
