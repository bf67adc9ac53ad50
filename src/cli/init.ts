import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { Writable } from 'node:stream'
import { BadInput } from '@/core/problem'
import { counted, inertLine } from '@/core/words'
import { keepComponents, openFolder, proposeRepository, writeFiles, type RepositoryProposal } from '@/source'
import { paintFor } from './paint'
import type { SafeOutput, Terminal } from './terminal'

export interface InitArguments {
  yes?: boolean
  only?: string[]
}

const MAX_SHOWN = 40

/** `brelt init`: proposes a library for an existing repository, and writes it once that is agreed to. */
export async function init(folder: string, { yes = false, only }: InitArguments, terminal: Terminal): Promise<number> {
  const { stdout } = terminal
  if (existsSync(join(folder, 'library.yaml')))
    throw new BadInput([{ file: 'library.yaml', line: 1, column: 1, message: 'this folder is a library already' }])
  const tree = openFolder(folder)
  const all = await proposeRepository(tree)
  const proposal = keepComponents(all, only)
  print(proposal, tree.styleBuild?.config, stdout)
  if (!only) tellPieces(all, stdout)
  const count = Object.keys(proposal.files).length
  if (!yes && !(await isAgreed(count, terminal))) {
    stdout.write('Nothing was written. To write these files without being asked, say --yes.\n')
    return 0
  }
  await writeFiles(folder, Object.entries(proposal.files))
  stdout.write(
    `${counted(count, 'file')} written. Next: brelt verify ${folder}${tree.styleBuild ? ' --trust-config' : ''}\n`,
  )
  return 0
}

function print(
  { name, styles, tokens, components, leftOut, files }: RepositoryProposal,
  config: string | undefined,
  stdout: SafeOutput,
) {
  const paint = paintFor(stdout)
  const list = (lines: readonly string[]) => {
    for (const line of lines.slice(0, MAX_SHOWN)) stdout.write(`  ${inertLine(line)}\n`)
    if (lines.length > MAX_SHOWN) stdout.write(`  … and ${lines.length - MAX_SHOWN} more\n`)
  }
  const section = (title: string, lines: readonly string[]) => {
    if (lines.length === 0) return
    stdout.write(`${paint.strong(title)}\n`)
    list(lines)
  }
  stdout.write(`${paint.strong(inertLine(name))}\n`)
  section(
    `Components: ${components.length}`,
    components.flatMap(({ slug, module, understood, unclear }) => {
      const axes = understood.flatMap(
        (one) => /^prop ([\w-]+):.*, an axis$/.exec(one)?.[1] ?? /^axis ([\w-]+)/.exec(one)?.[1] ?? [],
      )
      const open = unclear.length > 0 ? `; not understood: ${unclear.length}` : ''
      return `${slug}  ${paint.dim(`${module}; ${axes.length > 0 ? `axes ${axes.join(', ')}` : 'no axes'}${open}`)}`
    }),
  )
  section('Styles of all components', styles)
  section(
    'Tokens',
    tokens.map(({ path, count }) => `${path}  ${paint.dim(counted(count, 'token'))}`),
  )
  if (config !== undefined) section('Styles are built by', [config])
  section(
    `Left out, since they cannot be shown as they stand: ${leftOut.length}`,
    leftOut.map(({ module, why }) => `${module}  ${paint.dim(why)}`),
  )
  section('Files that would be written', Object.keys(files))
}

/** Exports that are pieces of other components are many; most need no sheet of their own. */
function tellPieces({ components }: RepositoryProposal, stdout: SafeOutput) {
  const names = components.filter(({ isPiece }) => isPiece).map(({ slug }) => slug)
  if (names.length === 0) return
  const shown = names.slice(0, MAX_SHOWN).join(' ')
  stdout.write(
    `Pieces of these that get a sheet only if --only names them: ${shown}${names.length > MAX_SHOWN ? ' …' : ''}\n`,
  )
}

/** Asks somebody who sits at a terminal; anybody else has not agreed. */
async function isAgreed(count: number, { stdin, stdout }: Terminal): Promise<boolean> {
  if (!stdin.isTTY || !stdout.isTTY) return false
  const written = new Writable({
    write(chunk, _, done) {
      stdout.own(String(chunk))
      done()
    },
  })
  const asking = createInterface({ input: stdin, output: written })
  const answer = await asking.question(`Write ${counted(count, 'file')}? [y/N] `)
  asking.close()
  return /^y(es)?$/i.test(answer.trim())
}
