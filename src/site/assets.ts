import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import { stagePage, stageProgram, STAGE_POLICY } from '@/runner'
import { homeFolder } from '@/source'

/** The files that all published pages share, by path: styles, fonts, programs. */
export function siteAssets(): Map<string, string | Uint8Array> {
  const folder = join(homeFolder(), 'dist', 'site')
  const files = new Map<string, string | Uint8Array>()
  const take = (at: string) => {
    for (const name of readdirSync(at)) {
      const path = join(at, name)
      if (statSync(path).isDirectory()) take(path)
      else files.set(`assets/${relative(folder, path).replaceAll('\\', '/')}`, readFileSync(path))
    }
  }
  take(folder)
  for (const program of ['board', 'live'] as const) {
    // The same rules as those of a served frame, as far as a page can give them to itself.
    const policy = `<meta http-equiv="content-security-policy" content="${STAGE_POLICY}">`
    files.set(
      `assets/stage-${program}.html`,
      stagePage(stageProgram(program)).replace('<meta charset="utf-8">', `<meta charset="utf-8">${policy}`),
    )
  }
  return files
}
