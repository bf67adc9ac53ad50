import type { CDPSession } from 'puppeteer-core'
import { STAGE_POLICY } from './stageProgram'

// One site for all, so that a page stays in its process; an origin a component, so that nothing of one is left for the next.
const SITE = 'brelt-stage.invalid'

/** Where a component is staged. */
export const stageAddress = (slug: string): string => `https://${slug}.${SITE}/`

const IS_STAGE = new RegExp(`^https://[a-z0-9-]+\\.${SITE.replace('.', '\\.')}/$`)

/** Answers a page's requests: the stage's own address with a page, everything else with a refusal. */
export function answerRequests(session: CDPSession, page: string): void {
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
      : session.send('Fetch.failRequest', { requestId, errorReason: 'BlockedByClient' })
    answer.catch(() => {}) // the page may be gone by now
  })
}
