import fc from 'fast-check'
import { elementCode } from './generated/element'
import { markupCode } from './generated/markup'
import { reactCode } from './generated/react'
import { stylesOf } from './generated/styles'
import type { Shape } from './generated/shape'

/** A generated library: texts of files by path. */
export type Generated = Record<string, string>

const bool = fc.boolean()

/** Shapes of one component, each feature by itself: what is wrong together with something else is met by chance. */
const shape = (slug: string, depth: number): fc.Arbitrary<Shape> =>
  fc.record({
    slug: fc.constant(slug),
    kind: fc.constantFrom('markup', 'react', 'element'),
    root: fc.constantFrom('button', 'label', 'div', 'link'),
    hoverStyles: fc.constantFrom('self', 'child', 'has', 'sibling'),
    focusStyles: fc.constantFrom('self', 'within', 'child'),
    hasTransition: bool,
    hasPseudo: bool,
    hasScript: bool,
    byScript: fc.constantFrom('none', 'none', 'hover', 'focus', 'press'),
    late: fc.constantFrom('no', 'microtask', 'frame', 'frames', 'lazy'),
    styles: fc.constantFrom('file', 'file', 'head-at-load', 'head-at-mount', 'head-late', 'adopted', 'import'),
    registers: bool,
    outside: fc.constantFrom('no', 'no', 'no', 'mount', 'late'),
    around: fc.constantFrom('plain', 'scroller', 'clip', 'transform', 'zoom'),
    inView: fc.constantFrom('no', 'no', 'observer', 'content-visibility'),
    delegatesFocus: bool,
    usesParts: bool,
    slotWay:
      depth > 0
        ? fc.constantFrom('none', 'default', 'axis', 'fill', 'set', 'steps-fill')
        : fc.constant('none' as const),
    reachInside: fc.constantFrom('none', 'axis', 'hover', 'attr', 'class'),
    isolate: fc.constantFrom('auto', 'auto', 'auto', 'yes'),
    contexts: fc.constantFrom('none', 'theme', 'direction'),
  }) as fc.Arbitrary<Shape>

const library = fc.record({
  inner: shape('rope', 0),
  outer: shape('peg', 1),
  // Ways in which a component comes in that is in none of the cases.
  also: fc.constantFrom('none', 'example', 'scenario', 'guide'),
})

/** The library of a seed: always the same. */
export function generateLibrary(seed: number): Generated {
  const [made] = fc.sample(library, { seed, numRuns: 1 })
  const { inner, outer, also } = made!
  const files: Generated = {
    'library.yaml': JSON.stringify({
      library: 1,
      name: `Seed ${seed}`,
      styles: ['base.css'],
      contexts: { theme: ['day', 'night'], direction: ['ltr', 'rtl'] },
      viewport: { width: 600, height: 400 },
    }),
    'base.css': `:root { --ground: rgb(240, 240, 250); --ink: rgb(20, 30, 40) } :root[data-theme=night] { --ground: rgb(10, 20, 30); --ink: rgb(230, 230, 220) } body { font: 16px/20px "Liberation Sans", sans-serif; color: var(--ink); background: var(--ground) }`,
  }
  Object.assign(files, componentFiles(inner, undefined), componentFiles(outer, inner, alsoHeld(also, inner)))
  if (also === 'guide') files[`c/${outer.slug}/${outer.slug}.md`] = `See [it](#1&lead/=${inner.slug}).\n`
  return files
}

/** What of a sheet brings the inner component into the outer one's slot beside its cases. */
function alsoHeld(way: string, { slug }: Shape): object {
  if (way === 'guide') return { guide: 'peg.md' }
  if (way === 'example') return { examples: { 'With it': { slots: { lead: slug } } } }
  if (way === 'none') return {}
  return {
    scenarios: [{ name: 'It comes', steps: [{ fill: { lead: slug } }, { expect: { held: { present: 'yes' } } }] }],
  }
}

function componentFiles(shape: Shape, held: Shape | undefined, more: object = {}): Generated {
  const code = { markup: markupCode, react: reactCode, element: elementCode }[shape.kind](shape)
  const own = {
    ...code.files,
    [`${shape.slug}.css`]: shape.kind === 'element' ? lightStyles(shape) : fileStyles(shape),
  }
  if (shape.styles === 'import') own['parts.css'] = stylesOf(shape)
  return Object.fromEntries(
    Object.entries({
      ...own,
      [`${shape.slug}.sheet.yaml`]: JSON.stringify({ ...sheetOf(shape, code.source, held), ...more }, null, 1),
    }).map(([path, text]) => [`c/${shape.slug}/${path}`, text]),
  )
}

// Each in its own place: which of two comes first is nobody's business.
const lightStyles = ({ slug }: Shape) =>
  `.tip-${slug} { position: absolute; left: ${slug === 'peg' ? 0 : 20}px; top: 0; width: 7px; height: 5px }`

/** What stands in the sheet's own style file: everything, or nothing where a script or an import brings it. */
function fileStyles(shape: Shape): string {
  if (shape.styles === 'import') return `@import "./parts.css";\n${lightStyles(shape)}`
  return shape.styles === 'file' ? `${stylesOf(shape)}\n${lightStyles(shape)}` : lightStyles(shape)
}

