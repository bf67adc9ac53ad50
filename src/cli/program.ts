import { Command, Option } from 'commander'
import { STRENGTH_WAYS, TOKEN_FORMATS } from '@/core/choices'
import { VERSION } from '@/core/version'
import type { ApproveArguments } from './approve'
import type { DraftArguments } from './draft'
import type { GuideArguments } from './guide'
import type { InitArguments } from './init'
import { count, format, groupNumber, port, queueOption, reportFiles, reportForms, shard, trust } from './options'
import { ReportList, type ReportOptions } from './reportTargets'
import type { Terminal } from './terminal'
import type { TokensArguments } from './tokens'
import type { VerifyArguments } from './verify'
import type { WorkerArguments } from './worker'

/** What all commands share. */
interface Shared {
  program: Command
  terminal: Terminal
  /** Does a command's work and keeps what its end says to the shell. */
  finish: (work: () => Promise<number>) => Promise<void>
  reports: ReportList
}

/** Tells a command's names and options. What it does is loaded when it is run: most need little of all that there is. */
type AddCommand = (shared: Shared) => void

const init: AddCommand = ({ program, finish, terminal }) =>
  void program
    .command('init')
    .description('propose a library for an existing repository, and write it once that is agreed to')
    .argument('[folder]', "the repository's folder", '.')
    .option('--yes', 'write without asking')
    .option('--only <slug...>', 'only these components')
    .action((folder: string, given: InitArguments) =>
      finish(async () => (await import('./init')).init(folder, given, terminal)),
    )

const verify: AddCommand = ({ program, finish, reports, terminal }) =>
  void program
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
    .addOption(reportForms(reports))
    .addOption(reportFiles(reports))
    .action((folder: string, given: Omit<VerifyArguments, 'reports'> & ReportOptions & { watch?: boolean }) => {
      const { format, out, watch, ...options } = given
      if (watch) return finish(async () => (await import('./watch')).watch(folder, options, terminal))
      const targets = reports.targets(format, out)
      return finish(async () => (await import('./verify')).verify(folder, { ...options, reports: targets }, terminal))
    })

const worker: AddCommand = ({ program, finish }) =>
  void program
    .command('worker')
    .description('take work of others from a queue and do it in a browser of this machine, until it is stopped')
    .addOption(queueOption().makeOptionMandatory())
    .option('--concurrency <n>', 'how much is done at a time (default: one piece a core)', count)
    .action((given: WorkerArguments) => finish(async () => (await import('./worker')).worker(given)))

const browser: AddCommand = ({ program, finish, terminal }) =>
  void program
    .command('browser')
    .description('start a browser on this machine that others read in, until it is stopped; its address is printed')
    .option('--port <n>', 'where it listens, on this machine only (default: any that is free)', port)
    .action(({ port: at = 0 }: { port?: number }) =>
      finish(async () => (await import('./browser')).browser(at, terminal)),
    )

const approve: AddCommand = ({ program, finish, terminal }) =>
  void program
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
    .action((folder: string, given: ApproveArguments) =>
      finish(async () => (await import('./approve')).approve(folder, given, terminal)),
    )

const merge: AddCommand = ({ program, finish, reports, terminal }) =>
  void program
    .command('merge')
    .description('join JSON reports of parts of a library into one')
    .argument('<report...>', 'reports that were written as JSON')
    .addOption(reportForms(reports))
    .addOption(reportFiles(reports))
    .action((files: string[], { format, out }: ReportOptions) => {
      const targets = reports.targets(format, out)
      return finish(async () => (await import('./merge')).merge(files, targets, terminal))
    })

const check: AddCommand = ({ program, finish, terminal }) =>
  void program
    .command('check')
    .description('find what is wrong with sheets and tokens, without a browser')
    .argument('<folder>', "the library's folder")
    .action((folder: string) => finish(async () => (await import('./check')).check(folder, terminal)))

