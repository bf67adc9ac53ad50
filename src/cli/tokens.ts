import { writeFileSync } from 'node:fs'
import { BadInput, unknownName } from '@/core/problem'
import { parseWhere } from '@/core/matrix'
import { exportTokens, type TokenFormat } from '@/core/tokens'
import { openLibrary } from '@/runner'
import { openFolder } from '@/source'
import type { Terminal } from './terminal'

export interface TokensArguments {
  format: TokenFormat
  context?: string
  out?: string
}

/** `brelt tokens`: the tokens as CSS custom properties, SCSS, a TypeScript module, or one token document. */
export async function writeTokens(
  folder: string,
  { format, context, out }: TokensArguments,
  { stdout }: Terminal,
): Promise<number> {
  const { tokens } = openLibrary(openFolder(folder))
  const { box, problems } = context === undefined ? { box: {}, problems: [] } : parseWhere(context)
  const place = { file: '--context', line: 1, column: 1 }
  for (const [name, values] of Object.entries(box)) {
    const modifier = tokens.modifiers.find((each) => each.name === name)
    const names = tokens.modifiers.map((each) => each.name)
    if (!modifier) problems.push(unknownName(place, 'context', name, names))
    else
      for (const value of values)
        if (!modifier.values.includes(value))
          problems.push(unknownName(place, `value of ${name}`, value, modifier.values))
  }
  if (problems.length > 0) throw new BadInput(problems)
  const text = exportTokens(
    tokens,
    format,
    Object.fromEntries(Object.entries(box).map(([name, values]) => [name, values[0]!])),
  )
  if (out === undefined) stdout.exact(text)
  else writeFileSync(out, text)
  return 0
}
