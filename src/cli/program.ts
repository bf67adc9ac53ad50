import { Command, InvalidArgumentError, Option } from 'commander'
import { VERSION } from '@/core/version'
import { parseShard } from '@/core/plan'
import { BadInput, describeProblem } from '@/core/problem'
import { REPORTERS } from '@/core/report'
import { TOKEN_FORMATS } from '@/core/tokens'
import { NoQueue } from '@/queue'
import { NoBrowser } from '@/runner'
import { homeFolder } from '@/source'
import { databaseFile, storeFault } from '@/store'
import { approve, type ApproveArguments } from './approve'
import { check } from './check'
import { draft, type DraftArguments } from './draft'
import { init, type InitArguments } from './init'
import { guide, type GuideArguments } from './guide'
import { merge } from './merge'
import { read } from './read'
import { writeTokens, type TokensArguments } from './tokens'
import { reportFile, reportFormat, reportTargets, type ReportOptions } from './reportTargets'
import { STRENGTH_WAYS } from '@/core/breaks'
import { verify, type VerifyArguments } from './verify'
import type { WorkerArguments } from './worker'

/** What a command's end says to the shell. */
export const STATUS = { holds: 0, misses: 1, badInput: 2, environment: 3 } as const

const count = (text: string): number => {
  const number = Number(text)
  if (!Number.isInteger(number) || number < 1 || number > 16)
    throw new InvalidArgumentError('must be a whole number from 1 to 16')
  return number
}

const port = (text: string): number => {
  const number = Number(text)
  if (!Number.isInteger(number) || number < 1 || number > 65_535)
    throw new InvalidArgumentError('must be a port, from 1 to 65535')
  return number
}

const shard = (text: string) => {
  const parsed = parseShard(text)
  if (!parsed) throw new InvalidArgumentError('must be a part of some, such as 2/5')
  return parsed
}

const groupNumber = (text: string, before: readonly number[] = []): number[] => {
  const number = Number(text)
  if (!Number.isInteger(number) || number < 1) throw new InvalidArgumentError('must be the number of a group')
  return [...before, number]
}

export const program = new Command('brelt')
  .description('Verifies design-system components against their executable specification.')
  .version(VERSION)
  .exitOverride()
  .configureHelp({ sortSubcommands: true })

const trust = () =>
  new Option(
    '--trust-config',
    'run the folder’s PostCSS configuration: it is code of the repository, run on this machine',
  )

const format = (formats: readonly string[] = ['text', 'json']) =>
  new Option('--format <format>', 'how the result is printed').choices(formats).default('text')

const queueOption = () =>
  new Option('--queue <address>', 'where workers take their work from, such as redis://127.0.0.1:6379').env(
    'BRELT_QUEUE',
  )

const reportForms = () =>
  new Option('--format <format>', 'how the report is written; may be given several times')
    .choices([...REPORTERS.keys()])
    .argParser(reportFormat)
    .default([], 'text')
const reportFiles = () =>
  new Option('--out <file>', 'write the report of the format before it there').argParser(reportFile)

program
  .command('init')
  .description('propose a library for an existing repository, and write it once that is agreed to')
  .argument('[folder]', "the repository's folder", '.')
  .option('--yes', 'write without asking')
  .option('--only <slug...>', 'only these components')
  .action((folder: string, given: InitArguments) => finish(init(folder, given)))

