import type { ReaderStage } from '@/stage'
import type { PageNodes } from './PageNodes'
import { borderBox } from './referredParts'

/** What was read is not what the browser itself says of the same node: nothing of the page can be trusted. */
export class Tampered extends Error {
  override name = 'Tampered'
}

/** Properties that are compared: of each kind of value one. */
const SAMPLED = ['display', 'width', 'height', 'color', 'background-color', 'font-size', 'opacity'] as const
// The engine tells boxes in whole pixels where it has drawn them so.
const BOX_TOLERANCE_PX = 1

type Sampled = NonNullable<ReturnType<ReaderStage['sample']>>
type EngineSample = NonNullable<Awaited<ReturnType<PageNodes['engineSample']>>>

/** What a comparison needs of a page. */
export interface ComparedPage {
  nodes: Pick<PageNodes, 'engineSample'>
  sample(caseIndex: number, part: string, properties: readonly string[]): Promise<Sampled | undefined>
}

/**
 * Compares what the reader says of a part in some cases with the engine's own answer, which comes without any script.
 * @throws Tampered where they differ
 */
export async function compareWithEngine(page: ComparedPage, cases: readonly number[], part: string): Promise<void> {
  for (const caseIndex of new Set(cases)) {
    const read = await page.sample(caseIndex, part, SAMPLED)
    const engine = read && (await page.nodes.engineSample(caseIndex, part))
    const difference = engine && differenceOf(read, engine)
    if (difference)
      throw new Tampered(
        `tampered: the ${difference.what} of ${part} was read as ${difference.read}, and is ${difference.is}`,
      )
  }
}

function differenceOf(read: Sampled, engine: EngineSample): { what: string; read: string; is: string } | undefined {
  for (const name of SAMPLED) {
    const is = engine.style[name]
    if (is !== undefined && is !== read.style[name]) return { what: name, read: read.style[name] ?? '', is }
  }
  // The box of what runs on within lines is told by its first line.
  const box =
    engine.box && !/^(inline|contents|none)$/.test(engine.style.display ?? '') ? borderBox(engine.box) : undefined
  for (const side of ['width', 'height'] as const)
    if (box && Math.abs(box[side] - read.box[side]) > BOX_TOLERANCE_PX)
      return { what: `box's ${side}`, read: `${read.box[side]}px`, is: `${box[side]}px` }
  return undefined
}
