import type { StandingCase } from '../findPart'
import type { StageComponent, StageProbe } from '../protocol'
import { computedValue } from './readStyle'
import { Reader, type Match } from './Reader'

export type ProbeAnswer = { text: string } | { invalid: string }

/** A probe that stands in the document, waiting to be read. */
interface Placed {
  element: HTMLElement
  probe: StageProbe
}

// Bears the expected value once more, to tell what the browser makes of the custom properties in it.
const ECHO = '--brelt-expected'

// What a value may be relative to and a probe would not inherit as its part has it.
const OWN = [
  'font-size',
  'font-family',
  'font-weight',
  'font-style',
  'line-height',
  'color',
  'direction',
  'writing-mode',
  'color-scheme',
]

/** Has the browser compute expected values, each in the place of the part that it is expected of. */
export function answerProbes(
  component: StageComponent,
  cases: readonly StandingCase[],
  probes: readonly StageProbe[],
): ProbeAnswer[] {
  const placed = probes.map((probe) => place(component, cases, probe))
  const answers = placed.map((each): ProbeAnswer => {
    if ('invalid' in each) return each
    try {
      const style = getComputedStyle(each.element)
      const invalid = lostValue(style, each.probe)
      return invalid === undefined ? { text: computedValue(style, each.probe.property) } : { invalid }
    } catch (error) {
      return { invalid: String((error as Error).message) }
    }
  })
  for (const each of placed) if ('element' in each) each.element.remove()
  return answers
}

function place(
  component: StageComponent,
  cases: readonly StandingCase[],
  probe: StageProbe,
): Placed | { invalid: string } {
  const element = document.createElement('div')
  const { style } = element
  // Where colours are forced, every colour that is expected would turn into the same, and hold.
  style.setProperty('forced-color-adjust', 'none')
  // Widths of lines that are not drawn compute to 0.
  if (/^(border|outline|column-rule).*width$/.test(probe.property))
    style.setProperty(probe.property.replace(/width$/, 'style'), 'solid')
  const match = probe.caseIndex === undefined ? undefined : partIn(component, cases[probe.caseIndex], probe.part!)
  if (match) imitate(style, match, probe)
  style.setProperty('display', probe.needs === 'layout' && match ? 'block' : 'none', 'important')
  const before = style.length
  style.setProperty(probe.property, probe.text)
  if (style.getPropertyValue(probe.property) === '' && style.length <= before) {
    return {
      invalid: `the browser does not take "${probe.text}" for ${probe.property === 'scale' ? 'a number' : probe.property === 'left' ? 'a length' : probe.property}`,
    }
  }
  if (/\bvar\(/i.test(probe.text)) style.setProperty(ECHO, probe.text)
  const parent = match ? (match.pseudo ? match.element : (match.element.parentNode ?? document.body)) : document.body
  parent.appendChild(element)
  return { element, probe }
}

/**
 * Why a value with custom properties in it stands for nothing: the browser then takes the initial or inherited value in its place,
 * which says nothing of what was expected.
 */
function lostValue(style: CSSStyleDeclaration, { property, text }: StageProbe): string | undefined {
  if (!/\bvar\(/i.test(text)) return undefined
  const filled = style.getPropertyValue(ECHO).trim()
  if (filled !== '')
    return CSS.supports(property, filled)
      ? undefined
      : `"${text}" stands for "${filled}", which ${property} does not take`
  const lost = [...text.matchAll(/--[\w-]+/g)]
    .map(([name]) => name)
    .filter((name) => style.getPropertyValue(name) === '')
  return `no custom property ${[...new Set(lost)].join(' and no ')} is set there`
}

function partIn(component: StageComponent, mounted: StandingCase | undefined, part: string): Match | undefined {
  if (!mounted) return undefined
  return new Reader(component, mounted, {}, () => undefined).matches(part)[0]
}

function imitate(style: CSSStyleDeclaration, match: Match, { property, text, needs }: StageProbe) {
  const own = getComputedStyle(match.element, match.pseudo)
  for (const name of OWN) if (name !== property) style.setProperty(name, own.getPropertyValue(name))
  for (const [name] of text.matchAll(/--[\w-]+/g)) style.setProperty(name, own.getPropertyValue(name))
  if (needs !== 'layout') return
  style.setProperty('visibility', 'hidden')
  style.setProperty('transition', 'none')
  style.setProperty('flex', 'none')
  for (const name of ['position', 'float', 'box-sizing']) style.setProperty(name, own.getPropertyValue(name))
  if (property.startsWith('transform'))
    for (const name of ['width', 'height']) style.setProperty(name, own.getPropertyValue(name))
}
