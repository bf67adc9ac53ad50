import type { Sheet } from '../sheet'
import { speaksOf } from '../readings'
import { editYaml, readYaml } from '../yaml'
import { insertEdits, mergedEdits, type RuleText } from './ruleEdits'
import { sameWhen } from './when'

/** A sheet's text with more rules: in the rule that has the same condition where there is one, else at the end of its spec. */
export function appendRules(text: string, rules: readonly RuleText[]): string {
  return rules.reduce((now, rule) => {
    const { spec = [] } = readYaml(now, '').value as { spec?: RuleText[] }
    const known = spec.findLastIndex(({ when }) => sameWhen(when, rule.when))
    if (known < 0) return editYaml(now, insertEdits(spec, spec.length, rule))
    return editYaml(now, mergedEdits(rule, known))
  }, text)
}

/** Whether a sheet's rules speak of a reading of a part already, also under the name of its shorthand. */
export function isSpecifiedIn({
  data,
}: {
  data: Pick<Sheet['data'], 'spec'>
}): (part: string, reading: string) => boolean {
  const spoken = data.spec.flatMap(({ expect }) =>
    Object.entries(expect).flatMap(([part, readings]) =>
      Object.keys(readings).map((reading) => ({ part: part.replace(/\[.*$/, ''), reading })),
    ),
  )
  return (part, reading) => spoken.some((each) => each.part === part && speaksOf(each.reading, reading))
}
