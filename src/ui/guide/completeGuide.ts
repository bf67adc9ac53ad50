import type { CompletionContext, CompletionResult } from '@codemirror/autocomplete'
import { DIRECTIVES, examplesOf } from '@/core/guide'
import type { Sheet } from '@/core/sheet'

/** Completes directives at the beginning of a line, and what stands in their braces. */
export function completeGuide(
  context: CompletionContext,
  sheet: Sheet | undefined,
  contexts: Readonly<Record<string, readonly string[]>>,
): CompletionResult | null {
  const { text, from } = context.state.doc.lineAt(context.pos)
  const before = text.slice(0, context.pos - from)
  const name = /^::([a-z]*)$/.exec(before)
  if (name)
    return {
      from: from + 2,
      options: Object.entries(DIRECTIVES).map(([label, detail]) => ({ label, detail, type: 'keyword' })),
    }
  const inside = /^::([a-z]+)\{([^}]*)$/.exec(before)
  if (!inside || !sheet) return null
  const [, directive, written = ''] = inside
  if (directive === 'example')
    return {
      from: context.pos - written.length,
      options: examplesOf(sheet).map((each) => ({ label: each.name, type: 'constant' })),
    }
  const dimensions = { ...Object.fromEntries(sheet.axes.map((axis) => [axis.name, axis.values])), ...contexts }
  const last = /[^,]*$/.exec(written)![0]
  const [axis = '', value] = last.split('=')
  const isAxisNamed = directive === 'matrix' && /^(rows|columns)$/.test(axis)
  if (value === undefined)
    return {
      from: context.pos - axis.length,
      options: [...(directive === 'matrix' ? ['rows', 'columns'] : []), ...Object.keys(dimensions)].map((label) => ({
        label: `${label}=`,
        type: 'property',
      })),
    }
  return {
    from: context.pos - value.length,
    options: (isAxisNamed ? Object.keys(dimensions) : (dimensions[axis] ?? [])).map((label) => ({
      label,
      type: 'constant',
    })),
  }
}
