import { posix } from 'node:path'
import { launch, type Browser, type CDPSession, type Page } from 'puppeteer-core'
import { bundle, type Bundle, type Files } from './bundle'
import { contrastOf } from './contrast'
import { nodeOf, readSheets, slotOf, type OracleNode, type OracleSheet } from './sheet'
import type { OraclePage } from './page/entry'
import type { Read, Wanted } from './page/read'

/** A library as the oracle takes it: texts of files, and what a build would have made of its tokens. */
export interface OracleLibrary {
  files: Files
  /** Style sheets of every document. */
  styles: readonly string[]
  contexts: Readonly<Record<string, readonly string[]>>
  viewport: { width: number; height: number }
  /** Custom properties in a context. */
  properties(values: Readonly<Record<string, string>>): readonly (readonly [string, string])[]
  /** Where packages are looked up. @defaultValue Brelt's own folder */
  modules?: string
}

const ACCESSIBLE = /^(role|name|description|state\..+)$/
const MAX_TABS = 20

/** The judge of readings: plain documents in a real browser, real input, real time. Slow and obvious. */
export class Oracle {
  #sheets: Map<string, OracleSheet>
  #bundles = new Map<string, Promise<Bundle>>()

  constructor(
    readonly browser: Browser,
    readonly library: OracleLibrary,
  ) {
    this.#sheets = readSheets(library.files)
  }

  static launch(): Promise<Browser> {
    return launch({
      executablePath: process.env.BRELT_CHROMIUM ?? '/usr/bin/chromium',
      headless: true,
      defaultViewport: null,
      args: [
        ...['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
        ...['--disable-component-update', '--disable-sync', '--hide-scrollbars', '--force-color-profile=srgb'],
        ...['--font-render-hinting=none', '--disable-dev-shm-usage'],
        '--blink-settings=primaryHoverType=2,availableHoverTypes=2,primaryPointerType=4,availablePointerTypes=4',
      ],
    })
  }

  /** Brings a case about as a person would and reads it. @throws Error when it cannot be brought about */
  async read(slug: string, values: Readonly<Record<string, string>>, wanted: readonly Wanted[]): Promise<Read[]> {
    const sheet = this.#sheets.get(slug)!
    const context = await this.browser.createBrowserContext()
    try {
      const page = await context.newPage()
      const session = await page.createCDPSession()
      await this.open(page, session, sheet, values)
      const node = nodeOf(this.#sheets, slug, values)
      await call(page, 'mount', { node, stage: sheet.stage })
      await call(page, 'change')
      await this.take(page, sheet, node)
      await this.force(page)
      await call(page, 'rest')
      const plain = await call(page, 'read', [...wanted])
      const read = await Promise.all(
        wanted.map((each, at) => (ACCESSIBLE.test(each.reading) ? accessible(session, each, plain[at]!) : plain[at]!)),
      )
      // Last of all, since it takes texts away.
      for (const [at, each] of wanted.entries())
        if (each.reading === 'contrast' && !('absent' in read[at]!) && !each.part.includes('[*]'))
          read[at] = await contrastOf(page, session, each)
      return read
    } finally {
      await context.close()
    }
  }

  private async open(page: Page, session: CDPSession, sheet: OracleSheet, values: Readonly<Record<string, string>>) {
    const { library } = this
    await session.send('Emulation.setDeviceMetricsOverride', {
      ...library.viewport,
      deviceScaleFactor: 1,
      mobile: false,
    })
    await session.send('Emulation.setFocusEmulationEnabled', { enabled: true })
    await session.send('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-reduced-motion', value: values.motion === 'reduced' ? 'reduce' : 'no-preference' }],
    })
    const used = this.reachable(sheet)
    const key = used.map(({ slug }) => slug).join()
    if (!this.#bundles.has(key)) this.#bundles.set(key, bundle(library.files, used, library.modules))
    const { script, css } = await this.#bundles.get(key)!
    const sheets = [
      ...library.styles,
      ...used.flatMap(({ file, source }) => (source.styles ?? []).map((path) => posix.join(posix.dirname(file), path))),
    ]
    const texts = [css, ...[...new Set(sheets)].map((path) => inlined(library.files, path))]
    const inContext = Object.fromEntries(
      Object.keys(library.contexts).map((name) => [name, values[name] ?? library.contexts[name]![0]!]),
    )
    const tokens = library.properties(inContext).map(([name, value]) => `${name}: ${value};`)
    const attributes = Object.entries({ theme: 'default', ...inContext }).map(
      ([name, value]) => `data-${name}="${value}"`,
    )
    if (inContext.direction) attributes.push(`dir="${inContext.direction}"`)
    if (inContext['text-zoom']) attributes.push(`style="font-size: ${inContext['text-zoom']}"`)
    const html = `<!doctype html><html lang="en" ${attributes.join(' ')}><head><meta charset="utf-8">
<style>body { margin: 0 } :root { ${tokens.join(' ')} }</style>
${texts.map((text) => `<style>${text}</style>`).join('\n')}</head><body>
<script type="module">${script.replaceAll('</script', '<\\/script')}</script></body></html>`
    await page.setContent(html, { waitUntil: 'load' })
    await page.waitForFunction(() => 'oracle' in window)
  }

