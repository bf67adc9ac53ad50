import { madeBreaks, type RenderedBreak, type RuleChange, type StyleBreak } from '@/core/breaks'
import type { TokenBook } from '@/core/tokens'
import type { Reach } from '@/stage'
import type { StagePage } from '../StagePage'

type MadeBreak = ReturnType<typeof madeBreaks>[number]

/** A break of styles that a component's code has made, with the cases and parts that it can change. */
export interface MadeStyle {
  broken: MadeBreak
  reach: Reach
  /** Two of one name are one. */
  name: string
}

// What brings more has styles for far more than one component: each rule is looked up in each case.
const MAX_RULES = 2000

/** All breaks of the styles that a component's code has made for the cases that stand in a page, as far as they style any. */
export async function madeStyles(page: StagePage, tokens: TokenBook): Promise<MadeStyle[]> {
  const rules = await page.ask('made')
  const breaks = rules.slice(0, MAX_RULES).flatMap((rule) => madeBreaks(rule, tokens))
  const reaches = await reachOf(page, breaks)
  const found = new Map<string, MadeStyle>()
  for (const [at, broken] of breaks.entries()) {
    const reach = reaches[at]!
    if (reach.cases.length === 0) continue
    const name = nameOf(broken, reach)
    const known = found.get(name)
    found.set(name, known ? both(known, { broken, reach, name }) : { broken, reach, name })
  }
  return [...found.values()]
}

/**
 * Names what an author has written once: code that puts styles together writes the same declaration into a rule for each combination,
 * with a class that it makes up.
 */
const nameOf = ({ told, pseudo, edit }: MadeBreak, { parts }: Reach): string => {
  const [{ rule }] = edit.changes as [RuleChange]
  const selector = rule.slice(0, rule.indexOf('{')).replace(/\.[\w-]+/g, '.')
  return [told, pseudo, selector, ...parts.toSorted()].join('|')
}

/** Two breaks that are one, in whichever rule it stands. */
export function withChanges<Broken extends StyleBreak | RenderedBreak>(
  broken: Broken,
  more: readonly RuleChange[],
): Broken {
  if (broken.edit.do !== 'rules') return broken
  const { changes } = broken.edit
  const added = more.filter(({ rule }) => changes.every((each) => each.rule !== rule))
  return { ...broken, edit: { do: 'rules', changes: [...changes, ...added] } }
}

const both = (one: MadeStyle, other: MadeStyle): MadeStyle => ({
  name: one.name,
  broken: withChanges(one.broken, other.broken.edit.changes),
  reach: {
    cases: [...new Set([...one.reach.cases, ...other.reach.cases])].sort((a, b) => a - b),
    parts: one.reach.parts,
  },
})

/** The cases and parts that breaks of styles can change. */
export async function reachOf(page: Pick<StagePage, 'ask'>, breaks: readonly StyleBreak[]): Promise<readonly Reach[]> {
  if (breaks.length === 0) return []
  return page.ask(
    'reach',
    breaks.map(({ bearers, pseudo, edit }) => ({
      select: bearers,
      pseudo,
      ...(edit.do === 'rules' && { rule: edit.changes[0]!.rule }),
    })),
  )
}
