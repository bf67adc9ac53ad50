import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { draftSpec, writtenRules } from '@/core/draft'
import { appendRules, isSpecifiedIn } from '@/core/edit'
import { BadInput, unknownName } from '@/core/problem'
import { textOf } from '@/core/sheet'
import { printBlock } from '@/core/yaml'
import { coverageOf, type Survey } from '@/core/survey'
import { unspecifiedReadings } from '@/core/lint'
import { counted, inertLine, shortened } from '@/core/words'
import { type PreparedComponent, prepareLibrary, returnBrowser, startBrowser, surveyComponent } from '@/runner'
import { openFolder } from '@/source'
import type { Terminal } from './terminal'

export interface DraftArguments {
  all?: boolean
  gaps?: boolean
  write?: boolean
  trustConfig?: boolean
}

/** `brelt draft`: the smallest spec that says what is rendered, of all that no rule speaks of yet. */
export async function draft(
  folder: string,
  slug: string,
  given: DraftArguments,
  { stdout, stderr }: Terminal,
): Promise<number> {
  const tree = openFolder(folder, given)
  const prepared = await prepareLibrary(tree)
  const component = prepared.components.find(({ sheet }) => sheet.slug === slug)
  if (!component) {
    const known = prepared.components.map(({ sheet }) => sheet.slug)
    throw new BadInput([unknownName({ file: 'command line', line: 1, column: 1 }, 'component', slug, known)])
  }
  const browser = await startBrowser()
  const { sheet, plan } = component
  try {
    const survey = await surveyComponent(browser, prepared, component)
    const { rules, left } = draftSpec(survey, plan.space.dimensions, {
      ...(!given.all && { skip: isSpecifiedIn(sheet) }),
      ...(given.gaps && { only: gapsIn(survey, component) }),
    })
    const count = rules.reduce((sum, { claims }) => sum + claims.length, 0)
    if (given.write && !given.all && rules.length > 0) {
      writeFileSync(join(folder, sheet.file), appendRules(textOf(tree, sheet.file)!, writtenRules({ rules })))
    } else if (rules.length > 0) stdout.exact(`spec:\n${printBlock(writtenRules({ rules }), 2)}\n`)
    stderr.write(
      `${inertLine(sheet.data.name)}: ${counted(count, 'expectation')} in ${counted(rules.length, 'rule')} ${count === 1 ? 'explains' : 'explain'} what was read in ${counted(survey.cases.length, 'case')}.\n`,
    )
    for (const [why, keys] of groupedByReason(survey.left ?? []))
      stderr.write(
        `not read: ${keys.slice(0, 3).join('   ')}${keys.length > 3 ? `   … ${keys.length} in all` : ''}: ${shortened(inertLine(why), 1_000)}\n`,
      )
    const unknown = survey.undefinedVariables ?? []
    if (unknown.length > 0)
      stderr.write(
        `not as people see it: no element has ${unknown.slice(0, 5).join(', ')}${unknown.length > 5 ? ` and ${unknown.length - 5} more` : ''}. Add the style sheet or token file that defines them, or what stands around components ("wrap", "page"), to library.yaml.\n`,
      )
    for (const { part, isElsewhere } of survey.absent ?? [])
      stderr.write(
        `in no case: the part ${part}${isElsewhere ? `, which stands elsewhere in the page: add "in: page" to it in ${sheet.file}, and draft again` : ''}\n`,
      )
    for (const { part, reading, why } of left) stderr.write(`left out: ${part} · ${reading}: ${inertLine(why)}\n`)
  } finally {
    await returnBrowser(browser)
  }
  return 0
}

function groupedByReason(left: NonNullable<Survey['left']>): Map<string, string[]> {
  const groups = new Map<string, string[]>()
  for (const { key, why } of left) groups.set(why, [...(groups.get(why) ?? []), key])
  return groups
}

/** Only what the lint `unspecified` tells. */
function gapsIn(survey: Survey, { sheet, plan }: PreparedComponent): (part: string, reading: string) => boolean {
  const gaps = unspecifiedReadings(coverageOf(survey, plan.space.dimensions, isSpecifiedIn(sheet)))
  return (part, reading) => gaps.some((gap) => gap.part === part && gap.reading === reading)
}
