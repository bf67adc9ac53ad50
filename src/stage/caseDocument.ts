import { viewportIn } from '@/core/contexts'
import { CASE_AT } from './documentStyles'
import type { StageComponent, StageContext } from './protocol'
import { REFERENCES_PER_CASE } from './reference'
import type { StageWindow } from './RunnerStage'
import { ownElement } from './sideEffects'
import type { Stage } from './Stage'

/** A plain document in the page, for one case. */
export interface CaseDocument {
  frame: HTMLIFrameElement
  stage: Stage
}

/** What each document of a case needs. */
export interface DocumentGround {
  /** With `isolated`. */
  component: StageComponent
  /** The stage's own program, which each document runs. */
  program: string
  viewport: { width: number; height: number }
}

/** Opens a plain document for a case. @param index its place; the documents of a page differ in it */
export async function openCaseDocument(
  { component, program, viewport }: DocumentGround,
  context: StageContext,
  index: number,
): Promise<CaseDocument> {
  const frame = ownElement(document.createElement('iframe'))
  frame.setAttribute(CASE_AT, String(index))
  // All at one place: each has its window in sight, whatever asks for that.
  frame.style.cssText = `position:fixed;inset:0;border:0;width:${viewportIn(context.values, viewport).width}px;height:${viewport.height}px`
  document.body.append(frame)
  const inner = frame.contentWindow as unknown as StageWindow
  // Written into the document that a frame has from the start: a navigation would take the browser ten times as long.
  inner.document.open()
  inner.document.write('<!doctype html><html lang="en"><head></head><body></body></html>')
  inner.document.close()
  const script = inner.document.createElement('script')
  script.textContent = program
  inner.document.head.append(script)
  script.remove()
  const stage = await inner.breltStage.openOwn(component, index * REFERENCES_PER_CASE)
  stage.setContext(context)
  return { frame, stage }
}
