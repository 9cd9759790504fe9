/**
 * What one crossing costs.
 * @slot note - Stands below.
 * @csspart told - Only told of.
 * @fires told-of - Only told of.
 */
export class FareTagElement extends HTMLElement { //= root fare-tag //= pass root fare-tag //= handle unknown //= event toldOf unknown
  static get observedAttributes() { return ['tone', 'row-count', 'shown-only']; } //= prop shownOnly: string

  tone: 'calm' | 'urgent' = 'calm'; //= prop tone: 'calm' | 'urgent' = "calm" variant
  rowCount = 3; //= prop rowCount: number = 3
  /** Set by who uses it. */
  label!: string; //= prop label: string required
  protected inner = 1;
  #own = 2;
  _hidden = 3;
  onSettle?: (at: number) => void; //= event settle (at)
  renderRow?: (at: { id: string }) => Node; //= slot row function gives { id }
  get open(): boolean { return this.hasAttribute('open'); } //= prop open: boolean
  set open(value: boolean) { this.toggleAttribute('open', value); }
  get width(): number { return 1; }

  constructor() {
    super();
    this.attachShadow({ mode: 'open' }).innerHTML = `
      <div part="base" class="x" data-kind="a">
        <slot>Nothing</slot> <!-- //= slot default content fallback -->
        <slot name="note"></slot> <!-- //= slot note content -->
      </div>
    `;
  }

  /** Moves on. */
  next(by: number): void {
    this.dispatchEvent(new CustomEvent('moved-on', { detail: { by, tone: this.tone }, bubbles: true, composed: true })); //= event movedOn { by, tone }
    const made = new CustomEvent<string>('made-first', { cancelable: true }); //= event madeFirst (detail)
    this.dispatchEvent(made);
    this.dispatchEvent(new Event('change')); //= event change ()
  }
}
customElements.define('fare-tag', FareTagElement);
