import { makeCase, parseCaseKey, spaceOf, type Space } from '@/core/matrix'
import { makePlan } from '@/core/plan'
import { BadInput, unknownName, type Problem } from '@/core/problem'
import type { CaseResult } from '@/core/plan'
import { inertIn, inertLine } from '@/core/words'
import { prepareLibrary, returnBrowser, startBrowser, verifyLibrary } from '@/runner'
import { openFolder } from '@/source'
import { paintFor } from './paint'
import type { SafeOutput, Terminal } from './terminal'

const PLACE = { file: '--case', line: 1, column: 1 }

/** `brelt read`: what is read in one case, beside what is expected. */
export async function read(
  folder: string,
  slug: string,
  given: { case: string; format: 'text' | 'json'; trustConfig?: boolean },
  { stdout }: Terminal,
): Promise<number> {
  const prepared = await prepareLibrary(openFolder(folder, given), { components: [slug] })
  const [component] = prepared.components
  const { sheet } = component!
  const space = spaceOf(sheet, prepared.library)
  const values = valuesOf(given.case, space)
  const plan = makePlan(sheet, prepared.library, [makeCase(values, space)])
  const results: CaseResult[] = []
  const browser = await startBrowser()
  try {
    await verifyLibrary(
      browser,
      { ...prepared, components: [{ ...component!, plan }] },
      { onCase: (_, result) => results.push(result) },
    )
  } finally {
    await returnBrowser(browser)
  }
  print(results[0]!, given.format, stdout)
  return 0
}

/** The values that a key gives; what it leaves out stays at its default. */
function valuesOf(key: string, { dimensions }: Space): Record<string, string> {
  const given = parseCaseKey(key)
  const problems: Problem[] = []
  for (const [name, value] of Object.entries(given)) {
    const dimension = dimensions.find((each) => each.name === name)
    if (!dimension)
      problems.push(
        unknownName(
          PLACE,
          'axis',
          name,
          dimensions.map((each) => each.name),
        ),
      )
    else if (!dimension.values.includes(value))
      problems.push(unknownName(PLACE, `value of ${name}`, value, dimension.values))
  }
  if (problems.length > 0) throw new BadInput(problems)
  return Object.fromEntries(dimensions.map(({ name, default: defaultValue }) => [name, given[name] ?? defaultValue]))
}

function print({ key, checks }: CaseResult, format: 'text' | 'json', stdout: SafeOutput) {
  if (format === 'json') {
    stdout.write(JSON.stringify({ case: key, readings: checks }, null, 2) + '\n')
    return
  }
  const paint = paintFor(stdout)
  stdout.write(`${paint.strong(inertLine(key) || '(the only case)')}\n`)
  const width = Math.max(0, ...checks.map(({ part, reading }) => part.length + reading.length + 3))
  for (const { part, reading, verdict, expected, expectation, measured, reason } of inertIn(checks)) {
    const mark = verdict === 'holds' ? paint.good('■') : verdict === 'misses' ? paint.miss('◣') : paint.miss('☒')
    const told =
      verdict === 'unread'
        ? reason
        : verdict === 'holds'
          ? measured
          : `${paint.miss(measured)}  expected ${expected || expectation}`
    stdout.write(`  ${mark} ${`${part} · ${reading}`.padEnd(width)}  ${told}\n`)
  }
}
