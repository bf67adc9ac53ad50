const SEGMENTS = {
  a: '14,4 46,4 40,12 20,12',
  b: '50,6 50,48 42,44 42,14',
  c: '50,52 50,94 42,86 42,56',
  d: '20,88 40,88 46,96 14,96',
  e: '10,52 18,56 18,86 10,94',
  f: '10,6 18,14 18,44 10,48',
  g: '16,50 20,46 40,46 44,50 40,54 20,54',
}
const LIT = { 0: 'abcdef', 1: 'bc', 2: 'abdeg', 3: 'abcdg', 4: 'bcfg', 5: 'acdfg', 6: 'acdefg', 7: 'abc', 8: 'abcdefg', 9: 'abcdfg', '-': 'g', ' ': '' }
const WIDTH = 60
const HEIGHT = 100

/** A height above the sea, drawn in seven segments. It keeps its proportions at any width. */
class HeightReadout extends HTMLElement {
  static observedAttributes = ['value', 'digits', 'decimals', 'scheme', 'lit-colour']
  #state = { value: 0, digits: 4, decimals: -1, scheme: 'pine', litColour: '' }
  #shadow = this.attachShadow({ mode: 'open' })

  get value() { return this.#state.value }
  set value(value) { this.#set({ value: Number(value) }) }
  get digits() { return this.#state.digits }
  set digits(digits) { this.#set({ digits: Number(digits) }) }
  /** Fixed places behind the point; -1 lets them float. */
  get decimals() { return this.#state.decimals }
  set decimals(decimals) { this.#set({ decimals: Number(decimals) }) }
  get scheme() { return this.#state.scheme }
  set scheme(scheme) { this.#set({ scheme }) }
  get litColour() { return this.#state.litColour }
  set litColour(litColour) { this.#set({ litColour }) }

  connectedCallback() { this.#draw() }
  attributeChangedCallback(name, _, value) { this[name.replace(/-(.)/g, (_, letter) => letter.toUpperCase())] = value }

  #set(change) {
    Object.assign(this.#state, change)
    if (this.isConnected) this.#draw()
  }

  #text() {
    const { value, digits, decimals } = this.#state
    const room = digits - String(Math.trunc(Math.abs(value))).length - (value < 0 ? 1 : 0)
    const text = decimals < 0 ? String(Number(value.toFixed(Math.max(0, room)))) : value.toFixed(decimals)
    const count = text.replace('.', '').length
    // What does not fit is told, never cut.
    return count > digits ? '-'.repeat(digits) : ' '.repeat(digits - count) + text
  }

  #draw() {
    const text = this.#text()
    const cells = [...text].reduce((all, sign) => {
      if (sign === '.') all.at(-1).point = true
      else all.push({ sign, point: false })
      return all
    }, [])
    const digits = cells.map(({ sign, point }, at) => {
      const lit = LIT[sign]
      const segments = Object.entries(SEGMENTS)
        .map(([name, points]) => `<polygon part="segment ${lit.includes(name) ? 'lit' : 'dark'}" points="${points}"/>`)
        .join('')
      return `<g part="digit" transform="translate(${at * WIDTH} 0)">${segments}<circle part="point ${point ? 'lit' : 'dark'}" cx="56" cy="92" r="4"/></g>`
    })
    const { scheme, litColour } = this.#state
    this.#shadow.innerHTML = `<style>
      :host { display: inline-block; width: 160px; --lit: var(--color-accent); --dark: var(--color-mute) }
      :host([hidden]) { display: none }
      .larch { --lit: var(--color-caution-ink) }
      .granite { --lit: var(--color-ink) }
      svg { display: block; width: 100%; height: auto }
      [part~=lit] { fill: var(--own, var(--lit)) }
      [part~=dark] { fill: var(--dark); opacity: 0.35 }
    </style>
    <div part="frame" class="${scheme}" role="img">
      <svg part="drawing" viewBox="0 0 ${WIDTH * cells.length} ${HEIGHT}" aria-hidden="true">${digits.join('')}</svg>
    </div>`
    const frame = this.#shadow.querySelector('[part=frame]')
    frame.setAttribute('aria-label', `${text.trim()} metres`)
    if (litColour !== '') frame.style.setProperty('--own', litColour)
  }
}

customElements.define('height-readout', HeightReadout)
