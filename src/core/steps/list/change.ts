import { z } from 'zod'
import { jsonValue, kebabName } from '../../names'
import type { Path } from '../../yaml'
import { checkContext } from '../checkContext'
import { defineAct } from '../defineStep'
import type { ScenarioIssue, StepContext } from '../issue'

/** Tells names that the sheet does not have. */
function checkNames(
  { issue }: StepContext,
  what: string,
  code: ScenarioIssue['code'],
  given: object,
  known: string[],
  path: Path,
) {
  for (const found of Object.keys(given))
    if (!known.includes(found))
      issue({ code, path: [...path, found], message: `no ${what} "${found}"`, name: { what, found, known } })
}

export const set = defineAct({
  kind: 'set',
  does: 'change',
  about: 'Gives the component other props.',
  example: { loading: true },
  schema: z.record(kebabName, jsonValue),
  mentions: [{ at: [], names: 'props' }],
  read: (context, props, path) => {
    checkNames(context, 'prop', 'unknown-prop', props, Object.keys(context.sheet.data.props), path)
    return { props }
  },
})

export const fill = defineAct({
  kind: 'fill',
  does: 'change',
  about: 'Puts something else into slots.',
  example: { note: 'Saved' },
  schema: z.record(kebabName, jsonValue),
  mentions: [{ at: [], names: 'slots' }],
  read: (context, slots, path) => {
    checkNames(context, 'slot', 'unknown-component', slots, Object.keys(context.sheet.data.slots), path)
    return { slots }
  },
})

export const context = defineAct({
  kind: 'context',
  does: 'change',
  about: 'Puts the component into another context.',
  example: { theme: 'night' },
  schema: z.record(kebabName, z.union([z.string(), z.number(), z.boolean()])),
  mentions: [{ at: [], names: 'contexts' }],
  read: ({ contexts, issue }, given, path) => {
    const values = Object.fromEntries(Object.entries(given).map(([name, value]) => [name, String(value)]))
    for (const [name, value] of Object.entries(values)) checkContext(contexts, name, value, [...path, name], issue)
    return { values }
  },
})
