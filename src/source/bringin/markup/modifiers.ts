import { groupBy } from '@/core/group'
import { slugFor } from '../proposal'
import type { CssFacts } from '../statesInCss'
import { classesOf, type Element } from './elements'

const SIZES = [
  'tiny',
  'xs',
  'extra-small',
  'small',
  'sm',
  'compact',
  'regular',
  'medium',
  'md',
  'default',
  'large',
  'lg',
  'xl',
  'extra-large',
  'huge',
]

// What design systems call their looks, where nothing in the markup tells a modifier from a part.
const TONES =
  /^(primary|secondary|tertiary|accent|neutral|success|danger|warning|error|info|light|dark|link|ghost|plain|quiet|loud|solid|soft|(outline|subtle|text)(-[a-z]+)?)$/

// Rules of siblings declare nearly the same properties.
const ALIKE = 0.6
const MAX_VALUES = 12

/** The name of a modifier without its block: `.call--large` and `.call-large` are both `large`. */
const shortName = (block: string, name: string) => name.slice(block.length).replace(/^-+/, '')

/** How much of what two classes declare is the same, 0 to 1. */
function likeness({ declares }: CssFacts, one: string, other: string): number {
  const [a, b] = [declares.get(one) ?? new Set(), declares.get(other) ?? new Set()]
  const shared = [...a].filter((property) => b.has(property)).length
  return shared / Math.max(a.size, b.size, 1)
}

/** The names behind `.call--` or `.call-` that stand for looks of the block, rather than for parts of it. */
export function modifiersOf(
  block: string,
  own: readonly string[],
  elements: readonly Element[],
  css: CssFacts,
): string[] {
  const inside = new Set(elements.slice(1).flatMap(classesOf))
  const all = [...new Set([...own, ...css.classes])].filter((name) => !inside.has(name))
  const marked = all.filter((name) => name.startsWith(`${block}--`))
  if (marked.length > 0) return marked
  const possible = all.filter((name) => name.startsWith(`${block}-`) && !name.startsWith(`${block}__`))
  const present = own.filter((name) => possible.includes(name))
  const isAlike = (name: string) => present.some((one) => likeness(css, one, name) >= ALIKE)
  return possible.filter((name) => {
    const rest = shortName(block, name)
    // One that is there shows what its siblings are like; without one, only names tell.
    return present.includes(name) || SIZES.includes(rest) || (present.length > 0 ? isAlike(name) : TONES.test(rest))
  })
}

/** Modifiers of which a component has one at a time, or one that is there or not. */
interface Family {
  axis: string
  /** Called `yes` where it is there or not. */
  isFlag: boolean
  names: string[]
}

/** Modifiers by what they vary: those of size, those with a first word in common, and those that declare the same properties. */
export function familiesOf(block: string, own: readonly string[], classes: readonly string[], css: CssFacts): Family[] {
  const nameOf = (name: string) => shortName(block, name)
  const sizes = classes.filter((name) => SIZES.includes(nameOf(name)))
  const families: Family[] = []
  if (sizes.length > 0)
    families.push({
      axis: 'size',
      isFlag: false,
      names: sizes.toSorted((a, b) => SIZES.indexOf(nameOf(a)) - SIZES.indexOf(nameOf(b))),
    })
  const others = classes.filter((name) => !sizes.includes(name))
  const wordOf = (name: string) => /^([a-z0-9]+)[-_]+[a-z0-9]/i.exec(nameOf(name))?.[1] ?? ''
  const byWord = groupBy(others, wordOf)
  for (const [word, names] of byWord)
    if (word !== '' && names.length > 1 && !names.some((name) => TONES.test(nameOf(name))))
      families.push({ axis: word, isFlag: false, names })
  const named = new Set(families.flatMap(({ names }) => names))
  const clusters = alikeOnes(
    block,
    own,
    others.filter((name) => !named.has(name)),
    css,
  )
  const [looks] = clusters.toSorted((a, b) => b.length - a.length)
  for (const names of clusters) {
    // One alone of its kind is there or not; where nothing tells, it is a look among looks.
    const isLook = names === looks && (names.length > 1 || clusters.length === 1)
    const isFlag = names.length === 1 && !isLook
    families.push({ axis: isLook ? 'variant' : nameOf(names[0]!), isFlag, names })
  }
  return families
}

/** Classes in groups that declare the same properties. Two that stand on one element are of different groups. */
function alikeOnes(block: string, own: readonly string[], classes: readonly string[], css: CssFacts): string[][] {
  const isTone = (name: string) => TONES.test(shortName(block, name)) || !css.declares.get(name)?.size
  const groups: string[][] = []
  for (const name of classes) {
    const group = groups.find(
      (each) =>
        !(own.includes(name) && each.some((other) => own.includes(other))) &&
        each.some((other) => (isTone(name) && isTone(other)) || likeness(css, name, other) >= ALIKE),
    )
    if (group) group.push(name)
    else groups.push([name])
  }
  return groups
}

/** Axes of the families, and the classes of the root that belong to none. */
export function modifierAxes(
  block: string,
  own: readonly string[],
  families: readonly Family[],
): { axes: Record<string, unknown>; others: string[] } {
  const axes: Record<string, unknown> = {}
  const others: string[] = []
  for (const { axis: called, isFlag, names } of families) {
    const axis = slugFor(called, Object.keys(axes))
    const kept = names.filter((name, at) => at < MAX_VALUES || own.includes(name))
    others.push(...names.filter((name) => !kept.includes(name)))
    const valueOf = (name: string) => (isFlag ? 'yes' : valueName(shortName(block, name), called))
    const present = kept.find((name) => own.includes(name))
    const plain = isFlag ? 'no' : called === 'size' ? 'regular' : 'plain'
    // A family of which one always stands there has no value without any.
    const isAlways = present !== undefined && called !== 'size' && called !== 'variant' && !isFlag
    axes[axis] = {
      ...(called === 'size' && { of: 'size' }),
      ...(isFlag && { of: 'state' }),
      ...(present && { default: valueOf(present) }),
      values: {
        ...(!isAlways && !kept.some((name) => valueOf(name) === plain) && { [plain]: {} }),
        ...Object.fromEntries(kept.map((name) => [valueOf(name), { class: name }])),
      },
    }
  }
  return { axes, others }
}

const valueName = (name: string, axis: string) =>
  name
    .replace(new RegExp(`^${axis}[-_]+`), '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'other'
