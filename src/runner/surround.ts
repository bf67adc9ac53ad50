import type { CDPSession } from 'puppeteer-core'
import { surroundingsOf, viewportIn } from '@/core/contexts'
import type { Viewport } from '@/core/sheet'

/** What a page is told before anything else says otherwise. */
const AT_FIRST: Readonly<Record<string, string>> = { 'prefers-reduced-motion': 'no-preference' }

interface Told {
  media: string
  isTouch: boolean
}

const sizeOf = new WeakMap<CDPSession, string>()
const printSize = ({ width, height, scale }: Viewport) => `${width} ${height} ${scale}`

const toldOf = new WeakMap<CDPSession, Told>()

/** Whether a page has been pointed at by fingers: the browser does not give it its mouse back. */
export const isTouched = (session: CDPSession): boolean => toldOf.get(session)?.isTouch ?? false

/** What a page is asked for that has been touched. */
export class MouseGone extends Error {
  override name = 'MouseGone'
  constructor() {
    super(
      'a page that was pointed at with a coarse pointer cannot have a fine one again: start another scenario with it',
    )
  }
}

/**
 * Has the browser bring about for a page what the values of contexts ask for: answers to media features, the size of the window,
 * what points. What it does already it is not told again.
 * @param viewport that of the library
 * @returns the page's window
 * @throws MouseGone
 */
export async function surround(
  session: CDPSession,
  values: Readonly<Record<string, string>>,
  viewport: Viewport,
): Promise<Viewport> {
  const { media, isTouch = false } = surroundingsOf(values)
  const features = Object.entries({ ...AT_FIRST, ...media }).map(([name, value]) => ({ name, value }))
  const own = viewportIn(values, viewport)
  const now: Told = { media: JSON.stringify(features), isTouch }
  const before = toldOf.get(session) ?? { media: '', isTouch: false }
  if (before.isTouch && !isTouch) throw new MouseGone()
  await Promise.all([
    now.media !== before.media && session.send('Emulation.setEmulatedMedia', { features }),
    sizeOf.get(session) !== printSize(own) && sizeWindow(session, own),
    now.isTouch !== before.isTouch && session.send('Emulation.setTouchEmulationEnabled', { enabled: true }),
  ])
  toldOf.set(session, now)
  return own
}

/** Gives a page's window a size. */
export function sizeWindow(session: CDPSession, viewport: Viewport): Promise<void> {
  const { width, height, scale } = viewport
  sizeOf.set(session, printSize(viewport))
  return session.send('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: scale, mobile: false })
}
