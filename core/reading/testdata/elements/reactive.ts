import { LitElement, html, css, nothing } from 'lit';
import { customElement, property, state, query } from 'lit/decorators.js';
import { Sized } from './mixed.js';

/** A row of a timetable. */
@customElement('sailing-row') //= root sailing-row //= pass root sailing-row //= handle unknown //= two open//openChange app
export class SailingRow extends Sized(LitElement) {
  static styles = css`:host { color: var(--sailing-row-ink, black); }`;

  /** Which quay. */
  @property() quay = 'north'; //= prop quay: string = "north"
  @property({ type: Boolean, reflect: true }) open = false; //= prop open: boolean = false
  @property({ attribute: false }) stops: string[] = []; //= prop stops: string[] = []
  @property({ attribute: 'lane-no', type: Number }) lane?: number; //= prop lane: number
  @state() private shown = 0;
  @query('a') link!: HTMLAnchorElement;
  plain = 1;

  render() {
    return html`
      <section part="base ${this.open ? 'open' : ''}">
        ${this.open ? html`<slot name="more">None</slot>` : nothing} <!-- //= slot more content fallback -->
        ${this.stops.map((stop) => html`<li><slot name="stop"></slot></li>`)} <!-- //= slot stop content loop -->
        ${this.foot()}
        <button @click=${() => this.emit('open-change', { detail: { open: !this.open } })}>x</button> //= event openChange { open }
      </section>
    `;
  }

  private foot() {
    return html`<footer part="foot"><slot></slot></footer>`; //= slot default content
  }

  private emit(name: string, init: object) {
    this.dispatchEvent(new CustomEvent(name, init));
  }
}