const guide: AddCommand = ({ program, finish, terminal }) =>
  void program
    .command('guide')
    .description('write the guide of a library as pages that need nothing but themselves')
    .argument('<folder>', "the library's folder")
    .requiredOption('--out <folder>', 'where the pages are written')
    .addOption(trust())
    .option('--no-run', 'do not verify first: the pages bear no marks')
    .addOption(new Option('--states <file>', 'what a run made elsewhere has found').hideHelp())
    .action((folder: string, given: GuideArguments) =>
      finish(async () => (await import('./guide')).guide(folder, given, terminal)),
    )

const read: AddCommand = ({ program, finish, terminal }) =>
  void program
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
      finish(async () => (await import('./read')).read(folder, slug, given, terminal)),
    )

const draft: AddCommand = ({ program, finish, terminal }) =>
  void program
    .command('draft')
    .description('propose a spec from what is rendered: the fewest rules that say what was read in every case')
    .argument('<folder>', "the library's folder")
    .argument('<slug>', 'the component')
    .option('--all', 'also of readings that rules speak of already')
    .option('--gaps', 'only of what varies and no rule speaks of (the lint "unspecified")')
    .option('--write', 'add the rules to the sheet instead of printing them')
    .addOption(trust())
    .action((folder: string, slug: string, given: DraftArguments) =>
      finish(async () => (await import('./draft')).draft(folder, slug, given, terminal)),
    )

const importing: AddCommand = ({ program, finish, terminal }) =>
  void program
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
      finish(async () => (await import('./import')).importLibrary(folder, given, terminal)),
    )

const exporting: AddCommand = ({ program, finish, terminal }) =>
  void program
    .command('export')
    .description('write a library of the store into a folder, as it was taken in and edited')
    .argument('<library>', 'its name, or its name in addresses')
    .argument('<folder>', 'where it is written')
    .action((library: string, folder: string) =>
      finish(async () => (await import('./import')).exportLibrary(library, folder, terminal)),
    )

const backup: AddCommand = ({ program, finish, terminal }) =>
  void program
    .command('backup')
    .description('write the whole store into one new file, also while Brelt runs')
    .argument('<file>', 'where it is written')
    .action((file: string) => finish(async () => (await import('./backup')).backup(file, terminal)))

const restore: AddCommand = ({ program, finish, terminal }) =>
  void program
    .command('restore')
    .description('put a backup in the place of the store; what was there is kept beside it')
    .argument('<file>', 'the backup')
    .action((file: string) => finish(async () => (await import('./backup')).restoreBackup(file, terminal)))

const tokens: AddCommand = ({ program, finish, terminal }) =>
  void program
    .command('tokens')
    .description('write the design tokens for others to use')
    .argument('<folder>', "the library's folder")
    .addOption(new Option('--format <format>', 'how they are written').choices([...TOKEN_FORMATS]).default('css'))
    .option('--context <context>', "for json: the context, such as 'theme=night'")
    .option('--out <file>', 'write them there')
    .action((folder: string, given: TokensArguments) =>
      finish(async () => (await import('./tokens')).writeTokens(folder, given, terminal)),
    )

const setUp: AddCommand = ({ program, finish }) =>
  void program.command('set-up', { hidden: true }).action(() => finish(async () => (await import('./import')).setUp()))

const COMMANDS = [
  init,
  verify,
  worker,
  browser,
  approve,
  merge,
  check,
  guide,
  read,
  draft,
  importing,
  exporting,
  backup,
  restore,
  tokens,
  setUp,
]

/** All commands with their options. @param finish what is done with a command's work */
export function makeProgram(terminal: Terminal, finish: Shared['finish']): Command {
  const program = new Command('brelt')
    .description('Verifies design-system components against their executable specification.')
    .version(VERSION)
    .exitOverride()
    .configureHelp({ sortSubcommands: true })
    .configureOutput({
      writeOut: (text) => void terminal.stdout.write(text),
      writeErr: (text) => void terminal.stderr.write(text),
    })
  const reports = new ReportList()
  for (const add of COMMANDS) add({ program, terminal, finish, reports })
  return program
}
