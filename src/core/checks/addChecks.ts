import { appendRules, isSpecifiedIn, type RuleText } from '../edit'
import type { Sheet } from '../sheet'
import { editYaml } from '../yaml'
import type { CheckKind, NeededPart } from './defineCheck'
import { CHECK_KINDS } from './list'

/** The kind of component that sources show signs of; undefined where they show none. @param texts of its files, by path */
export function guessKind(texts: Readonly<Record<string, string>>): CheckKind | undefined {
  const markup = Object.entries(texts).flatMap(([path, text]) => (/\.(css|scss|md|ya?ml)$/.test(path) ? [] : [text]))
  return CHECK_KINDS.find(({ signs }) => markup.some((text) => signs.test(text)))
}

/** The part of a sheet that is most likely meant. */
export function guessPart(sheet: Pick<Sheet, 'parts'>, { commonNames }: NeededPart): string {
  const names = Object.keys(sheet.parts).filter((name) => name !== 'host')
  return (
    commonNames.find((name) => names.includes(name)) ??
    names.find((name) => commonNames.some((word) => name.includes(word))) ??
    names.find((name) => name !== 'root') ??
    'root'
  )
}

/**
 * A sheet's text with what a kind of component must do: rules and scenarios in its own language, for the author to change.
 * What a rule says already, and scenarios of the same name, are left out.
 * @throws YamlEditError when the text cannot be read
 */
export function addChecks(
  sheet: Sheet,
  text: string,
  { make }: CheckKind,
  parts: Readonly<Record<string, string>>,
): string {
  const { rules, scenarios } = make(parts)
  const isSpecified = isSpecifiedIn(sheet)
  const open = rules.flatMap((rule): RuleText[] => {
    const expect = Object.fromEntries(
      Object.entries(rule.expect).flatMap(([part, readings]) => {
        const left = Object.entries(readings ?? {}).filter(([reading]) => !isSpecified(part, reading))
        return left.length > 0 ? [[part, Object.fromEntries(left)]] : []
      }),
    )
    return Object.keys(expect).length > 0 ? [{ ...rule, expect }] : []
  })
  const withRules = open.length > 0 ? appendRules(text, open) : text
  const known = sheet.data.scenarios
  const added = scenarios.filter(({ name }) => !known.some((each) => each.name === name))
  if (added.length === 0) return withRules
  return editYaml(
    withRules,
    known.length > 0
      ? added.map((value, at) => ({ do: 'insert', path: ['scenarios', known.length + at], value }))
      : [{ do: 'set', path: ['scenarios'], value: added }],
  )
}