program
  .command('verify')
  .description('read every case in a real browser and judge it')
  .argument('<folder>', "the library's folder")
  .option('--component <slug...>', 'only these components')
  .addOption(new Option('--cover <cover>', 'which combinations are taken').choices(['all', 'pairs', 'each']))
  .option('--where <condition>', "only cases such as 'interaction=hover'")
  .option('--workers <n>', 'components at once', count)
  .option('--repeat <n>', 'perform each scenario this often, to see whether it is steady', count)
  .addOption(new Option('--clock <clock>', 'what keeps the time of scenarios').choices(['engine', 'page']))
  .option(
    '--cache <folder>',
    "where results are kept, so that nothing is read twice (default: .brelt/cache in the library's folder)",
  )
  .option('--pictures', 'take pictures of the cases that sheets name, and hold them against the approved ones')
  .addOption(
    new Option(
      '--strength [way]',
      'break components on purpose too, and tell what their specifications do not notice: their cases only, or their scenarios too',
    )
      .choices(STRENGTH_WAYS)
      .preset('quick'),
  )
  .option(
    '--changed-since <report or commit>',
    'only what has changed since a report that was written as JSON, or since a commit',
  )
  .addOption(queueOption())
  .addOption(
    new Option(
      '--browser <address>',
      'read in a browser that runs elsewhere, such as ws://127.0.0.1:9222/devtools/browser/…',
    )
      .env('BRELT_BROWSER')
      .conflicts('clock'),
  )
  .addOption(new Option('--shard <n/m>', 'only one part of the components, such as 2/5').argParser(shard))
  .option('--watch', 'verify again whenever files change, and print what became different')
  .option('--fresh', 'read everything again, whatever was found before')
  .addOption(trust())
  .addOption(reportForms())
  .addOption(reportFiles())
  .action((folder: string, given: Omit<VerifyArguments, 'reports'> & ReportOptions & { watch?: boolean }) => {
    const { format, out, watch, ...options } = given
    if (watch) return finish(import('./watch').then((each) => each.watch(folder, options)))
    return finish(verify(folder, { ...options, reports: reportTargets(format, out) }))
  })

program
  .command('worker')
  .description('take work of others from a queue and do it in a browser of this machine, until it is stopped')
  .addOption(queueOption().makeOptionMandatory())
  .option('--concurrency <n>', 'how much is done at a time (default: one piece a core)', count)
  .action((given: WorkerArguments) => finish(import('./worker').then(({ worker }) => worker(given))))

program
  .command('browser')
  .description('start a browser on this machine that others read in, until it is stopped; its address is printed')
  .option('--port <n>', 'where it listens, on this machine only (default: any that is free)', port)
  .action(({ port: at = 0 }: { port?: number }) => finish(import('./browser').then(({ browser }) => browser(at))))

program
  .command('approve')
  .description('make pictures as they are now the ones that later ones are held against')
  .argument('<folder>', "the library's folder")
  .option('--component <slug...>', 'only of these components')
  .option('--group <n...>', 'only these groups of changed pictures, as verify numbers them', groupNumber)
  .option('--case <key...>', 'only of these cases')
  .option('--rig', 'also what is approved for another rig only: this one’s pictures are kept beside')
  .option('--by <name>', 'who approves (default: as git has it)')
  .option('--note <text>', 'why')
  .option('--cache <folder>', "where results are kept (default: .brelt/cache in the library's folder)")
  .addOption(trust())
  .action((folder: string, given: ApproveArguments) => finish(approve(folder, given)))

program
  .command('merge')
  .description('join JSON reports of parts of a library into one')
  .argument('<report...>', 'reports that were written as JSON')
  .addOption(reportForms())
  .addOption(reportFiles())
  .action((files: string[], { format, out }: ReportOptions) => finish(merge(files, reportTargets(format, out))))

program
  .command('check')
  .description('find what is wrong with sheets and tokens, without a browser')
  .argument('<folder>', "the library's folder")
  .action((folder: string) => finish(check(folder)))

program
  .command('guide')
  .description('write the guide of a library as pages that need nothing but themselves')
  .argument('<folder>', "the library's folder")
  .requiredOption('--out <folder>', 'where the pages are written')
  .addOption(trust())
  .option('--no-run', 'do not verify first: the pages bear no marks')
  .addOption(new Option('--states <file>', 'what a run made elsewhere has found').hideHelp())
  .action((folder: string, given: GuideArguments) => finish(guide(folder, given)))

