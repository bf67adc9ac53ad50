import { treeOf, type FileTree } from '@/core/sheet'

/** The 20 properties that every way of reading takes of each of the 4 parts. */
export const PROPERTIES = [
  'color',
  'background-color',
  'border-top-width',
  'border-top-color',
  'border-top-left-radius',
  'padding-left',
  'padding-top',
  'margin-left',
  'width',
  'height',
  'font-size',
  'font-weight',
  'line-height',
  'letter-spacing',
  'opacity',
  'outline-width',
  'outline-color',
  'cursor',
  'display',
  'text-align',
] as const

export const PARTS = { root: '.berth', box: '.berth__box', label: '.berth__label', note: '.berth__note' } as const

/** A component with as many cases as asked for: a state axis of 10 values, and numbered variants that make up the rest. */
export function benchLibrary(cases: number): FileTree {
  const variants = cases / STATES.length
  if (!Number.isInteger(variants)) throw new RangeError(`${cases} is no multiple of ${STATES.length}`)
  const names = Array.from({ length: variants }, (_, at) => `v${at}`)
  return treeOf({
    'library.yaml': 'library: 1\nname: Bench',
    'components/berth/berth.liquid': MARKUP,
    'components/berth/berth.css': CSS,
    'components/berth/berth.sheet.yaml': sheet(names),
  })
}

const STATES = ['rest', 'hover', 'focus', 'pressed', 'disabled', 'on', 'on-hover', 'mixed', 'error', 'busy'] as const

const MARKUP = `<div class="berth berth--{{ props.variant }}{% if props.error %} has-error{% endif %}{% if props.busy %} is-busy{% endif %}">
  <label class="berth__hit"><input class="berth__input" type="checkbox"{% if props.on %} checked{% endif %}{% if props.disabled %} disabled{% endif %}>
  <span class="berth__box"></span><span class="berth__label">Lower bunk</span></label>
  <p class="berth__note">Note</p>
</div>`

const CSS = `
.berth { padding: 4px 8px; color: rgb(20, 30, 40); font: 400 15px/21px sans-serif; opacity: 1 }
.berth.has-error { color: rgb(160, 40, 20) } .berth.is-busy { opacity: 0.6 }
.berth__hit { display: flex; gap: 8px; cursor: pointer }
.berth__input { position: absolute; opacity: 0 }
.berth__box { display: block; width: 22px; height: 22px; border: 2px solid rgb(90, 90, 90); border-radius: 6px; background: white; transition: background-color 120ms, outline-color 120ms }
.berth__input:checked + .berth__box, .berth__input:indeterminate + .berth__box { background: rgb(30, 96, 73); border-color: rgb(30, 96, 73) }
.berth__hit:hover .berth__box { outline: 3px solid rgb(30 96 73 / 22%) }
.berth__hit:active .berth__box { background: rgb(220, 230, 225) }
.berth__input:focus-visible + .berth__box { outline: 3px solid rgb(30 96 73 / 60%) }
.berth__input:disabled + .berth__box { border-color: rgb(200, 200, 200) }
.berth__label { font-weight: 500; letter-spacing: 0.2px } .berth__note { margin: 4px 0 0 30px; font-size: 13px; line-height: 18px }
`

const sheet = (variants: readonly string[]) => `sheet: 1
name: Berth
source: { kind: markup, markup: berth.liquid, styles: [berth.css] }
stage: { isolate: no }
parts: { root: .berth, hit: .berth__hit, input: .berth__input, box: .berth__box, label: .berth__label, note: .berth__note }
props:
  variant: { type: text }
  on: { type: flag }
  disabled: { type: flag }
  error: { type: flag }
  busy: { type: flag }
axes:
  variant: [${variants.join(', ')}]
  state:
    of: state
    values:
      rest: {}
      hover: { pseudo: hover, on: hit }
      focus: { pseudo: [focus, focus-visible], on: input }
      pressed: { pseudo: [hover, active], on: hit }
      disabled: { props: { disabled: true } }
      on: { props: { on: true } }
      on-hover: [{ props: { on: true } }, { pseudo: hover, on: hit }]
      mixed: { property: { indeterminate: true }, on: input }
      error: { props: { error: true } }
      busy: { props: { busy: true } }
spec:
  - expect:
${Object.keys(PARTS)
  .map(
    (part) =>
      `      ${part}: { ${PROPERTIES.map((property) => `${property}: ${JSON.stringify(EXPECTED[property].replaceAll('"', ''))}`).join(', ')} }`,
  )
  .join('\n')}
  - when: { state: [on, on-hover, mixed] }
    expect: { box: { background-color: "rgb(30, 96, 73)" } }
  - when: { state: pressed }
    expect: { box: { background-color: "rgb(220, 230, 225)" } }
  - when: { state: hover }
    expect: { box: { outline-color: "rgb(30 96 73 / 22%)" } }
`

// What every case keeps to, so that a run is not about looking for the lines of misses.
const EXPECTED: Record<(typeof PROPERTIES)[number], string> = {
  color: 'rgb(20, 30, 40) or rgb(160, 40, 20)',
  'background-color': 'not red',
  'border-top-width': '0px or 2px',
  'border-top-color': 'not red',
  'border-top-left-radius': '0px or 6px',
  'padding-left': '0px or 8px',
  'padding-top': '0px .. 4px',
  'margin-left': '0px or 30px',
  width: '"> 0px"',
  height: '"> 0px"',
  'font-size': '13px .. 15px',
  'font-weight': '400 or 500',
  'line-height': '"> 0px"',
  'letter-spacing': 'normal or 0.2px',
  opacity: '0.6 or 1',
  'outline-width': 'not 7px',
  'outline-color': 'not red',
  cursor: 'auto or pointer',
  display: 'block or flex',
  'text-align': 'start',
}
