import { expect, test } from '@jest/globals'
import { treeOf } from '@/core/sheet'
import { definesElement, readElements } from './readElement'

const described = (code: string, more: Record<string, string> = {}) =>
  readElements(treeOf({ 'lamp.ts': code, ...more }), 'lamp.ts').map(({ tag, props, parts, unclear }) => ({
    tag,
    props: props.map(
      ({ name, type, values, default: given, isInner }) =>
        `${name}: ${values?.join('|') ?? type}${given === undefined ? '' : ` (${String(given)})`}${isInner ? ', inner' : ''}`,
    ),
    parts: parts.map(({ name }) => name),
    unclear: unclear.map(({ what }) => what),
  }))

const WAYS: [name: string, code: string, found: object[], more?: Record<string, string>][] = [
  [
    'decorators, with types of the library',
    `import type { Tone } from './tones'
@customElement('hut-lamp')
export class Lamp extends LitElement {
  @property({ type: Boolean, reflect: true }) lit = false
  @property() tone: Tone = 'warm'
  @property({ attribute: 'icon-only', type: Boolean }) onlyIcon = false
  @property({ attribute: false }) rows: string[] = []
  @state() private open = false
  render() { return html\`<button part="button glow"><slot name="lead"></slot><slot></slot></button>\` }
  ring() { this.dispatchEvent(new CustomEvent('lamp-ring', { bubbles: true })) }
}`,
    [
      {
        tag: 'hut-lamp',
        props: [
          'lit: flag (false)',
          'tone: warm|cold (warm)',
          'icon-only: flag (false)',
          'rows: data, inner',
          'lead: node',
          'default: node',
          'lamp-ring: event',
        ],
        parts: ['button', 'glow'],
        unclear: [],
      },
    ],
    { 'tones.ts': "export type Tone = 'warm' | 'cold'" },
  ],
  [
    'static properties, with what the constructor sets',
    `class Lamp extends LitElement {
  static properties = { lit: { type: Boolean }, watts: { type: Number }, label: {}, kept: { state: true } }
  constructor() { super(); this.lit = true; this.watts = 4; this.label = 'Lamp' }
}
customElements.define('hut-lamp', Lamp)`,
    [
      {
        tag: 'hut-lamp',
        props: ['lit: flag (true)', 'watts: number (4)', 'label: text (Lamp)', 'kept: text, inner'],
        parts: [],
        unclear: [],
      },
    ],
  ],
  [
    'observed attributes',
    `export default class Lamp extends HTMLElement {
  static get observedAttributes() { return ['lit', 'label', 'aria-label'] }
  attributeChangedCallback() { this.shadowRoot.innerHTML = this.hasAttribute('lit') ? '<b part="glow"></b>' : '' }
}
if (!window.customElements.get('hut-lamp')) window.customElements.define('hut-lamp', Lamp)`,
    [{ tag: 'hut-lamp', props: ['lit: flag', 'label: text'], parts: ['glow'], unclear: [] }],
  ],
  [
    'two elements, one of a class without a name, and one that inherits',
    `customElements.define('hut-lamp', class extends HTMLElement {})
class Porch extends Lamp {}
customElements.define('porch-lamp', Porch)`,
    [
      { tag: 'hut-lamp', props: [], parts: [], unclear: [] },
      { tag: 'porch-lamp', props: [], parts: [], unclear: ['what its class inherits'] },
    ],
  ],
  [
    'names that are no tags, and what is worked out',
    `customElements.define(name, Lamp); @customElement('x') class A {}`,
    [],
  ],
]

test.each(WAYS)('elements by %s', (_, code, found, more = {}) => {
  expect(definesElement(code)).toBe(true)
  expect(described(code, more)).toEqual(found)
})
