import type { CDPSession } from 'puppeteer-core'

/** What of the protocol is called here. */
export type Send = CDPSession['send']