  /** The component, and all that anything in the library could put into it; what it may style comes last. */
  private reachable(sheet: OracleSheet): OracleSheet[] {
    const found = new Set<OracleSheet>([sheet])
    for (const each of found)
      for (const other of this.#sheets.values()) if (new RegExp(`"${other.slug}"`).test(each.holding)) found.add(other)
    return [...this.#sheets.values()].filter((each) => found.has(each) && each !== sheet).concat(sheet)
  }

  /** Takes an axis' steps. */
  private async take(page: Page, sheet: OracleSheet, node: OracleNode) {
    let now = node
    for (const { kind, value } of node.steps) {
      if (kind === 'fill') {
        const slots = Object.entries(value as Record<string, unknown>).map(([slot, given]) => [
          slot,
          slotOf(this.#sheets, sheet, slot, given),
        ])
        now = { ...now, slots: { ...now.slots, ...Object.fromEntries(slots) } }
        await call(page, 'update', now)
      } else if (kind === 'set') {
        now = { ...now, props: { ...now.props, ...(value as object) } }
        await call(page, 'update', now)
      } else if (kind === 'hover' || kind === 'click') {
        await this.pointAt(page, String(value), -1)
        if (kind === 'click') {
          await page.mouse.down()
          await page.mouse.up()
        }
        if (kind === 'click') await page.mouse.move(1, 1)
      } else if (kind === 'press') await page.keyboard.press(String(value) as 'Enter')
      else if (kind === 'focus') await this.focus(page, String(value), -1)
      else if (kind === 'type') await page.keyboard.type(String(value))
      else if (kind === 'leave') await page.mouse.move(1, 1)
      else if (kind === 'wait') await new Promise((done) => setTimeout(done, milliseconds(String(value))))
      else if (kind !== 'settle') throw new Error(`the oracle does not take the step ${kind}`)
      await call(page, 'rest')
    }
  }

  private async pointAt(page: Page, part: string, made: number) {
    const at = await call(page, 'pointOf', part, made)
    if (!at) throw new Error(`no part ${part} to point at`)
    await page.mouse.move(at.x, at.y)
    await call(page, 'rest')
  }

  private async focus(page: Page, part: string, made: number) {
    for (let tabs = 0; tabs < MAX_TABS && !(await call(page, 'hasFocus', part, made)); tabs++)
      await page.keyboard.press('Tab')
    if (!(await call(page, 'hasFocus', part, made)) && !(await call(page, 'focus', part, made)))
      throw new Error(`${part} does not take the focus`)
    await call(page, 'rest')
  }

  /** Brings states about by real keys and a real mouse: first the focus, since pointing does not take it away. */
  private async force(page: Page) {
    const wanted = await call(page, 'forced')
    const is = (...names: string[]) => wanted.filter(({ pseudo }) => pseudo.some((each) => names.includes(each)))
    for (const { on, made, pseudo } of wanted)
      for (const name of pseudo)
        if (['checked', 'indeterminate', 'disabled', 'required'].includes(name))
          await call(page, 'setProperty', on, made, name)
    for (const { on, made } of is('focus', 'focus-visible')) await this.focus(page, on, made)
    for (const { on, made } of is('hover', 'active')) await this.pointAt(page, on, made)
    if (is('active').length > 0) await page.mouse.down()
  }
}

const milliseconds = (text: string) => Number.parseFloat(text) * (/\ds$/.test(text) ? 1000 : 1)

/** A style sheet with those that it imports in their places, as a build would make it. */
const inlined = (files: Files, path: string): string =>
  files
    .get(path)!
    .replace(/@import\s+(?:url\()?["']([^"']+)["']\)?\s*;/g, (_, name: string) =>
      inlined(files, posix.normalize(posix.join(posix.dirname(path), name))),
    )

function call<K extends keyof OraclePage>(page: Page, name: K, ...given: Parameters<OraclePage[K]>) {
  return page.evaluate(
    (method: string, args: unknown[]) =>
      (window as unknown as { oracle: Record<string, (...all: unknown[]) => unknown> }).oracle[method]!(...args),
    name,
    given,
  ) as Promise<Awaited<ReturnType<OraclePage[K]>>>
}

/** Reads one thing of the browser's own accessibility tree. */
async function accessible(session: CDPSession, { part: name, reading }: Wanted, plain: Read): Promise<Read> {
  if ('absent' in plain) return plain
  if (name.includes('[*]')) return { skipped: 'several at once' }
  const { result } = await session.send('Runtime.evaluate', { expression: `oracle.elementOf(${JSON.stringify(name)})` })
  if (!result.objectId) return { absent: true }
  const { nodes } = await session.send('Accessibility.getPartialAXTree', {
    objectId: result.objectId,
    fetchRelatives: false,
  })
  const [node] = nodes
  if (!node || node.ignored) return { text: reading === 'role' ? 'none' : /^state/.test(reading) ? 'no' : '' }
  if (reading === 'role') {
    const role = String(node.role?.value)
    return { text: ROLES[role] ?? role }
  }
  if (reading === 'name') return { text: String(node.name?.value ?? '') }
  if (reading === 'description') return { text: String(node.description?.value ?? '') }
  const state: unknown = node.properties?.find((each) => `state.${each.name}` === reading)?.value.value
  return {
    text:
      state === 'mixed'
        ? 'mixed'
        : state === true || state === 1 || /^(true|grammar|spelling)$/.test(String(state))
          ? 'yes'
          : 'no',
  }
}

// The engine's inner names of some roles, in ARIA's words.
const ROLES: Record<string, string> = { LabelText: 'generic', StaticText: 'none', Section: 'generic', image: 'img' }
