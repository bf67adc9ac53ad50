import { findIn, findParts, shadowsIn, type MountedCase } from './findPart'
import type { StageComponent } from './protocol'

/** What stands in rendered cases, for lints that styles and scripts alone do not show. */
export interface Inventory {
  /** Class names that elements bear, with the first case that shows each. */
  classes: [name: string, key: string][]
  /** Class names that the document's style sheets speak of: code may have made them. */
  styledByCode: string[]
  /** Ids that several elements of one tree share. */
  twinIds: [id: string, key: string][]
  /** Labels whose `for` names nothing, or nothing that can be labelled. */
  lostLabels: [target: string, key: string][]
  /** Ids, and names of radio groups, that two instances of the component share when they stand in one tree. */
  sharedIds: string[]
  sharedGroups: string[]
  /** Parts that stand in some case, and those that do not but stand elsewhere in a case's own page; unknown where only some cases were counted. */
  parts?: { here: string[]; elsewhere: string[] }
  /** Custom properties that the component's own styles need, and those that some element has; unknown where only some cases were counted. */
  variables?: { needed: string[]; defined: string[] }
  /** Parts that stand turned, with the first case that shows each. */
  turned?: [part: string, key: string][] | undefined
}

export const EMPTY_INVENTORY: Inventory = {
  classes: [],
  styledByCode: [],
  twinIds: [],
  lostLabels: [],
  sharedIds: [],
  sharedGroups: [],
}

const LABELLED = 'button, input, meter, output, progress, select, textarea'

/**
 * Looks through cases that are mounted. Classes of custom elements' own shadow trees are their own affair.
 * @param isAlone whether each case has a document of its own: what stands elsewhere in it is the component's too
 */
export function takeInventory(
  cases: readonly MountedCase[],
  known: Inventory = EMPTY_INVENTORY,
  isAlone = false,
): Inventory {
  const classes = new Map(known.classes)
  const twinIds = new Map(known.twinIds)
  const lostLabels = new Map(known.lostLabels)
  const keep = (map: Map<string, string>, name: string, key: string) => map.has(name) || map.set(name, key)
  const shown = cases.filter(({ failure }) => failure === undefined)
  const documents = new Set(shown.map(({ frame }) => frame.ownerDocument))
  const styled = new Set([...known.styledByCode, ...[...documents].flatMap((one) => [...classesOfSheets(one)])])
  for (const { frame, key, instances } of shown) {
    // What stands in its slots is judged by its own sheet.
    const nested = instances.filter(({ isOwn }) => !isOwn).flatMap(({ roots }) => roots)
    for (const element of homeOf(frame, isAlone).querySelectorAll('[class]')) {
      if (nested.some((root) => root.contains(element))) continue
      for (const name of element.classList) keep(classes, name, key)
    }
    for (const tree of [frame, ...shadowsIn(frame)]) {
      const ids = new Map<string, Element>()
      for (const element of tree.querySelectorAll('[id]')) {
        if (ids.has(element.id)) keep(twinIds, element.id, key)
        else ids.set(element.id, element)
      }
      for (const label of tree.querySelectorAll<HTMLLabelElement>('label[for]')) {
        const target = ids.get(label.htmlFor)
        if (!target?.matches(LABELLED) && !isFormElement(target)) keep(lostLabels, withoutInstance(label.htmlFor), key)
      }
    }
  }
  return {
    ...known,
    classes: [...classes],
    styledByCode: [...styled],
    twinIds: [...twinIds],
    lostLabels: [...lostLabels],
  }
}

/** Where a case's elements stand: in a document of its own, all of its page. */
const homeOf = (frame: HTMLElement, isAlone: boolean): HTMLElement => (isAlone ? frame.ownerDocument.body : frame)

// Sheets of one document are gone through once, unless code has put more rules into them.
const namesOfSheets = new WeakMap<CSSStyleSheet, { rules: number; names: ReadonlySet<string> }>()

/** Class names in selectors of a document's own sheets: those in its head, and those that were adopted by it. */
function classesOfSheets(document: Document): Set<string> {
  const all = [...document.styleSheets, ...document.adoptedStyleSheets]
  return new Set(all.flatMap((sheet) => [...classesOfSheet(sheet)]))
}

function classesOfSheet(sheet: CSSStyleSheet): ReadonlySet<string> {
  const length = rulesOf(sheet)?.length ?? 0
  if (length === 0) return new Set()
  const known = namesOfSheets.get(sheet)
  if (known?.rules === length) return known.names
  const names = new Set<string>()
  const walk = (rules: CSSRuleList) => {
    for (const rule of rules) {
      // Rules of other documents are of other classes.
      if ('selectorText' in rule)
        for (const [, name] of String(rule.selectorText).matchAll(/\.(-?[_a-zA-Z][\w-]*)/g)) names.add(name!)
      if ('cssRules' in rule) walk(rule.cssRules as CSSRuleList)
    }
  }
  walk(sheet.cssRules)
  namesOfSheets.set(sheet, { rules: length, names })
  return names
}

