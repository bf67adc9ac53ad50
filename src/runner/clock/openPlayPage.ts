import type { Browser } from 'puppeteer-core'
import type { Viewport } from '@/core/sheet'
import type { ClockKind } from '@/stage'
import { findShell } from '../findShell'
import { EnginePage } from './engine/EnginePage'
import { BrowserPage } from './page/BrowserPage'
import type { PlayPage } from './PlayPage'

/** The clock that is used where nobody says. */
export const defaultClock = (): ClockKind => (findShell() === undefined ? 'page' : 'engine')

/** A clock of the engine's takes a browser of its own; one of the page's stands in any. */
const OPEN: Record<ClockKind, (browser: () => Promise<Browser>, viewport: Viewport) => Promise<PlayPage>> = {
  engine: (_, viewport) => EnginePage.open(findShell()!, viewport),
  page: async (browser, viewport) => BrowserPage.open(await browser(), viewport),
}

/** Opens a page whose time is kept by a kind of clock. @throws Error where the clock's browser does not start */
export const openPlayPage = (kind: ClockKind, browser: () => Promise<Browser>, viewport: Viewport): Promise<PlayPage> =>
  OPEN[kind](browser, viewport)
