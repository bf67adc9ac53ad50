import type { Browser } from 'puppeteer-core'
import { closePopups, expectBrokenPipes, FLAGS, LEFT_OUT, OFFLINE } from './chromium'

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
  const browser = await puppeteer.launch({
    executablePath,
    headless: 'shell',
    pipe: true,
    // Frame control does not go with a process a site: a component that hangs takes its own browser down, which is all it has.
    args: [
      ...FLAGS.filter((flag) => flag !== '--site-per-process'),
      ...FRAME_CONTROL,
      ...OFFLINE,
      ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
    ],
    ignoreDefaultArgs: LEFT_OUT,
    defaultViewport: null,
    protocolTimeout: 120_000,
    handleSIGINT: false,
    handleSIGTERM: false,
  })
  expectBrokenPipes(browser)
  closePopups(browser)
  return browser
}
