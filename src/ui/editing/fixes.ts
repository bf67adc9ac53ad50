import { removeRuleEdits, settleEdits, type RuleText } from '@/core/edit'
import type { Lint } from '@/core/lint'
import type { Sheet } from '@/core/sheet'
import type { YamlEdit } from '@/core/yaml'

/** What mends a lint at one press. */
export interface Fix {
  label: string
  edits: YamlEdit[]
}

/** The change of the sheet that mends a lint, where there is exactly one that an author could mean. */
export function fixOf({ about }: Lint, sheet: Sheet): Fix | undefined {
  if (!about) return undefined
  const { data } = sheet
  switch (about.kind) {
    case 'prop-unused':
      return { label: `Take the prop “${about.prop}” away`, edits: [{ do: 'remove', path: ['props', about.prop] }] }
    case 'no-default': {
      const prop = data.props[about.prop]
      if (prop?.type !== 'choice') return undefined
      return {
        label: `Let it be “${String(prop.values[0])}”`,
        edits: [{ do: 'set', path: ['props', about.prop, 'default'], value: prop.values[0] }],
      }
    }
    case 'rule':
      return { label: 'Take the rule away', edits: removeRuleEdits(specOf(sheet), about.rule) }
    case 'conflict': {
      const { earlier, later, part, reading } = about
      const edits = settleEdits(specOf(sheet), { rule: earlier, part, reading }, later)
      return edits && { label: 'Keep the earlier one out of these cases', edits }
    }
    case 'unspecified':
    case 'look-alike':
      return undefined
    case 'axis-drift':
      return { label: driftLabel(about), edits: driftEdits(about, sheet) }
  }
}

/** The rules as the sheet's text has them. */
export const specOf = ({ source }: Pick<Sheet, 'source'>): RuleText[] =>
  ((source.value as { spec?: RuleText[] }).spec ?? []).map((rule) => ({ ...rule, expect: rule.expect ?? {} }))

type Drift = Extract<NonNullable<Lint['about']>, { kind: 'axis-drift' }>

const driftLabel = ({ missing, extra, prop }: Drift) =>
  [
    missing.length > 0 && `Add ${missing.join(', ')} to “${prop}”`,
    extra.length > 0 && `${missing.length > 0 ? 'take' : 'Take'} ${extra.join(', ')} away`,
  ]
    .filter(Boolean)
    .join(', ')

/** Brings a choice prop, and the axis of its name where that is a plain list, to the values of the code. */
function driftEdits({ prop: name, missing, extra }: Drift, { data }: Sheet): YamlEdit[] {
  const edits: YamlEdit[] = []
  const mend = (values: readonly unknown[], path: string[]) => {
    const kept = values.filter((value) => !extra.includes(String(value)))
    edits.push({ do: 'set', path, value: [...kept, ...missing.filter((value) => !kept.map(String).includes(value))] })
  }
  const prop = data.props[name]
  if (prop?.type === 'choice') mend(prop.values, ['props', name, 'values'])
  const axis = data.axes[name]
  if (Array.isArray(axis)) mend(axis, ['axes', name])
  else if (typeof axis === 'object' && Array.isArray(axis.values)) mend(axis.values, ['axes', name, 'values'])
  return edits
}
