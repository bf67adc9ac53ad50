import type { Argument, Command, Option } from 'commander'
import { code, page, table } from '@/core/reference'

function argumentText(argument: Argument): string {
  const text = `${argument.name()}${argument.variadic ? '…' : ''}`
  return argument.required ? `<${text}>` : `[${text}]`
}

const optionRow = ({ flags, description, argChoices, defaultValue }: Option): string[] => [
  code(flags),
  description + (argChoices ? `: ${argChoices.map((each) => code(each)).join(', ')}` : ''),
  defaultValue === undefined ? '' : code(String(defaultValue)),
]

/** The reference of the command line, for `docs/reference/commands.md`. */
export function commandsPage(program: Command): string {
  const commands = program.commands.filter((each) => !(each as unknown as { _hidden?: boolean })._hidden)
  const parts = commands.flatMap((each) => {
    const usage = ['brelt', each.name(), ...each.registeredArguments.map(argumentText)].join(' ')
    const given = each.registeredArguments.map((argument) => [code(argumentText(argument)), argument.description, ''])
    const rows = [...given, ...each.options.map(optionRow)]
    return [
      `## ${code(usage)}`,
      `${each.description()[0]!.toUpperCase()}${each.description().slice(1)}.`,
      ...(rows.length > 0 ? [table(['', 'what it is', 'default'], rows)] : []),
    ]
  })
  return page(
    'Command line',
    'src/cli/program.ts',
    'Exit status: 0 everything holds; 1 something misses, a scenario is unsteady or a lint is an error; 2 bad input, nothing was run; 3 no browser, one that goes down again and again, or no store.',
    ...parts,
  )
}
