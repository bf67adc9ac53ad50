import type { Sheet } from '@/core/sheet'
import { isRewritten, sideEffectInTexts, type StageComponent } from '@/stage'
import type { StagePage } from '../StagePage'

/** Whether a component's cases each need a document of their own, as far as its sheet and its texts tell. */
export function isAlone({ isolate }: Sheet['data']['stage'], component: Omit<StageComponent, 'isolated'>): boolean {
  return isolate === 'yes' || (isolate === 'auto' && sideEffectInTexts(component) !== undefined)
}

/** Whether styles that were rewritten for cases that share a document may come to something else in one of their own. */
export function mayDiffer(stage: Sheet['data']['stage'], component: Omit<StageComponent, 'isolated'>): boolean {
  return stage.isolate === 'auto' && !isAlone(stage, component) && isRewritten(component)
}

/** Whether what stands in a page shows that each case needs a document of its own. @param isHeldToPlain one is held against a plain document */
export async function needsDocuments(page: StagePage, isHeldToPlain: boolean): Promise<boolean> {
  return (await page.sideEffect()) !== undefined || (isHeldToPlain && (await page.differsInPlain()) !== undefined)
}
