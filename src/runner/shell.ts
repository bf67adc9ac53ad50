import { delimiter, join } from 'node:path'
import type { Browser } from 'puppeteer-core'
import { FLAGS, isExecutable } from './chromium'

const NAMES = ['chromium-headless-shell', 'chrome-headless-shell', 'headless_shell']

/** The browser whose frames and time can be driven: `BRELT_HEADLESS_SHELL`, else an installed one; undefined where there is none. */
export function findShell(environment: Readonly<Record<string, string | undefined>> = process.env): string | undefined {
  const named = environment.BRELT_HEADLESS_SHELL
  if (named !== undefined) return named !== '' && isExecutable(named) ? named : undefined
  return (environment.PATH ?? '')
    .split(delimiter)
    .flatMap((folder) => NAMES.map((name) => join(/* turbopackIgnore: true */ folder, name)))
    .find(isExecutable)
}

// Frames come only when they are asked for, and each draws all there is to draw.
const FRAME_CONTROL = [
  '--enable-begin-frame-control',
  '--run-all-compositor-stages-before-draw',
  '--disable-new-content-rendering-timeout',
  '--disable-threaded-animation',
  '--disable-threaded-scrolling',
  '--disable-checker-imaging',
  '--disable-image-animation-resync',
]

/** Starts a browser under frame control. One page each: a second one under control takes it down (seen in Chromium 156). */
export async function launchShell(executablePath: string): Promise<Browser> {
  const { default: puppeteer } = await import('puppeteer-core')
  return puppeteer.launch({
    executablePath,
    headless: 'shell',
    pipe: true,
    // Frame control does not go with a process a site: a component that hangs takes its own browser down, which is all it has.
    args: [
      ...FLAGS.filter((flag) => flag !== '--site-per-process'),
      ...FRAME_CONTROL,
      ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
    ],
    defaultViewport: null,
    protocolTimeout: 120_000,
    handleSIGINT: false,
    handleSIGTERM: false,
  })
}
