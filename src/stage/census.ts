import { shadowsIn, type MountedCase } from './findPart'

/** What stands in rendered cases, for lints that styles and scripts alone do not show. */
export interface Census {
  /** Class names that elements bear, with the first case that shows each. */
  classes: [name: string, key: string][]
  /** Ids that several elements of one tree share. */
  twinIds: [id: string, key: string][]
  /** Labels whose `for` names nothing, or nothing that can be labelled. */
  lostLabels: [target: string, key: string][]
  /** Ids, and names of radio groups, that two instances of the component share when they stand in one tree. */
  sharedIds: string[]
  sharedGroups: string[]
}

export const EMPTY_CENSUS: Census = { classes: [], twinIds: [], lostLabels: [], sharedIds: [], sharedGroups: [] }

const LABELLED = 'button, input, meter, output, progress, select, textarea'

/** Looks through cases that are mounted. Classes of custom elements' own shadow trees are their own affair. */
export function takeCensus(cases: readonly MountedCase[], known: Census = EMPTY_CENSUS): Census {
  const classes = new Map(known.classes)
  const twinIds = new Map(known.twinIds)
  const lostLabels = new Map(known.lostLabels)
  const keep = (map: Map<string, string>, name: string, key: string) => map.has(name) || map.set(name, key)
  for (const { frame, key, failure, instances } of cases) {
    if (failure !== undefined) continue
    // What stands in its slots is judged by its own sheet.
    const nested = instances.filter(({ isOwn }) => !isOwn).flatMap(({ roots }) => roots)
    for (const element of frame.querySelectorAll('[class]')) {
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
  return { ...known, classes: [...classes], twinIds: [...twinIds], lostLabels: [...lostLabels] }
}

/** An instance's own id differs in every case: what is told is told once. */
const withoutInstance = (id: string) => id.replace(/c\d+/g, '{id}')

/** A custom element may take part in forms too. */
const isFormElement = (element: Element | undefined) =>
  element !== undefined &&
  (customElements.get(element.localName) as { formAssociated?: boolean } | undefined)?.formAssociated === true

/** Adds what two instances of one case share. */
export function compareTwins(census: Census, a: MountedCase, b: MountedCase): Census {
  const idsOf = ({ frame }: MountedCase) => new Set([...frame.querySelectorAll('[id]')].map(({ id }) => id))
  const groupsOf = ({ frame }: MountedCase) =>
    new Set([...frame.querySelectorAll<HTMLInputElement>('input[type=radio][name]')].map(({ name }) => name))
  const shared = (left: Set<string>, right: Set<string>) => [...left].filter((name) => right.has(name))
  return {
    ...census,
    sharedIds: [...new Set([...census.sharedIds, ...shared(idsOf(a), idsOf(b))])],
    sharedGroups: [...new Set([...census.sharedGroups, ...shared(groupsOf(a), groupsOf(b))])],
  }
}

/** Puts together what several pages have counted. */
export function joinCensus(a: Census, b: Census): Census {
  const join = (one: Census['classes'], other: Census['classes']) => [...new Map([...other, ...one])]
  return {
    classes: join(a.classes, b.classes),
    twinIds: join(a.twinIds, b.twinIds),
    lostLabels: join(a.lostLabels, b.lostLabels),
    sharedIds: [...new Set([...a.sharedIds, ...b.sharedIds])],
    sharedGroups: [...new Set([...a.sharedGroups, ...b.sharedGroups])],
  }
}
