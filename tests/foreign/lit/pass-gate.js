import { css, html, LitElement } from 'lit'

/** Opens and closes a pass. Renders in Lit's own update cycle, hands its focus on, and tells by an attribute what is pointed at. */
class PassGate extends LitElement {
  static shadowRootOptions = { ...LitElement.shadowRootOptions, delegatesFocus: true }
  static properties = { tone: { reflect: true }, open: { type: Boolean, reflect: true }, disabled: { type: Boolean } }
  static styles = css`
    :host {
      display: inline-block;
      padding: 2px;
      border: 1px solid transparent;
    }
    :host([tone='loud']) {
      border-color: var(--pine);
    }
    button {
      font: inherit;
      color: inherit;
      background: none;
      border: 2px solid currentcolor;
      padding: 6px 10px;
    }
    button:hover {
      background-color: rgb(220, 235, 228);
    }
    button:active {
      background-color: rgb(180, 210, 195);
    }
    button:focus-visible {
      outline: 3px solid rgb(1, 2, 200);
    }
    button:disabled {
      opacity: 0.5;
    }
    :host(:focus-within) .state {
      text-decoration: underline;
    }
    .state {
      padding-inline-start: 8px;
    }
    ::slotted(span) {
      font-weight: 700;
    }
  `
  constructor() {
    super()
    this.tone = 'plain'
    this.open = false
    this.disabled = false
  }
  render() {
    return html`<button part="button" ?disabled=${this.disabled} @click=${() => (this.open = !this.open)}>
      <slot></slot><span class="state">${this.open ? 'open' : 'closed'}</span>
    </button>`
  }
}
customElements.define('pass-gate', PassGate)
