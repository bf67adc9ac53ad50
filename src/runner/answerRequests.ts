import type { CDPSession } from 'puppeteer-core'
import { stagePage, stageProgram, STAGE_POLICY } from './stageProgram'

/** Answers a page's requests: the stage's own address with its program, everything else with a refusal. */
export function answerRequests(session: CDPSession, address: string, program: 'runner' | 'play' = 'runner'): void {
  session.on('Fetch.requestPaused', ({ requestId, request, resourceType }) => {
    const isStage = request.url === address && resourceType === 'Document'
    const answer = isStage
      ? session.send('Fetch.fulfillRequest', {
          requestId,
          responseCode: 200,
          responseHeaders: [
            { name: 'content-type', value: 'text/html; charset=utf-8' },
            { name: 'content-security-policy', value: STAGE_POLICY },
          ],
          body: Buffer.from(stagePage(stageProgram(program))).toString('base64'),
        })
      : session.send('Fetch.failRequest', { requestId, errorReason: 'BlockedByClient' })
    answer.catch(() => {}) // the page may be gone by now
  })
}
