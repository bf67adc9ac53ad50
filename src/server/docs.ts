import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { homeFolder } from '@/source'

/** A page of the documentation. */
export interface DocPage {
  /** Its place below `docs/`, without the ending: `reference/readings`. */
  name: string
  title: string
  text: string
}

let pages: readonly DocPage[] | undefined

/** Every page of the documentation, as it is shipped. It does not change while the server runs. */
export function docPages(): readonly DocPage[] {
  const folder = join(homeFolder(), 'docs')
  pages ??= ['', 'reference']
    .flatMap((part) => readdirSync(join(folder, part)).map((file) => join(part, file)))
    .filter((file) => file.endsWith('.md'))
    .map((file) => {
      const text = readFileSync(join(folder, file), 'utf8')
      const name = file.slice(0, -'.md'.length).replaceAll('\\', '/')
      return { name, title: /^# (.+)$/m.exec(text)?.[1] ?? name, text }
    })
  return pages
}