function sheetOf(shape: Shape, source: object, held: Shape | undefined) {
  const { slug, kind, root, hasPseudo, isolate, contexts, outside } = shape
  const isElement = kind === 'element'
  const inside = (name: string) =>
    isElement
      ? shape.usesParts
        ? `.${slug}::part(${name})`
        : `.${slug} >>> .${slug}__${name}`
      : `.${slug} .${slug}__${name}`
  const field = root === 'label' || root === 'div'
  const takesFocus = field ? 'field' : 'root'
  const parts: Record<string, unknown> = {
    root: `.${slug}`,
    text: inside('text'),
    lead: inside('lead'),
    note: inside('note'),
    ...(field && { field: inside('field') }),
    ...(isElement && { core: inside('core') }),
    ...(hasPseudo && !isElement && { mark: { select: `.${slug}`, pseudo: '::before' } }),
    ...(outside !== 'no' && { tip: { select: `.tip-${slug}`, in: 'page' } }),
    ...(held && { held: heldSelector(slug, held) }),
  }
  const disabled = { props: { disabled: true } }
  const focusOn = isElement && shape.delegatesFocus ? 'root' : isElement ? (field ? 'field' : 'core') : takesFocus
  const state = {
    of: 'state',
    values: {
      rest: {},
      hover: { pseudo: ['hover'], on: 'root' },
      focus: { pseudo: ['focus', 'focus-visible'], on: focusOn },
      pressed: { pseudo: ['hover', 'active'], on: 'root' },
      disabled,
    },
  }
  return {
    sheet: 1,
    name: slug,
    source: { ...source, styles: [`${slug}.css`] },
    stage: { isolate: mustBeAlone(shape, held) ? isolate : 'auto' },
    ...(contexts !== 'none' && { contexts: { [contexts]: 'all' } }),
    parts,
    props: {
      label: { type: 'text', default: 'Coat hook' },
      tone: { type: 'choice', values: ['plain', 'loud'], default: 'plain' },
      disabled: { type: 'flag' },
    },
    slots: { lead: { text: true, default: held && shape.slotWay === 'default' ? held.slug : 'none' } },
    axes: { tone: ['plain', 'loud'], state, ...(held && slotAxis(shape, held)) },
    cover: 'each',
    spec: [{ expect: expectations(parts) }],
  }
}

// What a case can be alone with it can be together with: `isolate: no` is for authors who know better.
const mustBeAlone = (shape: Shape, held: Shape | undefined) =>
  [shape, held].some((each) => each && each.isolate === 'yes')

const heldSelector = (slug: string, held: Shape) =>
  held.kind === 'element' ? `.${slug} .${held.slug}` : `.${slug} .${held.slug}`

/** The axis by which a component comes into the slot. */
function slotAxis({ slotWay }: Shape, { slug, reachInside, root }: Shape) {
  const reaches = {
    none: {},
    axis: { axes: { tone: 'loud' } },
    hover: { axes: { state: root === 'label' ? 'rest' : 'disabled' } },
    attr: { props: { label: 'Other' } },
    class: { props: { tone: 'loud' } },
  }[reachInside]
  const filling = { component: slug, ...reaches }
  if (slotWay === 'axis')
    return {
      held: {
        of: 'state',
        values: { none: {}, held: { slots: { lead: filling } }, words: { slots: { lead: { text: 'Hi <b>' } } } },
      },
    }
  if (slotWay === 'fill' || slotWay === 'steps-fill')
    return { held: { of: 'state', values: { none: {}, held: { steps: [{ fill: { lead: filling } }] } } } }
  if (slotWay === 'set')
    return { held: { of: 'state', values: { none: {}, held: { steps: [{ set: { label: 'Other words' } }] } } } }
  return {}
}

/** One expectation a reading that nothing misses, so that a run reads it and tells what it read. */
function expectations(parts: Record<string, unknown>) {
  const styles = {
    color: 'not rgb(1, 2, 254)',
    'background-color': 'not rgb(1, 2, 254)',
    'border-top-color': 'not rgb(1, 2, 254)',
    'outline-style': 'not dotted',
    'padding-left': 'not 77px',
    opacity: 'not 0.123',
    display: 'not table-caption',
    'text-decoration-line': 'not overline',
    width: 'not 1234px',
    '--level': 'not 77',
  }
  const boxes = {
    'box.width': 'not 1234px',
    'box.height': 'not 1234px',
    'box.left': 'not 1234px',
    'box.top': 'not 1234px',
    visible: 'yes or no',
    present: 'yes or no',
    count: 'not 77',
  }
  const document = {
    role: 'not zzz',
    name: 'not zzz',
    text: 'not zzz',
    'attr(data-is)': 'not zzz',
    'state.disabled': 'yes or no',
  }
  const places = {
    'covers(text)': 'yes or no',
    'overlaps(note)': 'yes or no',
    'gap(lead)': 'not 1234px',
    'offset-x(root)': 'not 1234px',
    'offset-y(root)': 'not 1234px',
  }
  const pointer = { 'target.width': 'not 1234px', 'target.height': 'not 1234px', 'within(root)': 'yes or no' }
  const all = { ...styles, ...boxes, ...document, ...places, ...pointer }
  return Object.fromEntries(
    Object.entries(parts).map(([name, part]) => {
      const isPseudo = typeof part === 'object' && part !== null && 'pseudo' in part
      if (isPseudo) return [name, styles]
      return [name, /^(text|note)$/.test(name) ? { ...all, contrast: 'not 77' } : all]
    }),
  )
}
