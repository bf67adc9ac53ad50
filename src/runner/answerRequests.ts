import type { CDPSession } from 'puppeteer-core'
import { STAGE_POLICY } from './stageProgram'

// One site for all, so that a page stays in its process; an origin a component, so that nothing of one is left for the next.
const SITE = 'brelt-stage.invalid'

/** Where a component is staged. */
export const stageAddress = (slug: string): string => `https://${slug}.${SITE}/`

const IS_STAGE = new RegExp(`^https://[a-z0-9-]+\\.${SITE.replace('.', '\\.')}/$`)

/**
 * Answers what a page asks for: the stage's own address with a page, everything else with a refusal; dialogs are closed at once, since
 * a page waits for their answer.
 */
export function answerRequests(session: CDPSession, page: string): void {
  session.on('Page.javascriptDialogOpening', () => {
    session.send('Page.handleJavaScriptDialog', { accept: false }).catch(() => {}) // the page may be gone by now
  })
  const body = Buffer.from(page).toString('base64')
  session.on('Fetch.requestPaused', ({ requestId, request, resourceType }) => {
    const isStage = IS_STAGE.test(request.url) && resourceType === 'Document'
    const answer = isStage
      ? session.send('Fetch.fulfillRequest', {
          requestId,
          responseCode: 200,
          responseHeaders: [
            { name: 'content-type', value: 'text/html; charset=utf-8' },
            { name: 'content-security-policy', value: STAGE_POLICY },
          ],
          body,
        })
      : session.send('Fetch.failRequest', {
          requestId,
          // A page that is to go elsewhere stays as it is when that is called off; else an error would take its place.
          errorReason: resourceType === 'Document' ? 'Aborted' : 'BlockedByClient',
        })
    answer.catch(() => {}) // the page may be gone by now
  })
}