/** A sheet's rules; undefined for one from elsewhere, which no page may look into. */
function rulesOf(sheet: CSSStyleSheet): CSSRuleList | undefined {
  try {
    return sheet.cssRules
  } catch {
    return undefined
  }
}

/** An instance's own id differs in every case: what is told is told once. */
const withoutInstance = (id: string) => id.replace(/c\d+/g, '{id}')

/** A custom element may take part in forms too. */
const isFormElement = (element: Element | undefined) =>
  element !== undefined &&
  (customElements.get(element.localName) as { formAssociated?: boolean } | undefined)?.formAssociated === true

/** Adds which parts stand in the cases. */
export function findPlaces(inventory: Inventory, component: StageComponent, cases: readonly MountedCase[]): Inventory {
  const here = new Set(inventory.parts?.here)
  const elsewhere = new Set(inventory.parts?.elsewhere)
  for (const name of Object.keys(component.parts)) {
    if (here.has(name)) continue
    const shown = cases.filter(({ failure }) => failure === undefined)
    if (shown.some((mounted) => findParts(component, mounted, name).length > 0)) here.add(name)
    else if (component.isolated && shown.some((mounted) => isInPage(component, mounted, name))) elsewhere.add(name)
  }
  return { ...inventory, parts: { here: [...here], elsewhere: [...elsewhere].filter((name) => !here.has(name)) } }
}

// One with a fallback does without.
const NEEDED = /var\(\s*(--[\w-]+)\s*\)/g

/** Adds which custom properties of the component's own styles are there. */
export function findVariables(
  inventory: Inventory,
  { sheets, isolated }: StageComponent,
  cases: readonly MountedCase[],
): Inventory {
  const own = sheets.filter(({ of }) => of === 'own').map(({ text }) => text)
  const needed = new Set(own.flatMap((text) => [...text.matchAll(NEEDED)].map(([, name]) => name!)))
  const defined = new Set(inventory.variables?.defined)
  const open = [...needed].filter((name) => !defined.has(name))
  for (const { frame } of cases) {
    if (open.length === 0) break
    const home = homeOf(frame, isolated)
    for (const root of [home, ...shadowsIn(home)])
      for (const element of root.querySelectorAll('*')) {
        const style = getComputedStyle(element)
        for (const name of open.filter((each) => style.getPropertyValue(each) !== '')) {
          defined.add(name)
          open.splice(open.indexOf(name), 1)
        }
        if (open.length === 0) break
      }
  }
  return { ...inventory, variables: { needed: [...needed], defined: [...defined] } }
}

function isInPage({ parts }: StageComponent, { host }: MountedCase, name: string): boolean {
  const { select } = parts[name]!
  return select !== undefined && findIn([host.ownerDocument.body], { [name]: { name, select } }, name).length > 0
}

/** Adds what two instances of one case share. */
export function compareTwins(inventory: Inventory, a: MountedCase, b: MountedCase): Inventory {
  const idsOf = ({ frame }: MountedCase) => new Set([...frame.querySelectorAll('[id]')].map(({ id }) => id))
  const groupsOf = ({ frame }: MountedCase) =>
    new Set([...frame.querySelectorAll<HTMLInputElement>('input[type=radio][name]')].map(({ name }) => name))
  const shared = (left: Set<string>, right: Set<string>) => [...left].filter((name) => right.has(name))
  return {
    ...inventory,
    sharedIds: [...new Set([...inventory.sharedIds, ...shared(idsOf(a), idsOf(b))])],
    sharedGroups: [...new Set([...inventory.sharedGroups, ...shared(groupsOf(a), groupsOf(b))])],
  }
}

/** Puts together what several pages have counted. */
export function joinInventories(a: Inventory, b: Inventory): Inventory {
  const join = (one: Inventory['classes'], other: Inventory['classes']) => [...new Map([...other, ...one])]
  return {
    classes: join(a.classes, b.classes),
    styledByCode: [...new Set([...a.styledByCode, ...b.styledByCode])],
    twinIds: join(a.twinIds, b.twinIds),
    lostLabels: join(a.lostLabels, b.lostLabels),
    sharedIds: [...new Set([...a.sharedIds, ...b.sharedIds])],
    sharedGroups: [...new Set([...a.sharedGroups, ...b.sharedGroups])],
    ...((a.turned || b.turned) && { turned: join(a.turned ?? [], b.turned ?? []) }),
    ...((a.parts || b.parts) && { parts: joinPlaces(a.parts, b.parts) }),
    ...((a.variables || b.variables) && {
      variables: {
        needed: union(a.variables?.needed, b.variables?.needed),
        defined: union(a.variables?.defined, b.variables?.defined),
      },
    }),
  }
}

const union = (...given: (readonly string[] | undefined)[]): string[] => [
  ...new Set(given.flatMap((each) => each ?? [])),
]

function joinPlaces(...given: Inventory['parts'][]): NonNullable<Inventory['parts']> {
  const here = union(...given.map((each) => each?.here))
  const elsewhere = union(...given.map((each) => each?.elsewhere))
  return { here, elsewhere: elsewhere.filter((name) => !here.includes(name)) }
}
