import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { closeAtEnd } from './shared'

const FIRNLINE = join(process.env.BRELT_HOME ?? process.cwd(), 'demo', 'firnline')

/** What stands in a component's slots, and whose files its sheet names. */
const needs = (slug: string): string[] => {
  const sheet = readFileSync(join(FIRNLINE, 'components', slug, `${slug}.sheet.yaml`), 'utf8')
  const accepted = [...sheet.matchAll(/accepts: \[([^\]]*)\]/g)].flatMap(([, list]) => list!.split(','))
  const named = [...sheet.matchAll(/\.\.\/([\w-]+)\//g)].map(([, folder]) => folder!)
  return [...accepted, ...named].map((each) => each.trim())
}

function withNeeds(slugs: readonly string[]): Set<string> {
  const all = new Set<string>()
  const add = (slug: string) => {
    if (all.has(slug)) return
    all.add(slug)
    needs(slug).forEach(add)
  }
  slugs.forEach(add)
  return all
}

/**
 * A few of Firnline's components with what stands in them, as a library of one test file's own: it stands at `/firnline-NAME`.
 * @returns its folder, which is gone when the process of tests ends
 */
export function demoFolder(name: string, slugs: readonly string[]): string {
  const folder = mkdtempSync(join(tmpdir(), 'brelt-demo-'))
  closeAtEnd(() => rmSync(folder, { recursive: true, force: true }))
  for (const part of ['tokens', 'styles', 'fonts'])
    cpSync(join(FIRNLINE, part), join(folder, part), { recursive: true })
  for (const slug of withNeeds(slugs))
    cpSync(join(FIRNLINE, 'components', slug), join(folder, 'components', slug), { recursive: true })
  const library = readFileSync(join(FIRNLINE, 'library.yaml'), 'utf8')
  writeFileSync(join(folder, 'library.yaml'), library.replace('name: Firnline', `name: Firnline ${name}`))
  return folder
}