program
  .command('read')
  .description('show the readings of one case')
  .argument('<folder>', "the library's folder")
  .argument('<slug>', 'the component')
  .requiredOption(
    '--case <key>',
    "the case, such as 'value=on,interaction=hover@theme=night'; what is left out stays at its default",
  )
  .addOption(trust())
  .addOption(format())
  .action((folder: string, slug: string, given: { case: string; format: 'text' | 'json'; trustConfig?: boolean }) =>
    finish(read(folder, slug, given)),
  )

program
  .command('draft')
  .description('propose a spec from what is rendered: the fewest rules that say what was read in every case')
  .argument('<folder>', "the library's folder")
  .argument('<slug>', 'the component')
  .option('--all', 'also of readings that rules speak of already')
  .option('--gaps', 'only of what varies and no rule speaks of (the lint "unspecified")')
  .option('--write', 'add the rules to the sheet instead of printing them')
  .addOption(trust())
  .action((folder: string, slug: string, given: DraftArguments) => finish(draft(folder, slug, given)))

program
  .command('import')
  .description('take a folder into Brelt’s own store, where the interface shows it')
  .argument('<folder>', "the library's folder")
  .option('--link', 'keep the library linked to the folder: changes on either side reach the other')
  .addOption(
    new Option(
      '--as <what>',
      'where another library has its name: a new state of that one, or a library beside it',
    ).choices(['state', 'new']),
  )
  .addOption(trust())
  .action((folder: string, given: { link?: boolean; trustConfig?: boolean; as?: 'state' | 'new' }) =>
    finish(import('./import').then(({ importLibrary }) => importLibrary(folder, given))),
  )

program
  .command('export')
  .description('write a library of the store into a folder, as it was taken in and edited')
  .argument('<library>', 'its name, or its name in addresses')
  .argument('<folder>', 'where it is written')
  .action((library: string, folder: string) =>
    finish(import('./import').then(({ exportLibrary }) => exportLibrary(library, folder))),
  )

program
  .command('backup')
  .description('write the whole store into one new file, also while Brelt runs')
  .argument('<file>', 'where it is written')
  .action((file: string) => finish(import('./backup').then(({ backup }) => backup(file))))

program
  .command('restore')
  .description('put a backup in the place of the store; what was there is kept beside it')
  .argument('<file>', 'the backup')
  .action((file: string) => finish(import('./backup').then(({ restoreBackup }) => restoreBackup(file))))

program
  .command('tokens')
  .description('write the design tokens for others to use')
  .argument('<folder>', "the library's folder")
  .addOption(new Option('--format <format>', 'how they are written').choices([...TOKEN_FORMATS]).default('css'))
  .option('--context <context>', "for json: the context, such as 'theme=night'")
  .option('--out <file>', 'write them there')
  .action((folder: string, given: TokensArguments) => finish(writeTokens(folder, given)))

program.command('set-up', { hidden: true }).action(() => finish(import('./import').then(({ setUp }) => setUp())))

async function finish(work: Promise<number>) {
  try {
    process.exitCode = await work
  } catch (error) {
    process.exitCode = statusOf(error)
  }
}

/** Tells what went wrong in words; only a fault of our own shows where it happened. */
function statusOf(error: unknown): number {
  if (error instanceof BadInput) {
    for (const problem of error.problems) process.stderr.write(describeProblem(problem) + '\n')
    process.stderr.write(
      `Nothing was run: ${error.problems.length} ${error.problems.length === 1 ? 'problem' : 'problems'} in the input.\n`,
    )
    return STATUS.badInput
  }
  const { message, code } = error as NodeJS.ErrnoException
  const fault = storeFault(error, databaseFile(homeFolder()))
  if (fault) process.stderr.write(`brelt: ${fault.message}\n`)
  else if (error instanceof NoBrowser || error instanceof NoQueue) process.stderr.write(`brelt: ${message}\n`)
  else
    process.stderr.write(
      `brelt: ${code ? `${code}: ` : ''}${message}\n${process.env.BRELT_DEBUG ? (error as Error).stack + '\n' : ''}`,
    )
  return STATUS.environment
}
