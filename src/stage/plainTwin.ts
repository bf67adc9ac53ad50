import { openCaseDocument, type DocumentGround } from './caseDocument'
import { shadowsIn, type MountedCase } from './findPart'
import type { StageCase, StageComponent, StageNested } from './protocol'
import type { Stage } from './Stage'

/** Whether a component's styles were rewritten for cases that share a document, so that they might come to something else there. */
export const isRewritten = ({ sheets }: Pick<StageComponent, 'sheets'>): boolean =>
  sheets.some(({ text, scoped, page }) => scoped !== text || page.trim() !== '')

/**
 * Holds one of the cases that share a document against the same case in a plain document of its own.
 * @param ground of the plain document, in which the component is isolated
 * @returns what is otherwise there, in words; undefined where all is the same, or no case stands without forced states
 */
export async function differsInPlain(stage: Stage, ground: DocumentGround): Promise<string | undefined> {
  const among = stage.cases.findLast(({ stageCase, failure }) => failure === undefined && !isForced(stageCase))
  if (!among) return undefined
  // After all others, in the numbers of the page's references and for the reader, who looks for cases by them.
  const twin = await openCaseDocument(ground, stage.context, stage.cases.length)
  try {
    const { failures } = await twin.stage.mount([among.stageCase])
    if (failures[0] !== undefined) return `cannot be rendered in a page of its own: ${failures[0]}`
    twin.stage.show()
    await twin.stage.settle()
    return differenceOf(among, twin.stage.cases[0]!)
  } finally {
    twin.stage.clear()
    twin.frame.remove()
  }
}

const isForced = ({ forced, slots }: Pick<StageCase | StageNested, 'forced' | 'slots'>): boolean =>
  forced.length > 0 || Object.values(slots).some((filling) => filling.kind === 'component' && isForced(filling))

function differenceOf(among: MountedCase, alone: MountedCase): string | undefined {
  const [shown, own] = [elementsIn(among.page), elementsIn(alone.page)]
  if (shown.length !== own.length) return 'has other elements'
  for (let at = 0; at < Math.min(shown.length, MOST_ELEMENTS); at++) {
    const [element, twin] = [shown[at]!, own[at]!]
    if (twin.localName !== element.localName) return 'has other elements'
    const found = styleDifference(element, twin)
    if (found) return found
  }
  return undefined
}

// All properties of an element take a millisecond.
const MOST_ELEMENTS = 60

const elementsIn = (page: HTMLElement): Element[] =>
  [page, ...shadowsIn(page)].flatMap((root) => [...root.querySelectorAll('*')])

const PSEUDO = ['', '::before', '::after'] as const

function styleDifference(element: Element, twin: Element): string | undefined {
  for (const pseudo of PSEUDO) {
    const [here, there] = [styleOf(element, pseudo), styleOf(twin, pseudo)]
    if (pseudo !== '' && here.content === 'none' && there.content === 'none') continue
    for (const name of here)
      if (!PLACES.test(name) && here.getPropertyValue(name) !== there.getPropertyValue(name))
        return `has a \`${name}\` of ${there.getPropertyValue(name)} on <${element.localName}>${pseudo}, not ${here.getPropertyValue(name)}`
  }
  return undefined
}

// What a page that is longer or shorter has otherwise.
const PLACES = /^(inset|top|bottom|left|right)(-|$)/

const styleOf = (element: Element, pseudo: (typeof PSEUDO)[number]) =>
  element.ownerDocument.defaultView!.getComputedStyle(element, pseudo === '' ? null : pseudo)
