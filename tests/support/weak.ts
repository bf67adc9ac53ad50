import { thing } from './library'

// A lamp with a label, and a sheet that says much of the one and little of the other.
const FILES = {
  library: 'tokens: [tokens.json]\n',
  'tokens.json': JSON.stringify({
    room: { $type: 'dimension', a: { $value: '4px' }, b: { $value: '6px' } },
  }),
  markup:
    '<button class="thing{% if props.large %} thing--large{% endif %}" type="button" aria-label="Lamp" tabindex="0"><span class="label">lamp</span></button>',
  css: `.thing {
  display: block;
  padding: var(--room-a);
  border: 1px solid #224466;
  color: #224466;
  transition: color 200ms;
}
.thing--large { padding: 12px }
.thing:hover { color: #883311; letter-spacing: 2px }
.label {
  display: block;
  margin: 3px;
  min-height: 0;
}`,
}
const BASE = `props: { large: { type: flag } }
axes:
  large: flag
  interaction: { of: state, values: { rest: {}, hover: { pseudo: hover } } }
parts: { root: .thing, label: .label }
`
export const weak = () =>
  thing({
    ...FILES,
    sheet: `${BASE}spec:
  - expect:
      root: { display: block, padding: "{room.a}", transition-duration: 200ms, role: button }
  - when: { large: on }
    expect: { root: { padding: 12px } }
  - when: { interaction: rest }
    expect: { root: { color: "#224466" } }
`,
  })

/** A sheet of which the last rule holds whatever happens. */
export const idle = () =>
  thing({
    ...FILES,
    sheet: `${BASE}spec:
  - expect: { root: { padding: any }, label: { display: block } }
  - when: { large: off }
    expect: { root: { padding: "{room.a}" } }
  - when: { large: on }
    expect: { root: { padding: 12px } }
  - when: { interaction: hover }
    expect: { root: { box.width: ">= 0px" }, label: { text: lamp } }
  - when: { large: on, interaction: hover }
    expect: { root: { box.height: ">= 1px" } }
`,
  })
