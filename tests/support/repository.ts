import { mkdirSync, mkdtempSync, realpathSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'

/** What stands at a path: a file's text or bytes, or a link to another path of the repository. */
export type Entry = string | Uint8Array | { link: string }

/** Writes a repository as a team has it. @returns its folder, by its real path */
export function writeRepository(entries: Readonly<Record<string, Entry>>, name = 'repo'): string {
  const root = join(realpathSync(mkdtempSync(join(tmpdir(), 'brelt-repo-'))), name)
  mkdirSync(root)
  for (const [path, entry] of Object.entries(entries)) {
    const file = join(root, path)
    mkdirSync(dirname(file), { recursive: true })
    if (typeof entry === 'string' || entry instanceof Uint8Array) writeFileSync(file, entry)
    else symlinkSync(join(root, entry.link), file)
  }
  return root
}

export const removeRepository = (root: string) => rmSync(dirname(root), { recursive: true, force: true })

/** Makes repositories that are gone after each test: `const repository = repositories({ afterEach })`. */
export function repositories(hooks: { afterEach: (work: () => void) => void }): typeof writeRepository {
  const made: string[] = []
  hooks.afterEach(() => made.splice(0).forEach(removeRepository))
  return (entries, name) => {
    const root = writeRepository(entries, name)
    made.push(root)
    return root
  }
}

/** A library of one peg with style sheets of its own. @param expect what its only rule expects */
export const themed = (library: string, css: Record<string, string>, expect: string) => ({
  'library.yaml': `library: 1\nname: Pegs\n${library}`,
  'src/peg.sheet.yaml': `sheet: 1
name: Peg
source: { kind: markup, markup: peg.liquid, styles: [${Object.keys(css).join(', ')}] }
parts: { root: .peg, dot: { select: .peg, pseudo: "::before" } }
spec: [{ expect: ${expect} }]
`,
  'src/peg.liquid': '<p class="peg">Coat</p>',
  ...Object.fromEntries(Object.entries(css).map(([path, text]) => [`src/${path}`, text])),
})
